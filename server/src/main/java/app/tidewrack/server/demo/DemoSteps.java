package app.tidewrack.server.demo;

import static java.nio.charset.StandardCharsets.UTF_8;

import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.brief.BriefLibrary;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.demo.DemoStep.Account;
import app.tidewrack.server.demo.DemoStep.Audience;
import app.tidewrack.server.demo.DemoStep.Brief;
import app.tidewrack.server.demo.DemoStep.Client;
import app.tidewrack.server.demo.DemoStep.ColoursAndMark;
import app.tidewrack.server.demo.DemoStep.Course;
import app.tidewrack.server.demo.DemoStep.Creative;
import app.tidewrack.server.demo.DemoStep.CustomerList;
import app.tidewrack.server.demo.DemoStep.Edit;
import app.tidewrack.server.demo.DemoStep.Feedback;
import app.tidewrack.server.demo.DemoStep.Film;
import app.tidewrack.server.demo.DemoStep.Form;
import app.tidewrack.server.demo.DemoStep.Launch;
import app.tidewrack.server.demo.DemoStep.Member;
import app.tidewrack.server.demo.DemoStep.Person;
import app.tidewrack.server.demo.DemoStep.Phrases;
import app.tidewrack.server.demo.DemoStep.Picture;
import app.tidewrack.server.demo.DemoStep.Plan;
import app.tidewrack.server.demo.DemoStep.Posts;
import app.tidewrack.server.demo.DemoStep.ProposesPosts;
import app.tidewrack.server.demo.DemoStep.Receiver;
import app.tidewrack.server.demo.DemoStep.Rules;
import app.tidewrack.server.demo.DemoStep.Script;
import app.tidewrack.server.demo.DemoStep.Sender;
import app.tidewrack.server.demo.DemoStep.Source;
import app.tidewrack.server.demo.DemoStep.SplitTest;
import app.tidewrack.server.feedback.FeedbackLibrary;
import app.tidewrack.server.feedback.FeedbackReader.Columns;
import app.tidewrack.server.film.FilmDesk;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.form.ScriptLibrary;
import app.tidewrack.server.launch.Choice;
import app.tidewrack.server.launch.LaunchDesk;
import app.tidewrack.server.media.Looks;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.Passwords;
import app.tidewrack.server.person.PersonMapper;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanView;
import app.tidewrack.server.plan.PlanView.CampaignView;
import app.tidewrack.server.playbook.PlaybookDesk;
import app.tidewrack.server.post.PostDesk;
import app.tidewrack.server.source.ListImport;
import app.tidewrack.server.source.SourceLibrary;
import app.tidewrack.server.splittest.SplitTests;
import app.tidewrack.server.web.Ids;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Takes the steps of the demo through the services that serve the browser. */
@Component
record DemoSteps(
        PersonMapper people,
        Agencies agencies,
        Passwords passwords,
        ClientMapper clients,
        Accounts accounts,
        Networks networks,
        BriefLibrary briefs,
        ListImport lists,
        SourceLibrary sources,
        AudienceLibrary audiences,
        MediaLibrary media,
        CopyDeck decks,
        FeedbackLibrary feedback,
        Looks looks,
        FilmDesk films,
        FormLibrary forms,
        ScriptLibrary scripts,
        CreativeLibrary creatives,
        PlanDesk plans,
        SplitTests tests,
        LaunchDesk launches,
        PlaybookDesk playbooks,
        DemoSending sending,
        DemoPosts putUps,
        PostDesk posts,
        JsonMapper json) {
    private static final Columns OF_FEEDBACK = new Columns("review", "stars", "customer");

    private void feedback(String client, Feedback told) {
        try (InputStream table = new ClassPathResource("demo/" + told.file()).getInputStream()) {
            feedback.take(client, told.name(), told.kind(), OF_FEEDBACK, table);
        } catch (IOException e) {
            throw new IllegalStateException("The demo's " + told.file() + " is missing", e);
        }
    }

    /** A launch of a client. */
    private record Launched(String client, String id) {}

    /** What a step of a kind says, and what is done then for which client. */
    private record Kind<T>(Class<T> says, BiConsumer<String, T> take) {}

    /** What one telling of the story remembers. */
    final class Telling {
        private final DemoNames names;

        @Nullable
        private final String beside;

        private final Map<String, String> clientIds = new HashMap<>();
        private final Map<String, String> personIds = new HashMap<>();
        private final List<Launched> launched = new ArrayList<>();
        private String teller = "";

        @Nullable
        private PlanView plan;

        private final Map<String, Kind<?>> kinds = Map.ofEntries(
                kind("agency", DemoStep.House.class, (client, h) -> agency(h.agency())),
                kind("person", Person.class, (client, p) -> person(p)),
                kind("client", Client.class, (client, c) -> client(c)),
                kind(
                        "account",
                        Account.class,
                        (client, a) -> accounts.open(client, a.id(), a.network(), a.currency(), a.zone(), a.wanted())),
                kind(
                        "member",
                        Member.class,
                        (client, m) -> people.setRole(id(personIds, m.person()), client, m.role(), null)),
                kind("brief", Brief.class, (client, b) -> briefs.add(client, b.brief())),
                kind("list", CustomerList.class, (client, l) -> learn(client, "source", l.name(), list(client, l))),
                kind(
                        "source",
                        Source.class,
                        (client, s) -> learn(
                                client,
                                "source",
                                s.name(),
                                sources.add(client, s.name(), s.kind(), s.rule(), s.account())
                                        .id())),
                kind(
                        "audience",
                        Audience.class,
                        (client, a) -> learn(
                                client,
                                "audience",
                                a.wanted().name(),
                                audiences.add(client, a.wanted()).id())),
                kind(
                        "picture",
                        Picture.class,
                        (client, p) -> learn(
                                client,
                                "picture",
                                p.look().file(),
                                shelve(client, p.look().file(), DemoPictures.draw(p.look())))),
                kind(
                        "film",
                        Film.class,
                        (client, f) -> learn(
                                client,
                                "film",
                                f.look().file(),
                                shelve(client, f.look().file(), DemoVideos.film(f)))),
                kind("look", ColoursAndMark.class, (client, l) -> looks.keep(client, l.brand())),
                kind("course", Course.class, (client, c) -> films.add(client, c.name(), c.film())),
                kind("feedback", Feedback.class, (client, f) -> feedback(client, f)),
                kind("phrases", Phrases.class, (client, p) -> decks.add(client, p.phrases())),
                kind(
                        "form",
                        Form.class,
                        (client, f) -> learn(
                                client,
                                "form",
                                f.name(),
                                forms.add(client, f.name(), f.content()).form().id())),
                kind(
                        "script",
                        Script.class,
                        (client, s) -> learn(
                                client,
                                "script",
                                s.name(),
                                scripts.add(client, s.kind(), s.name(), s.draft())
                                        .id())),
                kind("sender", Sender.class, (client, s) -> scripts.ask(client, s.account(), s.name())),
                kind(
                        "creative",
                        Creative.class,
                        (client, c) -> learn(
                                client,
                                "creative",
                                c.name(),
                                creatives
                                        .add(client, c.name(), c.draft())
                                        .creative()
                                        .id())),
                kind("plan", Plan.class, (client, p) -> at(client, plan(client, p.name()))),
                kind(
                        "edit",
                        Edit.class,
                        (client, e) -> at(
                                client,
                                plans.edit(client, plan().id(), teller, Ids.fresh(), plan().version(), e.edit()))),
                kind(
                        "test",
                        SplitTest.class,
                        (client, t) -> tests.setUp(
                                client, plan().id(), campaign().id(), t.name(), t.hypothesis(), t.asked(), teller)),
                kind("launch", Launch.class, (client, l) -> launched.add(launch(client))),
                kind("playbook", Rules.class, (client, r) -> playbooks.keep(client, r.playbook())),
                kind(
                        "posts",
                        Posts.class,
                        (client, p) -> putUps.putUp(client, p).forEach((name, id) -> learn(client, "post", name, id))),
                kind("proposes-posts", ProposesPosts.class, (client, r) -> posts.addRule(client, r.rule())),
                kind("receiver", Receiver.class, (client, r) -> sending.start(client)));

        /** @param beside who has real clients already; null on an empty installation */
        Telling(DemoNames names, @Nullable String beside) {
            this.names = names;
            this.beside = beside;
        }

        /** What a file calls a client or person by, and beside real ones an id that none of those has. */
        private String id(Map<String, String> ids, String told) {
            return ids.computeIfAbsent(told, t -> beside == null ? t : t + "-" + Ids.fresh());
        }

        /**
         * Takes a step as a file tells it.
         *
         * @throws IllegalArgumentException when there is no such step, or something in it is no name of what was made before
         */
        void take(String client, JsonNode step) {
            Kind<?> kind = kinds.get(step.get("do").stringValue());
            if (kind == null) {
                throw new IllegalArgumentException("The demo knows no step “%s”.".formatted(step.get("do")));
            }
            String of = client.isEmpty() ? client : id(clientIds, client);
            take(of, kind, names.resolve(of, step));
        }

        private <T> void take(String client, Kind<T> kind, JsonNode step) {
            kind.take().accept(client, json.treeToValue(step, kind.says()));
        }

        /** Whether nothing that was launched is still being sent. */
        boolean settled() {
            return launched.stream()
                    .noneMatch(l -> launches.standing(l.client(), l.id()).state() == LaunchState.RUNNING);
        }

        private <T> Map.Entry<String, Kind<?>> kind(String name, Class<T> type, BiConsumer<String, T> take) {
            return Map.entry(name, new Kind<>(type, take));
        }

        private void learn(String client, String kind, String name, String id) {
            names.learn(client, kind + ":" + name, id);
        }

        /** The first person is the one who makes it all, and keeps an agency of their own. */
        private void person(Person p) {
            boolean first = teller.isEmpty();
            String id = id(personIds, p.id());
            String hash = beside == null ? passwords.hash(p.password()) : null;
            people.insert(new PersonMapper.Person(
                    id, p.email(), p.name(), hash, first && beside == null, beside != null, null, false));
            teller = first ? id : teller;
        }

        private void agency(Agency agency) {
            if (beside == null) {
                agencies.found(agency);
            }
        }

        private void client(Client c) {
            String id = id(clientIds, c.id());
            clients.insert(new ClientMapper.Client(
                    id,
                    c.name(),
                    c.about(),
                    new ClientMapper.Words(c.site() == null ? List.of() : List.of(c.site())),
                    new ClientMapper.Words(List.of(c.currency())),
                    true,
                    null,
                    false,
                    null));
            if (beside != null) {
                people.setRole(beside, id, Role.BUYER, null);
            }
            for (String network : networks.connected()) {
                String name = networks.rulebook(network).name() + " " + c.currency();
                accounts.open(
                        id,
                        c.id() + network.toLowerCase(Locale.ROOT),
                        network,
                        c.currency(),
                        c.zone(),
                        new Accounts.Wanted(name, c.site(), c.profiles(), c.spendingLimitMinor()));
            }
        }

        private String list(String client, CustomerList list) {
            Random random = new Random(list.seed());
            StringBuilder rows = new StringBuilder("Order;Name;E-mail;City\n");
            for (int i = 0; i < list.rows(); i++) {
                int person = random.nextInt(list.rows() * 5);
                String address = random.nextInt(40) == 0 ? "" : "buyer%d.%d@example.com".formatted(list.seed(), person);
                rows.append(list.line().formatted(10_000 + i, person, address)).append('\n');
            }
            byte[] content = rows.toString().getBytes(UTF_8);
            try {
                return lists.takeAsGuessed(client, list.name(), content, list.country(), list.accounts())
                        .id();
            } catch (IOException e) {
                throw new IllegalStateException("A list in memory cannot fail to be read", e);
            }
        }

        private String shelve(String client, String file, byte[] content) {
            try {
                return media.add(client, file, new ByteArrayInputStream(content))
                        .sha256();
            } catch (IOException e) {
                throw new IllegalStateException("What was drawn in memory cannot fail to be read", e);
            }
        }

        private PlanView plan(String client, String name) {
            return plans.plans(client).stream()
                    .filter(p -> p.name().equals(name))
                    .findFirst()
                    .map(p -> plans.view(client, p.id()))
                    .orElseGet(() -> plans.add(client, name));
        }

        private PlanView plan() {
            return Objects.requireNonNull(plan, "This step comes before any plan.");
        }

        /** The campaign added last. */
        private CampaignView campaign() {
            return plan().campaigns().get(plan().campaigns().size() - 1);
        }

        /** The plan as it is now; its last campaign and that campaign's rows and columns get names by their place. */
        private void at(String client, PlanView now) {
            plan = now;
            if (!now.campaigns().isEmpty()) {
                CampaignView campaign = campaign();
                names.learn(client, "campaign", campaign.id());
                for (int i = 0; i < campaign.rows().size(); i++) {
                    learn(
                            client,
                            "row",
                            String.valueOf(i),
                            campaign.rows().get(i).id());
                }
                for (int i = 0; i < campaign.columns().size(); i++) {
                    learn(
                            client,
                            "column",
                            String.valueOf(i),
                            campaign.columns().get(i).id());
                }
            }
        }

        private Launched launch(String client) {
            return new Launched(
                    client,
                    launches.launch(client, plan().id(), campaign().id(), plan().version(), Choice.ALL, teller)
                            .id());
        }
    }
}
