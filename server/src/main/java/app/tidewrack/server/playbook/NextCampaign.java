package app.tidewrack.server.playbook;

import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.core.source.Window;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Wanted;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.plan.edit.EditBody.FactsBody;
import app.tidewrack.server.playbook.PlaybookDesk.TakenView;
import app.tidewrack.server.source.SourceLibrary;
import app.tidewrack.server.source.SourceLibrary.Rule;
import app.tidewrack.server.web.Ids;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes the retargeting campaign that follows on another: those who came to the site, watched, or opened a form become its rows. */
@Service
@RequiredArgsConstructor
class NextCampaign {
    private static final int LATELY_DAYS = 14;
    private static final int MONTH_DAYS = 30;
    private static final int TO_THE_END = 95;
    private static final int USUAL_DAYS = 14;
    private static final String ENDING = ", come back";

    private final PlanDesk plans;
    private final Accounts accounts;
    private final CreativeLibrary creatives;
    private final SourceLibrary sources;
    private final AudienceLibrary audiences;
    private final Networks networks;

    /** People who have met the client through a campaign, and can be asked again. */
    record ComerBack(String key, String words) {}

    /** @param not who are left out of them; null for nobody */
    private record Tied(
            String words,
            SourceKind kind,
            Rule rule,
            @Nullable Rule not) {}

    List<ComerBack> offered(String clientId, String planId, String campaignId) {
        Campaign campaign = plans.plan(clientId, planId).plan().campaign(campaignId);
        return tied(clientId, campaign).entrySet().stream()
                .map(e -> new ComerBack(e.getKey(), e.getValue().words()))
                .toList();
    }

    private Map<String, Tied> tied(String clientId, Campaign campaign) {
        Account account = accounts.account(clientId, campaign.accountId());
        Map<String, Tied> tied = new LinkedHashMap<>();
        if (account.siteTag() != null) {
            toSite(tied);
        }
        Map<String, Creative> known = creatives.byId(clientId);
        for (Column column : campaign.columns()) {
            Creative creative = Objects.requireNonNull(known.get(column.creativeId()));
            creative.media().stream().filter(m -> m.video() != null).forEach(m -> toVideo(tied, m));
            if (creative.form() != null) {
                tied.put("opened " + creative.form().id(), toForm(creative.form()));
            }
        }
        return tied;
    }

    private static Rule within(int days, @Nullable String event) {
        return new Rule(event, null, null, new Window(0, days));
    }

    private static void toSite(Map<String, Tied> tied) {
        tied.put(
                "visited",
                new Tied(
                        "Visited the site, " + LATELY_DAYS + " days",
                        SourceKind.SITE,
                        within(LATELY_DAYS, "view"),
                        null));
        tied.put(
                "basket",
                new Tied(
                        "Filled a basket, did not buy",
                        SourceKind.SITE,
                        within(MONTH_DAYS, "basket"),
                        within(MONTH_DAYS, "purchase")));
    }

    private static void toVideo(Map<String, Tied> tied, Medium video) {
        Window month = new Window(0, MONTH_DAYS);
        String sha = video.sha256();
        Rule begun = new Rule(null, sha, 0, month);
        Rule end = new Rule(null, sha, TO_THE_END, month);
        String both = "Watched 3 seconds of %s, not to the end".formatted(video.fileName());
        tied.put("watched " + sha, new Tied(both, SourceKind.VIDEO, begun, end));
        tied.put(
                "finished " + sha,
                new Tied("Watched %s to the end".formatted(video.fileName()), SourceKind.VIDEO, end, null));
    }

    private static Tied toForm(LeadForm form) {
        Window month = new Window(0, MONTH_DAYS);
        return new Tied(
                "Opened %s, did not send".formatted(form.name()),
                SourceKind.FORM,
                new Rule("open", form.id(), null, month),
                new Rule("send", form.id(), null, month));
    }

