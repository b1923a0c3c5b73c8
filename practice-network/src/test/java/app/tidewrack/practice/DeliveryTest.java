package app.tidewrack.practice;

import static app.tidewrack.practice.Caller.campaign;
import static app.tidewrack.practice.Caller.creative;
import static app.tidewrack.practice.Caller.group;
import static app.tidewrack.practice.Caller.sum;
import static app.tidewrack.practice.Caller.with;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.evidence.Comparison;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What money brings, over the network's HTTP, hour after hour. */
class DeliveryTest extends WithNetworks {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private static final AudienceDefinition KNITTERS =
            AudienceDefinition.everyoneIn("GB").aged(new AgeRange(25, 54)).interestedIn(List.of("knitting", "sewing"));

    private Caller on(String network, String account) throws Exception {
        return on(network, account, "GBP", "Europe/London");
    }

    private static List<Map<String, Object>> creatives(String account, String media, int count) {
        List<Map<String, Object>> creatives = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            creatives.add(creative(account, media, "Mend it, way " + i));
        }
        return creatives;
    }

    /** Money is never overrun; every breakdown adds up to the whole; people are fewer than impressions; clicks likewise. */
    @Test
    void moneyAndNumbersAddUp() throws Exception {
        Caller hs = on("hearthside", "sums");
        String picture = hs.picture(1080, 1080);
        List<String> ads =
                hs.live(campaign("sums", "traffic"), group("", KNITTERS, 3000), creatives("sums", picture, 3));
        hs.move(24 * 6);
        List<JsonNode> whole = hs.report("sums", false);
        Map<String, Long> byDay = whole.stream()
                .collect(Collectors.groupingBy(
                        r -> r.get("day").asString(),
                        TreeMap::new,
                        Collectors.summingLong(r -> r.get("spendMinor").asLong())));
        assertThat(byDay.values()).allSatisfy(spent -> assertThat(spent).isLessThanOrEqualTo(3000));
        assertThat(byDay.values()).filteredOn(s -> s > 2700).hasSizeGreaterThanOrEqualTo(4);
        for (String[] by :
                new String[][] {{"age", "gender"}, {"region"}, {"country"}, {"placement"}, {"device"}, {"age"}}) {
            List<JsonNode> rows = hs.report("sums", false, by);
            for (String measure :
                    List.of("impressions", "clicks", "visits", "purchases", "engagements", "spendMinor")) {
                assertThat(sum(rows, measure))
                        .as(measure + " by " + List.of(by))
                        .isEqualTo(sum(whole, measure));
            }
        }
        assertThat(sum(hs.report("sums", true), "impressions")).isEqualTo(sum(whole, "impressions"));
        JsonNode reach = hs.post("/accounts/sums/reach", Map.of("all", ads, "one", List.of(ads.get(0))));
        assertThat(reach.get("all").asLong()).isBetween(reach.get("one").asLong(), sum(whole, "impressions"));
        assertThat(sum(whole, "clicks")).isBetween(1L, sum(whole, "impressions"));
        // Cold feed traffic: a click rate of about one in a hundred (common practice).
        assertThat((double) sum(whole, "clicks") / sum(whole, "impressions")).isBetween(0.004, 0.03);
    }

    /** Lifetime money is never overrun, nor an account's own limit; a front-loaded day is half spent well before noon. */
    @Test
    void lifetimeLimitsAndPaceHold() throws Exception {
        Caller sw = on("shortwave", "pace");
        String picture = sw.picture(1200, 1200);
        AudienceDefinition adults = AudienceDefinition.everyoneIn("GB").aged(new AgeRange(20, 49));
        LocalDate today = LocalDate.parse(
                sw.fine(HttpMethod.GET, "/clock", "").get("now").asString().substring(0, 10));
        Map<String, Object> week = with(
                campaign("pace", "traffic"),
                "startsOn",
                today.plusDays(1).toString(),
                "endsOn",
                today.plusDays(6).toString());
        sw.live(
                week,
                with(group("", adults, 0), "budget", Map.of("lifetime", true, "minor", 10_000), "pace", "FRONT"),
                creatives("pace", picture, 2));
        sw.put(
                "/accounts/limited",
                Map.of("name", "L", "currency", "GBP", "zone", "Europe/London", "spendingLimitMinor", 2500));
        for (int i = 0; i < 2; i++) {
            sw.live(campaign("limited", "traffic"), group("", adults, 2000), creatives("limited", picture, 1));
        }
        sw.move(24 * 8);
        List<JsonNode> hours = sw.report("pace", true);
        assertThat(sum(hours, "spendMinor")).isBetween(8500L, 10_000L);
        String day = today.plusDays(3).toString();
        List<JsonNode> ofDay =
                hours.stream().filter(h -> h.get("day").asString().equals(day)).toList();
        long morning = ofDay.stream()
                .filter(h -> h.get("hour").asString().compareTo(day + "T12") < 0)
                .mapToLong(h -> h.get("spendMinor").asLong())
                .sum();
        assertThat(morning).isGreaterThan(sum(ofDay, "spendMinor") / 2);
        Map<String, Long> limited = sw.report("limited", false).stream()
                .collect(Collectors.groupingBy(
                        r -> r.get("day").asString(),
                        Collectors.summingLong(r -> r.get("spendMinor").asLong())));
        assertThat(limited.values()).allSatisfy(s -> assertThat(s).isLessThanOrEqualTo(2500));
    }

    /** Money of three decimals (ISO 4217: KWD) is spent by the thousandth: 2.400 a day at 1.150 to 3.900 a thousand. */
    @Test
    void thousandthsOfADinarAreSpent() throws Exception {
        Caller hs = on("hearthside", "dinars", "KWD", "Europe/London");
        hs.live(
                campaign("dinars", "traffic"),
                group("", KNITTERS, 2400),
                creatives("dinars", hs.picture(1200, 628), 2));
        hs.move(24 * 5);
        List<JsonNode> days = hs.report("dinars", false);
        assertThat(days)
                .allSatisfy(d -> assertThat(d.get("spendMinor").asLong()).isLessThanOrEqualTo(2400));
        double thousand = 1000.0 * sum(days, "spendMinor") / sum(days, "impressions");
        assertThat(thousand).isBetween(300.0, 4500.0);
    }

    /** Common practice: side-rail ads get about 0.04 % clicks. Mean over 12 creatives, so that no single one decides. */
    @Test
    void theSideRailIsHardlyClicked() throws Exception {
        Caller hs = on("hearthside", "rail");
        String picture = hs.picture(1200, 628);
        hs.live(
                campaign("rail", "awareness"),
                with(group("", KNITTERS, 20_000), "placements", List.of("side-rail")),
                creatives("rail", picture, 12));
        hs.move(24 * 4);
        List<JsonNode> rows = hs.report("rail", false);
        double rate = (double) sum(rows, "clicks") / sum(rows, "impressions");
        System.out.printf("Side rail: %,d impressions, %.4f %% clicks%n", sum(rows, "impressions"), rate * 100);
        assertThat(rate).isCloseTo(0.0004, within(0.00012));
    }

    /** A ceiling is never passed (common practice: what is paid is usually less), and one too low gets nothing. */
    @Test
    void bidsWinOrStarve() throws Exception {
        Caller hs = on("hearthside", "bids");
        String picture = hs.picture(1080, 1080);
        JsonNode suggested = hs.post(
                "/accounts/bids/bids",
                Map.of(
                        "objective",
                        "traffic",
                        "charge",
                        "CLICK",
                        "placements",
                        List.of("home-feed"),
                        "audience",
                        KNITTERS));
        long high = suggested.get("toMinor").asLong();
        long lowest = suggested.get("lowestMinor").asLong();
        assertThat(lowest).isLessThan(suggested.get("fromMinor").asLong());
        assertThat(suggested.get("suggestedMinor").asLong())
                .isBetween(suggested.get("fromMinor").asLong(), high);
        List<List<String>> ads = new ArrayList<>();
        for (long bid : new long[] {lowest, high}) {
            ads.add(hs.live(
                    campaign("bids", "traffic"),
                    with(
                            group("", KNITTERS, 4000),
                            "charge",
                            "CLICK",
                            "placements",
                            List.of("home-feed"),
                            "bid",
                            Map.of("strategy", "MAXIMUM", "minor", bid)),
                    creatives("bids", picture, 1)));
        }
        hs.move(24 * 4);
        List<JsonNode> rows = hs.report("bids", false);
        List<JsonNode> starved = of(rows, ads.get(0));
        List<JsonNode> won = of(rows, ads.get(1));
        assertThat(sum(starved, "impressions")).isZero();
        assertThat(sum(won, "clicks")).isPositive();
        assertThat((double) sum(won, "spendMinor") / sum(won, "clicks"))
                .isLessThanOrEqualTo(high)
                .isGreaterThan(high * 0.3);
    }

    private static List<JsonNode> of(List<JsonNode> rows, List<String> ads) {
        return rows.stream().filter(r -> ads.contains(r.get("adId").asString())).toList();
    }

    /**
     * Reach of I impressions on N people shown to evenly: N(1 − (1 − 1/N)^I), the occupancy formula (Feller 1968, I.2);
     * four standard errors of the number of empty cells.
     */
    @Test
    void reachFollowsTheOccupancyCurve() throws Exception {
        Caller hs = on("hearthside", "curve");
        AudienceDefinition few = AudienceDefinition.everyoneIn(
                        Places.around(List.of(new Circle(0, "Norwich", "GB", 52.6278, 1.2983, 12))))
                .and(AnyOf.of(new Term(TermKind.DEVICE, "phone")))
                .interestedIn(List.of("knitting"));
        List<String> ads = hs.live(
                campaign("curve", "reach"),
                with(group("", few, 30_000), "placements", List.of("home-feed")),
                creatives("curve", hs.picture(1080, 1080), 1));
        hs.move(24 * 3);
        double people = hs.post("/sizes?account=curve", List.of(few))
                .get(0)
                .get("people")
                .asDouble();
        double impressions = sum(hs.report("curve", false), "impressions");
        double reach =
                hs.post("/accounts/curve/reach", Map.of("all", ads)).get("all").asDouble();
        double expected = people * (1 - Math.pow(1 - 1 / people, impressions));
        System.out.printf(
                "Reach: %.0f of %.0f people by %.0f impressions; by the formula %.0f%n",
                reach, people, impressions, expected);
        // Sizes are told in three figures; that is half a percent at most.
        assertThat(reach).isCloseTo(expected, within(4 * Math.sqrt(people) + 0.006 * people));
    }

    /** About one in ten who start a video finish it (common practice); watchers become a source audience by share watched. */
    @Test
    void videosAreLeftAndWatchersComeBackAsAudience() throws Exception {
        Caller jc = on("jumpcut", "video");
        String video;
        try (InputStream in = getClass().getResourceAsStream("/upright.mp4")) {
            video = jc.media(in.readAllBytes());
        }
        Map<String, Object> creative =
                with(creative("video", video, "Three stitches"), "format", "single-video", "headlines", List.of());
        jc.live(
                campaign("video", "video-views"),
                group("", AudienceDefinition.everyoneIn("GB").aged(new AgeRange(18, 54)), 4000),
                List.of(
                        creative,
                        with(creative, "bodies", List.of("Four")),
                        with(creative, "bodies", List.of("Five"))));
        jc.move(24 * 3);
        List<JsonNode> rows = jc.report("video", false);
        double finishing = (double) sum(rows, "finished") / sum(rows, "views");
        System.out.printf("Video: %.1f %% of %,d starters finish%n", finishing * 100, sum(rows, "views"));
        assertThat(finishing).isBetween(0.06, 0.16);
        assertThat(sum(rows, "watched25")).isGreaterThan(sum(rows, "watched75"));
        long[] sizes = new long[2];
        for (int i = 0; i < 2; i++) {
            String source = jc.create(
                    "accounts/video/sources",
                    Map.of("name", "Watchers", "kind", "video", "subject", video, "percent", i == 0 ? 0 : 95));
            sizes[i] = jc.get("/accounts/video/sources/" + source)
                    .get("size")
                    .get("people")
                    .asLong();
        }
        // Watchers are known at once, views are told four hours later.
        assertThat(sizes[0]).isBetween(sum(rows, "views") / 2, sum(rows, "views") * 11 / 10);
        assertThat(sizes[1]).isLessThan(sizes[0] / 5);
    }

    /** A mix ad's numbers by each slot's parts add up to the whole; pairs of medium and headline likewise, by report only. */
    @Test
    void mixAdsTellByAsset() throws Exception {
        Caller hs = on("hearthside", "mix");
        List<String> pictures = List.of(hs.picture(1080, 1080), hs.picture(1081, 1080), hs.picture(1082, 1080));
        Map<String, Object> mix = with(
                creative("mix", "", ""),
                "format",
                "mix",
                "media",
                pictures,
                "bodies",
                List.of("One", "Two", "Three"),
                "headlines",
                List.of("A", "B", "C"),
                "descriptions",
                List.of("x", "y"),
                "callsToAction",
                List.of("shop", "learn-more"));
        hs.live(campaign("mix", "traffic"), group("", KNITTERS, 3000), List.of(mix));
        hs.move(48);
        List<JsonNode> whole = hs.report("mix", false);
        Map<String[], Integer> rows = Map.of(
                new String[] {"media"},
                3,
                new String[] {"headline"},
                3,
                new String[] {"call-to-action"},
                2,
                new String[] {"media", "headline"},
                9);
        for (Map.Entry<String[], Integer> by : rows.entrySet()) {
            List<JsonNode> parts = hs.report("mix", false, by.getKey());
            assertThat(parts.stream().map(r -> r.get("by")).collect(Collectors.toSet()))
                    .hasSize(by.getValue());
            assertThat(sum(parts, "impressions")).isEqualTo(sum(whole, "impressions"));
        }
    }

    /** Groups of a split test never reach the same person. */
    @Test
    void splitTestsHoldPeopleApart() throws Exception {
        Caller hs = on("hearthside", "split");
        String picture = hs.picture(1080, 1080);
        AudienceDefinition few = AudienceDefinition.everyoneIn(
                        Places.around(List.of(new Circle(0, "Norwich", "GB", 52.6278, 1.2983, 20))))
                .interestedIn(List.of("knitting"));
        String campaign = hs.create("campaigns", with(campaign("split", "reach"), "splitTest", true));
        List<List<String>> ads = new ArrayList<>();
        for (int g = 0; g < 2; g++) {
            String group = hs.create("ad-groups", with(group(campaign, few, 5000), "name", "G" + g));
            ads.add(hs.ads(group, creatives("split", picture, 1)));
        }
        hs.move(48);
        JsonNode reach = hs.post(
                "/accounts/split/reach",
                Map.of(
                        "a",
                        ads.get(0),
                        "b",
                        ads.get(1),
                        "both",
                        List.of(ads.get(0).get(0), ads.get(1).get(0))));
        assertThat(reach.get("a").asLong()).isPositive();
        assertThat(reach.get("both").asLong())
                .isEqualTo(reach.get("a").asLong() + reach.get("b").asLong());
        JsonNode parts = hs.get("/campaigns/" + campaign + "/parts");
        assertThat(parts.size()).isEqualTo(2);
        List<Long> people = parts.values().stream().map(JsonNode::asLong).toList();
        assertThat(people.get(0)).isGreaterThanOrEqualTo(reach.get("a").asLong());
        // By a hash, so even but for chance.
        assertThat(Comparison.ofSizes(people, List.of(1.0, 1.0))).isGreaterThan(0.001);
    }

    /**
     * Purchases come late and correct their hour; a cursor sees the corrected hour again, with the higher numbers. While a correction
     * is on its way, reports of the day go on telling the hour.
     */
    @Test
    void latePurchasesCorrectWhatWasTold() throws Exception {
        Caller hs = on("hearthside", "late");
        hs.live(
                campaign("late", "conversions"),
                group("", KNITTERS, 20_000),
                creatives("late", hs.picture(1080, 1080), 2));
        hs.move(24 * 3);
        List<JsonNode> first = told(hs, 0);
        Map<String, Long> purchases = new TreeMap<>();
        first.forEach(
                h -> purchases.put(key(h), h.get("counts").path("purchases").asLong(0)));
        Set<String> before = Set.of();
        for (int step = 0; step < 24; step++) {
            hs.move(3);
            Set<String> shown =
                    hs.report("late", true).stream().map(DeliveryTest::key).collect(Collectors.toSet());
            assertThat(shown).as("after %d hours", 3 * step).containsAll(before);
            before = shown;
        }
        List<JsonNode> corrected = told(
                        hs, first.get(first.size() - 1).get("seq").asLong())
                .stream()
                .filter(h -> purchases.containsKey(key(h)))
                .toList();
        assertThat(corrected)
                .isNotEmpty()
                .allSatisfy(h -> assertThat(h.get("counts").path("purchases").asLong(0)
                                + h.get("counts").path("viewPurchases").asLong(0))
                        .isGreaterThan(purchases.get(key(h))));
        // Spending is final: the site's own visitors include those the ads brought.
        assertThat(hs.get("/accounts/late")
                        .get("siteTag")
                        .get("events")
                        .get(3)
                        .get("lastDayPeople")
                        .asLong())
                .isPositive();
    }

    private static String key(JsonNode hour) {
        return hour.get("adId").asString() + hour.get("hour").asString();
    }

    /** Hours of the account {@code late}, page by page. */
    private static List<JsonNode> told(Caller hs, long after) throws Exception {
        List<JsonNode> hours = new ArrayList<>();
        for (JsonNode page = hs.get("/accounts/late/hours?after=" + after);
                !page.isEmpty();
                page = hs.get("/accounts/late/hours?after=" + after)) {
            page.forEach(hours::add);
            after = hours.get(hours.size() - 1).get("seq").asLong();
        }
        return hours;
    }

    /** Form senders leave made-up answers with safe addresses; chats begin with the greeting. */
    @Test
    void peopleSendFormsAndBeginChats() throws Exception {
        Caller hs = on("hearthside", "forms");
        String picture = hs.picture(1080, 1080);
        String form = hs.create(
                "forms",
                Map.of(
                        "account", "forms",
                        "name", "F",
                        "headline", "A kit for your sock",
                        "fields", List.of("full-name", "email", "city"),
                        "questions", List.of(Map.of("text", "How many socks?", "choices", List.of("One", "Both"))),
                        "privacyLink", "https://forms.example/privacy"));
        Map<String, Object> creative = creative("forms", picture, "Ask for a kit");
        hs.live(
                campaign("forms", "leads"),
                group("", KNITTERS, 10_000),
                List.of(with(creative, "format", "lead-form", "form", form)));
        hs.live(
                campaign("forms", "messages"),
                group("", KNITTERS, 5_000),
                List.of(with(
                        creative,
                        "format",
                        "chat",
                        "chat",
                        Map.of("greeting", "Hello", "replies", List.of("Hi", "Who is this?")))));
        hs.move(48);
        JsonNode leads = hs.get("/accounts/forms/leads");
        List<JsonNode> rows = hs.report("forms", false);
        assertThat(leads.size()).isPositive();
        for (JsonNode lead : leads) {
            assertThat(lead.get("answers").get("email").asString()).matches(".+@example\\.(com|net|org)");
            assertThat(lead.get("answers").get("How many socks?").asString()).isIn("One", "Both");
        }
        long last = leads.get(leads.size() - 1).get("seq").asLong();
        assertThat(hs.get("/accounts/forms/leads?after=" + last)).isEmpty();
        assertThat((long) leads.size()).isGreaterThanOrEqualTo(sum(rows, "formSends"));
        assertThat(hs.get("/accounts/forms/chats")
                        .get(0)
                        .get("lines")
                        .get(0)
                        .get("text")
                        .asString())
                .isEqualTo("Hello");
        // One in eight hides their name.
        List<String> shown = hs.get("/accounts/forms/chats")
                .valueStream()
                .map(c -> c.path("name").asString(""))
                .toList();
        assertThat(shown.stream().filter(String::isEmpty).count()).isLessThan(shown.size() / 2);

        // What somebody sent is taken out when they ask; another account's is not, and what is gone already is no
        // fault.
        long chat = hs.get("/accounts/forms/chats").get(0).get("seq").asLong();
        Map<String, Object> theirs = Map.of("leads", List.of(last, last + 1_000), "chats", List.of(chat));
        hs.account("others", "EUR", "Europe/Berlin", "others.example");
        hs.post("/accounts/others/leads/erased", theirs);
        assertThat(hs.get("/accounts/forms/leads").size()).isEqualTo(leads.size());
        hs.post("/accounts/forms/leads/erased", theirs);
        hs.post("/accounts/forms/leads/erased", theirs);
        assertThat(hs.get("/accounts/forms/leads").size()).isEqualTo(leads.size() - 1);
        assertThat(hs.get("/accounts/forms/leads?after=" + (last - 1))).isEmpty();
        assertThat(hs.get("/accounts/forms/chats").get(0).path("seq").asLong(0)).isNotEqualTo(chat);
    }
}
