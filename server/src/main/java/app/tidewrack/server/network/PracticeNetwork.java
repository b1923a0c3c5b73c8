package app.tidewrack.server.network;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.net.URI;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.core.ParameterizedTypeReference;
import org.springframework.core.io.FileSystemResource;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;
import org.springframework.web.util.UriBuilder;

/** One of the practice networks over HTTP. */
final class PracticeNetwork implements NetworkConnector {
    private static final String KEY = "Idempotency-Key";

    /** What networks count, by the name it has in reports: {@code watched25}. Money spent stands apart. */
    /** Of one ad in an hour; so that a month of them stays within the whole numbers that facts are kept in. */
    private static final long MOST_AN_HOUR = 2_000_000;

    /** Of the longest day there is. */
    private static final long HOURS = 25;

    private static final Map<String, Measure> FIELDS = Measure.REPORTED.stream()
            .filter(m -> m != Measure.SPEND)
            .collect(Collectors.toMap(PracticeNetwork::field, Function.identity()));

    private static String field(Measure measure) {
        String[] words = (measure == Measure.VALUE ? "value_minor" : measure.code()).split("_");
        return words[0]
                + Arrays.stream(words)
                        .skip(1)
                        .map(w -> Character.toUpperCase(w.charAt(0)) + w.substring(1))
                        .collect(Collectors.joining());
    }

    private final RestClient http;
    private final String name;
    private final String root;

    /** @param slug the network's name in addresses */
    PracticeNetwork(RestClient http, String slug) {
        this.http = http;
        this.name = Character.toUpperCase(slug.charAt(0)) + slug.substring(1);
        this.root = "/networks/" + slug;
    }

    private <T> T asked(Supplier<@Nullable T> call) {
        return PracticeWorld.asked(name, call);
    }

    @Override
    public Rulebook rulebook() {
        return asked(() -> http.get().uri(root + "/rulebook").retrieve().body(Rulebook.class));
    }

    @Override
    public List<Topic> topics() {
        return list(new ParameterizedTypeReference<>() {}, root + "/topics");
    }

    @Override
    public List<City> places(String country, String text) {
        return asked(() -> http.get()
                .uri(root + "/places?country={country}&text={text}", country, text)
                .retrieve()
                .body(new ParameterizedTypeReference<List<City>>() {}));
    }

    @Override
    public void openAccount(AccountOrder order) {
        put("accounts", order.account(), order);
    }

    @Override
    public AccountTold account(String account) {
        return asked(() ->
                http.get().uri(root + "/accounts/{account}", account).retrieve().body(AccountTold.class));
    }

    @Override
    public City near(double latitude, double longitude) {
        return asked(() -> http.get()
                .uri(root + "/places/near?latitude={lat}&longitude={lon}", latitude, longitude)
                .retrieve()
                .body(City.class));
    }

    @Override
    public Map<String, String> regions() {
        return asked(() -> http.get()
                .uri(root + "/regions")
                .retrieve()
                .body(new ParameterizedTypeReference<Map<String, String>>() {}));
    }

    @Override
    public List<Question> questions(String topic) {
        return asked(() -> http.get()
                .uri(root + "/questions?topic={topic}", topic)
                .retrieve()
                .body(new ParameterizedTypeReference<List<Question>>() {}));
    }

    @Override
    public List<RelatedTopic> related(Places places, List<String> topics) {
        return asked(() -> http.post()
                .uri(root + "/topics/related")
                .body(Map.of("places", places, "topics", topics))
                .retrieve()
                .body(new ParameterizedTypeReference<List<RelatedTopic>>() {}));
    }

    @Override
    public List<AudienceSize> sizes(@Nullable String account, List<AudienceDefinition> audiences) {
        return asked(() -> http.post()
                .uri(of("/sizes", account))
                .body(audiences)
                .retrieve()
                .body(new ParameterizedTypeReference<List<AudienceSize>>() {}));
    }

    @Override
    public List<PlacementSize> placementSizes(String account, AudienceDefinition audience) {
        return asked(() -> http.post()
                .uri(of("/placement-sizes", account))
                .body(audience)
                .retrieve()
                .body(new ParameterizedTypeReference<List<PlacementSize>>() {}));
    }