    /**
     * @param keys of whom it talks to, one row each
     * @throws Refusal when none is chosen, or one is not offered
     */
    @Transactional
    TakenView make(String clientId, String planId, String campaignId, List<String> keys, String personId) {
        PlanDesk.Versioned held = plans.hold(clientId, planId);
        Campaign campaign = held.plan().campaign(campaignId);
        Map<String, Tied> tied = tied(clientId, campaign);
        if (keys.isEmpty()) {
            throw new Refusal("keys", "Nobody is chosen to come back.", "Choose at least one.");
        }
        Account account = accounts.account(clientId, campaign.accountId());
        Places places = places(clientId, campaign);
        List<String> rows = new ArrayList<>();
        for (String key : keys) {
            Tied who = tied.get(key);
            if (who == null) {
                throw new Refusal(
                        "keys", "“%s” is not offered of this campaign.".formatted(key), "Look at the list again.");
            }
            rows.add(audience(clientId, account, who, places));
        }
        List<String> columns =
                campaign.columns().stream().map(Column::creativeId).toList();
        FactsBody facts = facts(campaign, account, name(held.plan(), campaign));
        plans.edit(
                clientId,
                planId,
                personId,
                Ids.fresh(),
                held.version(),
                new EditBody.NewCampaign(account.id(), facts, rows, columns, null));
        List<Campaign> now = plans.plan(clientId, planId).plan().campaigns();
        String made = now.get(now.size() - 1).id();
        return new TakenView(planId, made, "a campaign for those who come back");
    }

    /** Countries of the campaign's own rows, so that names still say where. */
    private Places places(String clientId, Campaign campaign) {
        return campaign.rows().stream()
                .map(r -> r.people(audiences.byId(clientId, r.audienceId()).definition()))
                .map(AudienceDefinition::places)
                .filter(p -> !p.none())
                .map(Places::wholeCountries)
                .findFirst()
                .orElse(Places.NONE);
    }

    private String audience(String clientId, Account account, Tied who, Places places) {
        AudienceDefinition definition = AudienceDefinition.everyoneIn(places)
                .and(AnyOf.of(
                        new Term(TermKind.SOURCE, source(clientId, account, who.words(), who.kind(), who.rule()))));
        Rule not = who.not();
        AudienceDefinition wanted = not == null
                ? definition
                : definition.without(List.of(new Term(
                        TermKind.SOURCE, source(clientId, account, who.words() + " (left out)", who.kind(), not))));
        return audiences.all(clientId).stream()
                .filter(a ->
                        a.accountId().equals(account.id()) && a.definition().equals(wanted))
                .map(AudienceLibrary.Audience::id)
                .findFirst()
                .orElseGet(() -> audiences
                        .add(
                                clientId,
                                new Wanted(
                                        account.id(),
                                        free(
                                                who.words(),
                                                audiences.all(clientId).stream()
                                                        .map(AudienceLibrary.Audience::name)
                                                        .toList()),
                                        wanted))
                        .id());
    }

    /** One that is there already by the same rule, or a new one; known on the account. */
    private String source(String clientId, Account account, String name, SourceKind kind, Rule rule) {
        List<SourceLibrary.Source> all = sources.all(clientId);
        String id = all.stream()
                .filter(s -> s.kind() == kind && Objects.equals(s.rule(), rule))
                .map(SourceLibrary.Source::id)
                .findFirst()
                .orElseGet(() -> sources.add(
                                clientId,
                                free(
                                        name,
                                        all.stream()
                                                .map(SourceLibrary.Source::name)
                                                .toList()),
                                kind,
                                rule,
                                account.id())
                        .id());
        sources.onAccount(clientId, id, account);
        return id;
    }

    private static String name(Plan plan, Campaign campaign) {
        String of = campaign.facts().name();
        int room = CampaignFacts.LONGEST_NAME - ENDING.length() - 4;
        return free(
                (of.length() > room ? of.substring(0, room) : of) + ENDING,
                plan.campaigns().stream().map(c -> c.facts().name()).toList());
    }

    private static String free(String name, List<String> taken) {
        String free = name;
        for (int n = 2; taken.contains(free); n++) {
            free = name + " " + n;
        }
        return free;
    }

    private FactsBody facts(Campaign campaign, Account account, String name) {
        CampaignFacts f = campaign.facts();
        LocalDate today = networks.lately().atZone(ZoneId.of(account.zone())).toLocalDate();
        LocalDate start = today.isAfter(f.flight().start()) ? today : f.flight().start();
        LocalDate last = f.flight().lastDay().isAfter(start) ? f.flight().lastDay() : start.plusDays(USUAL_DAYS - 1);
        return new FactsBody(
                name,
                f.objective(),
                Temperature.RETARGETING,
                Purpose.SCALING,
                start,
                last,
                f.budgeting().basis(),
                false,
                f.subject(),
                AdviceEdits.typed(f.moneyPerRow()));
    }
}
