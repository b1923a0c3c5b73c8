package app.tidewrack.practice;

import static app.tidewrack.practice.Caller.campaign;
import static app.tidewrack.practice.Caller.creative;
import static app.tidewrack.practice.Caller.group;
import static app.tidewrack.practice.Caller.with;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.Caller.Answer;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What six networks offer, take and refuse, over their HTTP. */
@Tag("whole")
@SpringBootTest
@AutoConfigureMockMvc
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PracticeNetworkTest {
    @Autowired
    private MockMvc mvc;

    @Autowired
    private World world;

    @Autowired
    private Networks networks;

    @Autowired
    private Matcher matcher;

    @Autowired
    private JsonMapper json;

    private Caller hs;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void open() throws Exception {
        hs = new Caller(mvc, json, "hearthside");
        hs.account("a", "GBP", "Europe/London", "a.example");
    }

    /** Bitmap sizes against a plain look at every person, for random audiences of up to seven conditions. */
    @Test
    void sizesEqualAPlainScanOfThePanel() {
        Random random = new Random(17);
        Panel panel = world.panel();
        Network network = networks.network("hearthside");
        for (int run = 0; run < 60; run++) {
            AudienceDefinition a = randomAudience(random);
            long scanned = IntStream.range(0, panel.size())
                    .filter(p -> network.members().contains(p) && meets(panel, p, a))
                    .count();
            assertThat(matcher.crowd(network, null, a).size()).isEqualTo(scanned * world.weight());
        }
    }

    /** Placements are told on networks that let nobody ask for devices too; of people on phones no more come by than there are. */
    @Test
    void peopleWhoComeByAreToldOnEveryNetwork() throws Exception {
        AudienceDefinition all = AudienceDefinition.everyoneIn("GB");
        for (Network network : networks.all()) {
            JsonNode told = new Caller(mvc, json, network.slug()).post("/placement-sizes", all);
            assertThat(told).hasSameSizeAs(network.rulebook().placements());
            told.forEach(t -> assertThat(t.get("size").get("people").asLong()).isPositive());
        }
        AudienceDefinition phones = all.and(AnyOf.of(new Term(TermKind.DEVICE, "phone")));
        long onPhones =
                matcher.crowd(networks.network("hearthside"), null, phones).size();
        JsonNode told = hs.post("/placement-sizes", phones);
        told.forEach(t ->
                assertThat(t.get("size").get("people").asLong()).isLessThanOrEqualTo(Math.round(onPhones * 1.005)));
    }

    private static AudienceDefinition randomAudience(Random random) {
        int from = 14 + random.nextInt(50);
        AudienceDefinition a = AudienceDefinition.everyoneIn(Places.inCountries("GB", "DK", "CA"))
                .withoutPlaces(random.nextBoolean() ? Places.NONE : Places.inCountries("DK"))
                .aged(random.nextBoolean() ? null : new AgeRange(from, from + random.nextInt(81 - from)))
                .of(Gender.values()[random.nextInt(3)]);
        List<Term> pool = List.of(
                Term.interest("knitting"),
                Term.interest("chess"),
                Term.interest("home-and-garden"),
                new Term(TermKind.DEVICE, "phone"),
                new Term(TermKind.SYSTEM, "ios"),
                new Term(TermKind.CONNECTION, "wifi"),
                new Term(TermKind.HABIT, "commutes"));
        for (int c = 0; c < random.nextInt(3); c++) {
            a = a.and(AnyOf.of(pool.get(random.nextInt(7)), pool.get(random.nextInt(7))));
        }
        return a.without(random.nextBoolean() ? List.of() : List.of(pool.get(random.nextInt(7))));
    }

    private static boolean meets(Panel panel, int person, AudienceDefinition a) {
        AgeRange ages = a.ages();
        return a.places().countries().stream().anyMatch(c -> panel.inCountry(c).contains(person))
                && a.placesLeftOut().countries().stream()
                        .noneMatch(c -> panel.inCountry(c).contains(person))
                && (ages == null || (panel.age(person) >= ages.from() && panel.age(person) <= ages.to()))
                && (a.gender() == Gender.ANY
                        || panel.gender(person) == (a.gender() == Gender.WOMEN ? Panel.Said.WOMAN : Panel.Said.MAN))
                && a.conditions().stream().allMatch(c -> c.terms().stream().anyMatch(t -> has(panel, person, t)))
                && a.leftOut().stream().noneMatch(t -> has(panel, person, t));
    }

    private static boolean has(Panel panel, int person, Term term) {
        return panel.column(term.kind(), term.code()).orElseThrow().contains(person);
    }

    @Test
    void describesItselfAndLetsInOnlyCallersWithTheKey() throws Exception {
        assertThat(mvc.perform(get("/networks")).andReturn().getResponse().getStatus())
                .isEqualTo(401);
        assertThat(hs.fine(HttpMethod.GET, "/networks", "")).hasSize(6);
        JsonNode paths = hs.fine(HttpMethod.GET, "/v3/api-docs", "").get("paths");
        assertThat(paths.has("/networks/{network}/overlaps")).isTrue();
        assertThat(paths.has("/networks/{network}/accounts/{account}/report-jobs"))
                .isTrue();
        assertThat(hs.fine(HttpMethod.GET, "/rulebook-schema.json", "")
                        .get("$schema")
                        .asString())
                .endsWith("2020-12/schema");
    }

    /** Every network sizes by what it alone offers, and narrows the further the more is asked. */
    @Test
    void eachNetworkNarrowsByItsOwnConditions() throws Exception {
        Map<String, Term> own = Map.of(
                "hearthside", new Term(TermKind.HABIT, "travels-often"),
                "guildrow", new Term(TermKind.JOB_FUNCTION, "quality"),
                "shortwave", new Term(TermKind.KEYWORD, "climate"),
                "askwell", new Term(TermKind.QUESTION, "knitting.2"),
                "jumpcut", new Term(TermKind.INTEREST, "knitting"),
                "dayglass", new Term(TermKind.BUYS, "denim"));
        for (Map.Entry<String, Term> each : own.entrySet()) {
            AudienceDefinition asked = AudienceDefinition.everyoneIn("DE").and(AnyOf.of(each.getValue()));
            JsonNode ladder = new Caller(mvc, json, each.getKey()).post("/ladder", asked);
            assertThat(ladder.get("rungs")).hasSize(2);
            assertThat(ladder.get("rungs").get(1).get("kept").asDouble()).isBetween(0.0005, 0.6);
            Answer elsewhere = hs.call(
                    HttpMethod.POST,
                    "/networks/" + (each.getKey().equals("dayglass") ? "askwell" : "dayglass") + "/sizes",
                    "x",
                    List.of(asked));
            assertThat(elsewhere.status()).as(each.getKey()).isEqualTo(422);
        }
    }

    @Test
    void aKeyCreatesOnceAndRefusesOtherContent() throws Exception {
        String first = hs.call(HttpMethod.POST, "/networks/hearthside/campaigns", "same", campaign("a", "traffic"))
                .body()
                .get("id")
                .asString();
        assertThat(hs.call(HttpMethod.POST, "/networks/hearthside/campaigns", "same", campaign("a", "traffic"))
                        .body()
                        .get("id")
                        .asString())
                .isEqualTo(first);
        Answer other = hs.call(HttpMethod.POST, "/networks/hearthside/campaigns", "same", campaign("a", "reach"));
        assertThat(other.status()).isEqualTo(409);
        assertThat(other.body().get("createdId").asString()).isEqualTo(first);
        assertThat(other.body().get("detail").asString()).contains("same").contains(first);
    }

    /** Review takes its time, refuses with what it found, and looks again at what was changed. */
    @Test
    void reviewApprovesRefusesAndLooksAgain() throws Exception {
        String picture = hs.picture(1080, 1080);
        AudienceDefinition adults = AudienceDefinition.everyoneIn("GB").aged(new AgeRange(18, 64));
        String group = hs.create("ad-groups", group(hs.create("campaigns", campaign("a", "traffic")), adults, 1000));
        List<String> ads = new ArrayList<>();
        List<String> creatives = new ArrayList<>();
        for (String body : List.of(
                "Mend it tonight",
                "Guaranteed to last",
                "MEND IT NOW OR NEVER AGAIN",
                "For all of 18–64, and 20–30 more")) {
            creatives.add(hs.create("creatives", creative("a", picture, body)));
            ads.add(hs.create(
                    "ads", Map.of("adGroupId", group, "creativeId", creatives.get(creatives.size() - 1), "name", "A")));
        }
        assertThat(states(ads)).containsOnly("IN_REVIEW");
        hs.move(19);
        assertThat(states(ads)).containsExactly("APPROVED", "REFUSED", "REFUSED", "REFUSED");
        assertThat(hs.get("/reviews?account=a").toString())
                .contains("“Guaranteed”")
                .contains("sentence case")
                .contains("how old they are: “18–64”");
        hs.put("/creatives/" + creatives.get(1), creative("a", picture, "Made to last"));
        assertThat(states(ads)).containsExactly("APPROVED", "IN_REVIEW", "REFUSED", "REFUSED");
        hs.move(19);
        assertThat(states(ads)).containsExactly("APPROVED", "APPROVED", "REFUSED", "REFUSED");
        hs.fine(HttpMethod.DELETE, "/networks/hearthside/ads/" + ads.get(0), "");
        assertThat(hs.call(
                                HttpMethod.PUT,
                                "/networks/hearthside/ads/" + ads.get(0) + "/paused",
                                "x",
                                Map.of("paused", false))
                        .status())
                .isEqualTo(422);
    }

    private List<String> states(List<String> ads) throws Exception {
        Map<String, String> all = hs.get("/reviews?account=a")
                .valueStream()
                .collect(Collectors.toMap(
                        r -> r.get("id").asString(), r -> r.get("state").asString()));
        return ads.stream().map(all::get).toList();
    }

    /** A list is matched in passing; windows of recency partition the visitors; a lookalike needs its seed and is a band. */
    @Test
    void sourcesMatchPartitionAndSeedLookalikes() throws Exception {
        String list = hs.create("accounts/a/sources", Map.of("name", "Customers", "kind", "list"));
        String hashes = IntStream.range(0, 4000)
                .mapToObj(i -> HexFormat.of()
                        .toHexDigits(new Random(i % 3900).nextLong())
                        .repeat(4))
                .collect(Collectors.joining("\n"));
        JsonNode filled = hs.put("/accounts/a/sources/" + list + "/hashes", hashes.getBytes(StandardCharsets.UTF_8));
        assertThat(filled.get("list").get("rows").asLong()).isEqualTo(4000);
        assertThat(filled.get("list").get("duplicates").asLong()).isEqualTo(100);
        assertThat(filled.get("list").get("matchRate").asDouble()).isBetween(0.3, 0.85);

        long windows = 0;
        int[] cuts = {0, 1, 3, 7, 14, 30};
        for (int i = 0; i + 1 < cuts.length; i++) {
            windows += visitors(cuts[i] == 0 ? 0 : cuts[i] + 1, cuts[i + 1]);
        }
        assertThat(windows).isCloseTo(visitors(0, 30), withinPercentage(1));

        AudienceDefinition alike =
                AudienceDefinition.everyoneIn("GB").and(AnyOf.of(new Term(TermKind.LOOKALIKE, list + ":GB:0-2")));
        JsonNode sizes = hs.post("/sizes?account=a", List.of(AudienceDefinition.everyoneIn("GB"), alike));
        double share = sizes.get(1).get("people").asDouble()
                / sizes.get(0).get("people").asDouble();
        assertThat(share).isBetween(0.01, 0.04);
        JsonNode traits = hs.get("/accounts/a/sources/" + list + "/traits?country=GB");
        assertThat(traits.get("most").get(0).get("lift").asDouble()).isGreaterThan(1.2);
        Answer tooFew = hs.call(
                HttpMethod.POST,
                "/networks/hearthside/sizes?account=a",
                "x",
                List.of(AudienceDefinition.everyoneIn("MT")
                        .and(AnyOf.of(new Term(TermKind.LOOKALIKE, list + ":MT:0-2")))));
        assertThat(tooFew.body().get("detail").asString()).contains("a lookalike needs 100");
    }

    private long visitors(int from, int to) throws Exception {
        String id = hs.create(
                "accounts/a/sources",
                Map.of("name", "V", "kind", "site", "event", "view", "fromDay", from, "toDay", to));
        return hs.get("/accounts/a/sources/" + id).get("size").get("people").asLong();
    }

    private static String definition(String part, String value) {
        Map<String, String> parts = new HashMap<>(Map.of(
                "places", "{\"countries\":[\"GB\"],\"regions\":[],\"circles\":[]}",
                "ages", "null",
                "conditions", "[]"));
        parts.put(part, value);
        return "[{\"places\":%s,\"placesLeftOut\":{\"countries\":[],\"regions\":[],\"circles\":[]},\"presence\":\"LIVING\",\"ages\":%s,\"gender\":\"ANY\",\"conditions\":%s,\"leftOut\":[]}]"
                .formatted(parts.get("places"), parts.get("ages"), parts.get("conditions"));
    }

    static Stream<Arguments> bad() {
        String sizes = "/networks/hearthside/sizes";
        String manyTerms = IntStream.range(0, 10_000)
                .mapToObj(i -> "{\"kind\":\"INTEREST\",\"code\":\"t" + i + "\"}")
                .collect(Collectors.joining(",", "[{\"terms\":[", "]}]"));
        return Stream.of(
                Arguments.of(
                        sizes,
                        definition("conditions", "[{\"terms\":[{\"kind\":\"INTEREST\",\"code\":\"flying-carpets\"}]}]"),
                        422,
                        "flying-carpets"),
                Arguments.of(sizes, definition("ages", "{\"from\":12,\"to\":30}"), 422, "Ages 12 to 30 leave 14 to 80"),
                Arguments.of(
                        "/networks/shortwave/sizes",
                        definition("ages", "{\"from\":27,\"to\":46}"),
                        422,
                        "The nearest are 30 to 49"),
                Arguments.of(
                        sizes,
                        definition(
                                "places",
                                "{\"countries\":[],\"regions\":[],\"circles\":[{\"cityId\":0,\"name\":\"pin\",\"country\":\"GB\",\"latitude\":52,\"longitude\":1,\"radiusKm\":150}]}"),
                        422,
                        "150 km around pin is outside 2 to 100 km"),
                Arguments.of(
                        "/networks/guildrow/sizes",
                        definition(
                                "places",
                                "{\"countries\":[],\"regions\":[],\"circles\":[{\"cityId\":0,\"name\":\"pin\",\"country\":\"GB\",\"latitude\":52,\"longitude\":1,\"radiusKm\":15}]}"),
                        422,
                        "finer than this network goes"),
                Arguments.of(
                        sizes,
                        definition("places", "{\"countries\":[\"ZZ\"],\"regions\":[],\"circles\":[]}"),
                        422,
                        "“ZZ” is no country"),
                Arguments.of(sizes, definition("conditions", manyTerms), 422, "10,000 conditions; the most is 300"),
                Arguments.of(
                        sizes,
                        definition("conditions", "[{\"terms\":[{\"kind\":\"SOURCE\",\"code\":\"HSS1\"}]}]"),
                        422,
                        "belongs to an account"),
                Arguments.of(sizes, "[{\"places\":7}]", 400, "places"),
                Arguments.of(sizes, "no json", 400, "no JSON"),
                Arguments.of("/networks/nowhere/sizes", "[]", 404, "nowhere"),
                Arguments.of("/clock/move", "{\"hours\":0}", 422, "1 to 744"),
                Arguments.of(
                        "/networks/hearthside/campaigns",
                        "{\"account\":\"nobody\",\"name\":\"C\",\"objective\":\"traffic\",\"startsOn\":\"2027-03-09\",\"endsOn\":\"2027-03-10\"}",
                        404,
                        "nobody"),
                Arguments.of(
                        "/networks/hearthside/campaigns",
                        "{\"account\":\"a\",\"name\":\"C\",\"objective\":\"fame\",\"startsOn\":\"2027-03-09\",\"endsOn\":\"2027-03-10\"}",
                        422,
                        "“fame” is not offered"),
                Arguments.of(
                        "/networks/hearthside/campaigns",
                        "{\"account\":\"a\",\"name\":\"C\",\"objective\":\"traffic\",\"startsOn\":\"2027-03-09\",\"endsOn\":\"2027-03-09\"}",
                        422,
                        "0 days; 1 to 365"),
                Arguments.of(
                        "/networks/hearthside/accounts/a/report-jobs",
                        "{\"from\":\"2027-03-09\",\"to\":\"2027-03-10\",\"by\":[\"shoe-size\"]}",
                        422,
                        "shoe-size"),
                Arguments.of(
                        "/networks/hearthside/accounts/a/sources",
                        "{\"name\":\"S\",\"kind\":\"site\",\"fromDay\":9,\"toDay\":3}",
                        422,
                        "9 to 3 days"));
    }

    @ParameterizedTest(name = "{0}: {3}")
    @MethodSource("bad")
    void badInputIsRefusedWithValueAndLimit(String path, String body, int status, String says) throws Exception {
        Answer answer = hs.call(HttpMethod.POST, path, "bad" + path + body.hashCode(), body);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(status);
        assertThat(answer.body().get("detail").asString()).contains(says);
    }

    @Test
    void badFilesMoneyAndListsChangeNothing() throws Exception {
        Answer currency = hs.call(
                HttpMethod.PUT,
                "/networks/hearthside/accounts/b",
                "x",
                Map.of("name", "b", "currency", "XAU", "zone", "UTC"));
        assertThat(currency.body().get("detail").asString())
                .contains("“XAU” is not taken")
                .contains("GBP");
        AudienceDefinition adults = AudienceDefinition.everyoneIn("GB").aged(new AgeRange(18, 64));
        String campaign = hs.create("campaigns", campaign("a", "traffic"));
        Answer low = hs.call(HttpMethod.POST, "/networks/hearthside/ad-groups", "low", group(campaign, adults, 499));
        assertThat(low.body().get("detail").asString()).contains("£4.99").contains("£5.00");
        String housing = hs.create("campaigns", with(campaign("a", "traffic"), "subject", "housing"));
        Answer ages = hs.call(HttpMethod.POST, "/networks/hearthside/ad-groups", "ages", group(housing, adults, 900));
        assertThat(ages.body().get("detail").asString()).contains("Ads about Housing forbid narrowing ages");
        Answer text = hs.call(
                HttpMethod.POST,
                "/networks/hearthside/creatives",
                "long",
                with(creative("a", hs.picture(1080, 1080), "x"), "bodies", List.of("x".repeat(501))));
        assertThat(text.body().get("detail").asString())
                .contains("501 characters")
                .contains("500");
        Answer gif = hs.call(
                HttpMethod.PUT,
                "/networks/hearthside/media/" + "0".repeat(64),
                "x",
                "GIF89a".getBytes(StandardCharsets.UTF_8));
        assertThat(gif.status()).isEqualTo(422);

        String list = hs.create("accounts/a/sources", Map.of("name", "L", "kind", "list"));
        String good = "ab".repeat(32);
        for (Map.Entry<String, String> bad : Map.of(
                        good + "\n" + "xy".repeat(32),
                        "Row 2 is no SHA-256",
                        good + "\n" + "a".repeat(9_000_000),
                        "over 64",
                        (good + "\n").repeat(2_000_000),
                        "1,000,000 rows")
                .entrySet()) {
            Answer refused = hs.call(
                    HttpMethod.PUT,
                    "/networks/hearthside/accounts/a/sources/" + list + "/hashes",
                    "x",
                    bad.getKey().getBytes(StandardCharsets.UTF_8));
            assertThat(refused.status()).isEqualTo(422);
            assertThat(refused.body().get("detail").asString()).contains(bad.getValue());
        }
        assertThat(hs.get("/accounts/a/sources/" + list).get("list").get("rows").asLong())
                .isZero();
    }

    /** Faults come and go by kind of call; a lost answer has done its work, so the key finds it. */
    @Test
    void faultsDoAsTheySay() throws Exception {
        Map<String, Integer> expected = Map.of("REFUSE", 422, "RATE_LIMIT", 429, "DOWN", 503, "SLOW", 200);
        for (Map.Entry<String, Integer> fault : expected.entrySet()) {
            hs.fine(
                    HttpMethod.PUT,
                    "/console/faults/OFFER",
                    Map.of("mode", fault.getKey(), "every", 1, "slowMillis", 50));
            assertThat(hs.call(HttpMethod.GET, "/networks/hearthside/rulebook", "", "")
                            .status())
                    .isEqualTo(fault.getValue());
            assertThat(hs.call(HttpMethod.POST, "/networks/hearthside/sizes", "", List.of())
                            .status())
                    .isEqualTo(200);
        }
        hs.fine(HttpMethod.DELETE, "/console/faults/OFFER", "");
        hs.fine(HttpMethod.PUT, "/console/faults/CREATE", Map.of("mode", "LOSE_ANSWER", "every", 1));
        Map<String, Object> campaign = with(campaign("a", "traffic"), "name", "Lost");
        mvc.perform(post("/networks/hearthside/campaigns")
                .header("X-Access-Key", "k")
                .header("Idempotency-Key", "lost")
                .contentType(MediaType.APPLICATION_JSON)
                .content(json.writeValueAsBytes(campaign)));
        hs.fine(HttpMethod.DELETE, "/console/faults/CREATE", "");
        String id = hs.call(HttpMethod.POST, "/networks/hearthside/campaigns", "lost", campaign)
                .body()
                .get("id")
                .asString();
        long named = hs.get("/campaigns?account=a")
                .valueStream()
                .filter(c -> c.get("order").get("name").asString().equals("Lost"))
                .count();
        assertThat(id).startsWith("HSC");
        assertThat(named).isEqualTo(1);
    }

    /** The lift of a topic against counting every person of the country; what is asked, and all below it, is not told. */
    @Test
    void relatedTopicsAreRankedByLift() throws Exception {
        JsonNode related = hs.post(
                "/topics/related",
                Map.of("places", Places.inCountries("GB"), "topics", List.of("knitting", "outdoors")));
        Panel panel = world.panel();
        Network network = networks.network("hearthside");
        List<Integer> there = IntStream.range(0, panel.size())
                .filter(p ->
                        network.members().contains(p) && panel.inCountry("GB").contains(p))
                .boxed()
                .toList();
        List<Integer> fans = there.stream()
                .filter(p -> has(panel, p, Term.interest("knitting")) || has(panel, p, Term.interest("outdoors")))
                .toList();
        double before = Double.MAX_VALUE;
        for (JsonNode topic : related) {
            assertThat(topic.get("lift").asDouble()).isLessThanOrEqualTo(before);
            before = topic.get("lift").asDouble();
            assertThat(topic.get("code").asString()).isNotIn("knitting", "camping");
        }
        Term first = Term.interest(related.get(0).get("code").asString());
        double amongFans =
                (double) fans.stream().filter(p -> has(panel, p, first)).count() / fans.size();
        double amongAll =
                (double) there.stream().filter(p -> has(panel, p, first)).count() / there.size();
        assertThat(related.get(0).get("lift").asDouble()).isCloseTo(amongFans / amongAll, withinPercentage(0.1));
        assertThat(hs.call(
                                HttpMethod.POST,
                                "/networks/hearthside/topics/related",
                                "x",
                                Map.of("places", Places.NONE, "topics", List.of()))
                        .status())
                .isEqualTo(422);
    }

    /** Who comes by a placement is among those who have a device that it shows on. */
    @Test
    void eachPlacementHasItsPeople() throws Exception {
        AudienceDefinition all = AudienceDefinition.everyoneIn("DE");
        JsonNode told = hs.post("/placement-sizes?account=a", all);
        assertThat(told).hasSize(6);
        for (JsonNode each : told) {
            List<Term> devices = networks
                    .network("hearthside")
                    .rulebook()
                    .placement(each.get("placement").asString())
                    .orElseThrow()
                    .devices()
                    .stream()
                    .map(d -> new Term(TermKind.DEVICE, d))
                    .toList();
            long holders = hs.post("/sizes", List.of(all.and(new AnyOf(devices))))
                    .get(0)
                    .get("people")
                    .asLong();
            assertThat(each.get("size").get("people").asLong()).isBetween(holders / 20, holders);
        }
    }

    /** GeoNames: Norwich Cathedral lies at 52.632 N, 1.301 E. */
    @Test
    void placesNearAPointAndInAnArea() throws Exception {
        assertThat(hs.get("/places/near?latitude=52.632&longitude=1.301")
                        .get("name")
                        .asString())
                .isEqualTo("Norwich");
        assertThat(hs.get("/places/within?south=52.4&west=1&north=52.9&east=1.5")
                        .get(0)
                        .get("name")
                        .asString())
                .isEqualTo("Norwich");
        for (String nowhere : List.of("near?latitude=91&longitude=0", "within?south=0&west=-181&north=1&east=1")) {
            assertThat(hs.call(HttpMethod.GET, "/networks/hearthside/places/" + nowhere, "x", "")
                            .status())
                    .isEqualTo(422);
        }
    }
}