    @Override
    public BidTold bids(String account, BidQuestion question) {
        return asked(() -> http.post()
                .uri(root + "/accounts/{account}/bids", account)
                .body(question)
                .retrieve()
                .body(BidTold.class));
    }

    @Override
    public Overlaps overlaps(@Nullable String account, List<AudienceDefinition> audiences) {
        return asked(() -> http.post()
                .uri(of("/overlaps", account))
                .body(audiences)
                .retrieve()
                .body(Overlaps.class));
    }

    /** The address of a call that may be about an account; addresses are templates, so that they are counted as one. */
    private Function<UriBuilder, URI> of(String path, @Nullable String account) {
        return uri -> uri.path(root + path)
                .queryParamIfPresent("account", Optional.ofNullable(account))
                .build();
    }

    @Override
    public String createSource(String account, String key, SourceOrder order) {
        return asked(() -> Objects.requireNonNull(http.post()
                        .uri(root + "/accounts/{account}/sources", account)
                        .header(KEY, key)
                        .body(order)
                        .retrieve()
                        .body(Created.class))
                .known());
    }

    @Override
    public SourceTold fillSource(String account, String source, Path hashes) {
        return asked(() -> http.put()
                .uri(root + "/accounts/{account}/sources/{source}/hashes", account, source)
                .contentType(MediaType.TEXT_PLAIN)
                .body(new FileSystemResource(hashes))
                .retrieve()
                .body(SourceTold.class));
    }

    @Override
    public SourceTold source(String account, String source) {
        return asked(() -> http.get()
                .uri(root + "/accounts/{account}/sources/{source}", account, source)
                .retrieve()
                .body(SourceTold.class));
    }

    @Override
    public Traits traits(String account, String source, String country) {
        return asked(() -> http.get()
                .uri(root + "/accounts/{account}/sources/{source}/traits?country={country}", account, source, country)
                .retrieve()
                .body(Traits.class));
    }

    @Override
    public void sendMedium(String sha256, Path file) {
        asked(() -> http.put()
                .uri(root + "/media/{sha}", sha256)
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(new FileSystemResource(file))
                .retrieve()
                .toBodilessEntity());
    }

    private record OwnQuestion(String text, List<String> choices) {}

    private record OnceSent(
            String text, @Nullable String button, @Nullable String link) {}

    private record FormBody(
            String account,
            String name,
            String headline,
            @Nullable String opening,
            List<String> fields,
            List<OwnQuestion> questions,
            String privacyLink,
            @Nullable String consent,
            @Nullable OnceSent completion,
            List<String> optional) {}

    @Override
    public String createForm(String account, String key, FormOrder form) {
        List<FormQuestion> questions = form.questions();
        return create(
                "forms",
                key,
                new FormBody(
                        account,
                        form.name(),
                        form.headline(),
                        orNull(form.opening()),
                        questions.stream()
                                .map(FormQuestion::field)
                                .filter(f -> !f.isEmpty())
                                .toList(),
                        questions.stream()
                                .filter(q -> q.field().isEmpty())
                                .map(q -> new OwnQuestion(q.text(), q.choices()))
                                .toList(),
                        form.privacyLink(),
                        orNull(form.consent()),
                        form.completion().isBlank()
                                ? null
                                : new OnceSent(form.completion(), orNull(form.button()), orNull(form.link())),
                        questions.stream()
                                .filter(q -> !q.required())
                                .map(q -> q.field().isEmpty() ? q.text() : q.field())
                                .toList()));
    }

    private static @Nullable String orNull(String text) {
        return text.isBlank() ? null : text;
    }

    private record SenderAsked(boolean agreed) {}

    @Override
    public boolean askSender(String account, String name) {
        return asked(() -> Objects.requireNonNull(http.post()
                        .uri(root + "/accounts/{account}/senders", account)
                        .body(Map.of("name", name))
                        .retrieve()
                        .body(SenderAsked.class))
                .agreed());
    }

    @Override
    public List<LeadTold> leads(String account, long after) {
        return list(
                new ParameterizedTypeReference<List<LeadTold>>() {},
                root + "/accounts/{account}/leads?after={after}",
                account,
                after);
    }

    @Override
    public List<ChatTold> chats(String account, long after) {
        return list(
                new ParameterizedTypeReference<List<ChatTold>>() {},
                root + "/accounts/{account}/chats?after={after}",
                account,
                after);
    }

    private record CampaignBody(
            String account,
            String name,
            String objective,
            LocalDate startsOn,
            LocalDate endsOn,
            @Nullable Budget budget,
            @Nullable String subject,
            boolean splitTest) {}

    private record BidBody(BidStrategy strategy, @Nullable Long minor) {}

    private record AdGroupBody(
            String campaignId,
            String name,
            @Nullable String goal,
            @Nullable Charge charge,
            List<String> placements,
            AudienceDefinition audience,
            @Nullable Budget budget,
            BidBody bid,
            Pace pace,
            @Nullable String hours,
            Map<String, Boolean> switches) {}

    private record CreativeBody(
            String account,
            String name,
            String format,
            List<String> media,
            List<String> bodies,
            List<String> headlines,
            List<String> descriptions,
            List<String> callsToAction,
            @Nullable String link,
            @Nullable String brand,
            @Nullable String form,
            @Nullable String post,
            @Nullable MessageOrder message,
            @Nullable ChatOrder chat,
            List<CardBody> cards) {}

    private record CardBody(
            String text, @Nullable String price, @Nullable String link) {}

    private record AdBody(String adGroupId, String creativeId, String name) {}

    @Override
    public String create(String key, Order order) {
        if (order instanceof CampaignOrder o) {
            openAccount(o.account());
            return create("campaigns", key, campaign(o));
        } else if (order instanceof AdGroupOrder o) {
            return create("ad-groups", key, adGroup(o));
        }
        AdOrder ad = (AdOrder) order;
        String creativeId = create("creatives", key + "/creative", creative(ad));
        return create("ads", key, new AdBody(ad.adGroupId(), creativeId, ad.name()));
    }

    @Override
    public void change(String externalId, Order order) {
        if (order instanceof CampaignOrder o) {
            put("campaigns", externalId, campaign(o));
        } else if (order instanceof AdGroupOrder o) {
            put("ad-groups", externalId, adGroup(o));
        } else if (order instanceof AdOrder ad) {
            String creativeId = adOnNetwork(externalId).creativeId();
            put("creatives", creativeId, creative(ad));
            put("ads", externalId, new AdBody(ad.adGroupId(), creativeId, ad.name()));
        }
    }

    private static CampaignBody campaign(CampaignOrder o) {
        return new CampaignBody(
                o.account().account(),
                o.name(),
                o.objective(),
                o.startsOn(),
                o.endsOn(),
                o.budget(),
                o.subject(),
                o.heldApart());
    }

    private static AdGroupBody adGroup(AdGroupOrder o) {
        DeliveryOrder d = o.delivery();
        return new AdGroupBody(
                o.campaignId(),
                o.name(),
                d.goal(),
                d.charge(),
                o.placements(),
                o.audience(),
                o.budget(),
                new BidBody(d.strategy(), d.bidMinor()),
                d.pace(),
                d.hours(),
                d.switches());
    }

    private static CreativeBody creative(AdOrder o) {
        CreativeOrder c = o.creative();
        FormRef form = c.form();
        return new CreativeBody(
                o.account(),
                o.name(),
                c.format(),
                c.media(),
                c.bodies(),
                c.headlines(),
                c.descriptions(),
                c.callsToAction(),
                orNull(c.link()),
                orNull(c.brand()),
                form == null ? null : form.externalId(),
                orNull(c.post()),
                c.message(),
                c.chat(),
                c.cards().stream()
                        .map(k -> new CardBody(k.text(), orNull(k.price()), orNull(k.link())))
                        .toList());
    }

    private record AdOnNetwork(AdBody order) {
        String creativeId() {
            return order.creativeId();
        }
    }

    private AdOnNetwork adOnNetwork(String id) {
        return asked(() -> http.get().uri(root + "/ads/{id}", id).retrieve().body(AdOnNetwork.class));
    }

    private record Created(@Nullable String id) {
        String known() {
            if (id == null) {
                throw new RestClientException("An answer without an id.");
            }
            return id;
        }
    }

    /** A key that came with other content before has created something: that is changed to what is wanted now. */
    private String create(String what, String key, Object body) {
        return asked(() -> {
            try {
                return Objects.requireNonNull(http.post()
                                .uri(root + "/" + what)
                                .header(KEY, key)
                                .body(body)
                                .retrieve()
                                .body(Created.class))
                        .known();
            } catch (HttpClientErrorException.Conflict taken) {
                String id = createdBefore(taken);
                put(what, id, body);
                return id;
            }
        });
    }

    private static String createdBefore(HttpClientErrorException.Conflict taken) {
        ProblemDetail problem = taken.getResponseBodyAs(ProblemDetail.class);
        Map<String, Object> properties = problem == null ? null : problem.getProperties();
        Object id = properties == null ? null : properties.get("createdId");
        if (id == null) {
            throw taken;
        }
        return id.toString();
    }

    private void put(String what, String id, Object body) {
        asked(() -> http.put()
                .uri(root + "/" + what + "/{id}", id)
                .body(body)
                .retrieve()
                .toBodilessEntity());
    }

    @Override
    public void pause(Level level, String externalId, boolean paused) {
        asked(() -> http.put()
                .uri(root + "/" + path(level) + "/{id}/paused", externalId)
                .body(Map.of("paused", paused))
                .retrieve()
                .toBodilessEntity());
    }

    private static String path(Level level) {
        return switch (level) {
            case CAMPAIGN -> "campaigns";
            case AD_GROUP -> "ad-groups";
            case AD -> "ads";
        };
    }

    @Override
    public void remove(Level level, String externalId) {
        asked(() -> http.delete()
                .uri(root + "/" + path(level) + "/{id}", externalId)
                .retrieve()
                .toBodilessEntity());
    }

    private record CampaignFacts(String id, CampaignBody order, boolean paused, boolean removed) {}

    private record AdGroupFacts(String id, AdGroupBody order, boolean paused, boolean removed) {}

    private record AdFacts(String id, AdBody order, boolean paused, boolean removed) {}

    private record AdWhole(AdFacts ad, CreativeBody creative) {}

    private record CampaignWhole(CampaignFacts campaign, List<AdGroupFacts> adGroups, List<AdWhole> ads) {}

    @Override
    public List<ItemTold> items(String campaignId) {
        CampaignWhole whole = asked(() -> http.get()
                .uri(root + "/campaigns/{id}/whole", campaignId)
                .retrieve()
                .body(CampaignWhole.class));
        List<ItemTold> items = new ArrayList<>();
        CampaignFacts c = whole.campaign();
        Map<String, String> ofCampaign = new HashMap<>(money(c.order().budget()));
        ofCampaign.put(ItemTold.SUBJECT, Objects.requireNonNullElse(c.order().subject(), ""));
        ofCampaign.put(ItemTold.APART, c.order().splitTest() ? ItemTold.HELD_APART : "");
        ofCampaign.put(ItemTold.NAME, c.order().name());
        ofCampaign.put(ItemTold.FIRST_DAY, c.order().startsOn().toString());
        ofCampaign.put(ItemTold.LAST_DAY, c.order().endsOn().minusDays(1).toString());
        items.add(new ItemTold(Level.CAMPAIGN, c.id(), c.paused(), c.removed(), ofCampaign, null));
        for (AdGroupFacts g : whole.adGroups()) {
            Map<String, String> ofGroup = new HashMap<>(money(g.order().budget()));
            ofGroup.put(ItemTold.NAME, g.order().name());
            items.add(new ItemTold(Level.AD_GROUP, g.id(), g.paused(), g.removed(), ofGroup, group(g.order())));
        }
        for (AdWhole a : whole.ads()) {
            AdFacts ad = a.ad();
            Map<String, String> ofAd = Map.of(
                    ItemTold.NAME, ad.order().name(),
                    ItemTold.HEADLINE, String.join("\n", a.creative().headlines()),
                    ItemTold.BODY, String.join("\n", a.creative().bodies()),
                    ItemTold.LINK, Objects.requireNonNullElse(a.creative().link(), ""));
            items.add(new ItemTold(Level.AD, ad.id(), ad.paused(), ad.removed(), ofAd, null));
        }
        return items;
    }

    private static GroupTold group(AdGroupBody g) {
        return new GroupTold(
                g.audience(),
                g.placements(),
                new DeliveryOrder(
                        g.goal(), g.charge(), g.bid().strategy(), g.bid().minor(), g.pace(), g.hours(), g.switches()));
    }

    /** Money a day and for the flight; what is not given is empty. */
    private static Map<String, String> money(@Nullable Budget budget) {
        String minor = budget == null ? "" : String.valueOf(budget.minor());
        boolean lifetime = budget != null && budget.lifetime();
        return Map.of(ItemTold.MONEY, lifetime ? "" : minor, ItemTold.LIFETIME, lifetime ? minor : "");
    }

    @Override
    public List<Review> reviews(String account) {
        List<Review> all = new ArrayList<>();
        List<Review> page;
        do {
            String after = all.isEmpty() ? "" : all.get(all.size() - 1).id();
            page = list(
                    new ParameterizedTypeReference<List<Review>>() {},
                    root + "/reviews?account={account}&after={after}",
                    account,
                    after);
            all.addAll(page);
        } while (!page.isEmpty());
        return all;
    }

    private record HourTold(long seq, String adId, Instant hour, long spendMinor, Map<String, Long> counts) {
        Hour told() {
            return new Hour(seq, adId, hour, PracticeNetwork.counts(counts, spendMinor, MOST_AN_HOUR));
        }
    }

    /**
     * @param most of anything but money that is believed of one ad
     * @throws RestClientException when more is told
     */
    private static Counts counts(Map<String, Long> told, long spendMinor, long most) {
        Map<Measure, Long> counts = new EnumMap<>(Measure.class);
        FIELDS.forEach((field, measure) -> {
            long count = told.getOrDefault(field, 0L);
            if (measure != Measure.VALUE && Math.abs(count) > most) {
                throw new RestClientException(
                        "%s: %,d of one ad; the most that is believed is %,d.".formatted(field, count, most));
            }
            counts.put(measure, count);
        });
        counts.put(Measure.SPEND, spendMinor);
        return Counts.of(counts);
    }

    @Override
    public List<Hour> reports(String account, long after) {
        return asked(() -> list(
                        new ParameterizedTypeReference<List<HourTold>>() {},
                        root + "/accounts/{account}/hours?after={after}",
                        account,
                        after)
                .stream()
                .map(HourTold::told)
                .toList());
    }

    @Override
    public String beginReport(String account, LocalDate from, LocalDate to, List<String> by) {
        return asked(() -> http.post()
                        .uri(root + "/accounts/{account}/report-jobs", account)
                        .body(Map.of("from", from, "to", to, "hourly", false, "by", by))
                        .retrieve()
                        .body(Begun.class))
                .id();
    }

    private record Begun(String id) {}

    @Override
    public ReportState report(String account, String reportId) {
        return asked(() -> http.get()
                .uri(root + "/accounts/{account}/report-jobs/{id}", account, reportId)
                .retrieve()
                .body(ReportState.class));
    }

    private record PartTold(
            String adId, LocalDate day, Map<String, String> by, long spendMinor, Map<String, Long> counts) {}

    @Override
    public List<PartOfDay> reportRows(String account, String reportId, int page) {
        return asked(() -> list(
                        new ParameterizedTypeReference<List<PartTold>>() {},
                        root + "/accounts/{account}/report-jobs/{id}/rows?page={page}",
                        account,
                        reportId,
                        page)
                .stream()
                .map(p -> new PartOfDay(
                        p.adId(), p.day(), p.by(), counts(p.counts(), p.spendMinor(), HOURS * MOST_AN_HOUR)))
                .toList());
    }

    @Override
    public Map<String, Long> reach(
            String account, @Nullable LocalDate from, @Nullable LocalDate to, Map<String, List<String>> sets) {
        return asked(() -> http.post()
                .uri(uri -> uri.path(root + "/accounts/{account}/reach")
                        .queryParamIfPresent("from", Optional.ofNullable(from))
                        .queryParamIfPresent("to", Optional.ofNullable(to))
                        .build(account))
                .body(sets)
                .retrieve()
                .body(new ParameterizedTypeReference<Map<String, Long>>() {}));
    }

    @Override
    public Map<String, Long> parts(String campaignId) {
        return asked(() -> http.get()
                .uri(root + "/campaigns/{id}/parts", campaignId)
                .retrieve()
                .body(new ParameterizedTypeReference<Map<String, Long>>() {}));
    }

    private <T> List<T> list(ParameterizedTypeReference<List<T>> type, String uri, Object... variables) {
        return asked(() -> http.get().uri(uri, variables).retrieve().body(type));
    }
}
