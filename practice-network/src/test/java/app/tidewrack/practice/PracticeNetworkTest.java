package app.tidewrack.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.put;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The practice network whole, over its HTTP, with its database. */
@SpringBootTest
@AutoConfigureMockMvc
class PracticeNetworkTest {
    private static final String ROOT = "/networks/hearthside";
    private static final String ACCOUNT = "test-account";

    @Autowired
    private MockMvc mvc;

    @Autowired
    private World world;

    @Autowired
    private Matcher matcher;

    @Autowired
    private JsonMapper json;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** Bitmap sizes against a plain look at every person, for random audiences. */
    @Test
    void sizesEqualAPlainScanOfThePanel() {
        Random random = new Random(17);
        Panel panel = world.panel();
        for (int run = 0; run < 60; run++) {
            AudienceDefinition a = randomAudience(random);
            long scanned = 0;
            for (int person = 0; person < panel.size(); person++) {
                if (meets(panel, person, a)) {
                    scanned++;
                }
            }
            assertThat(matcher.members(a).getLongCardinality()).isEqualTo(scanned);
            assertThat(matcher.size(a)).isEqualTo(AudienceSize.told(scanned * world.weight(), 1000));
        }
    }

    private AudienceDefinition randomAudience(Random random) {
        String country = List.of("GB", "DK", "DE").get(random.nextInt(3));
        List<Circle> circles = world.find(country, String.valueOf((char) ('a' + random.nextInt(20)))).stream()
                .limit(random.nextInt(3))
                .map(c -> new Circle(c.id(), c.name(), c.latitude(), c.longitude(), 2 + random.nextInt(90)))
                .toList();
        int from = 14 + random.nextInt(50);
        AgeRange ages = random.nextBoolean() ? null : new AgeRange(from, from + random.nextInt(81 - from));
        List<String> interests = random.nextBoolean() ? List.of() : List.of("knitting", "chess", "film");
        return new AudienceDefinition(
                country, circles, ages, Gender.values()[random.nextInt(3)], interests.subList(0, interests.size() / 2));
    }

    private static boolean meets(Panel panel, int person, AudienceDefinition a) {
        AgeRange ages = a.ages();
        return panel.inCountry(a.country()).contains(person)
                && (a.places().isEmpty()
                        || a.places().stream()
                                .anyMatch(c -> c.contains(panel.latitude(person), panel.longitude(person))))
                && (ages == null || (panel.age(person) >= ages.from() && panel.age(person) <= ages.to()))
                && (a.gender() == Gender.ANY || (a.gender() == Gender.WOMEN) == panel.isWoman(person))
                && (a.interests().isEmpty()
                        || a.interests().stream().anyMatch(i -> panel.likers(i).contains(person)));
    }

    @Test
    void onlyCallersWithTheKeyGetIn() throws Exception {
        assertThat(mvc.perform(get(ROOT + "/rulebook"))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(401);
    }

    /** Set up, review, two days of delivery: once by key, money within the day's sum, sums that agree. */
    @Test
    void anAdIsCreatedOnceReviewedDeliveredAndReported() throws Exception {
        String campaign = create("campaigns", "k1", campaign());
        assertThat(create("campaigns", "k1", campaign())).isEqualTo(campaign);
        String group = create("ad-groups", "k2", group(campaign, 2000));
        String sha = picture();
        String good = create("ads", "k3", ad(group, sha, "Mend it tonight"));
        String bad = create("ads", "k4", ad(group, sha, "Guaranteed to last"));
        assertThat(reviews()).contains("IN_REVIEW").doesNotContain("APPROVED");

        JsonNode moved = send(post("/clock/move"), Map.of("hours", 48), 200);
        assertThat(moved.get("now").asString()).isEqualTo("2027-03-11T06:00:00Z");
        assertThat(reviews()).contains("APPROVED").contains("promises a result: “guaranteed”");

        JsonNode hours = read(get(ROOT + "/reports?account=" + ACCOUNT + "&after=0"));
        Map<String, Long> spendByDay = new TreeMap<>();
        long impressions = 0;
        for (JsonNode h : hours) {
            assertThat(h.get("adId").asString()).isEqualTo(good);
            assertThat(h.get("clicks").asLong())
                    .isLessThanOrEqualTo(h.get("impressions").asLong());
            assertThat(h.get("conversions").asLong())
                    .isLessThanOrEqualTo(h.get("clicks").asLong());
            spendByDay.merge(
                    h.get("hour").asString().substring(0, 10),
                    h.get("spendMinor").asLong(),
                    Long::sum);
            impressions += h.get("impressions").asLong();
        }
        assertThat(spendByDay.values()).allSatisfy(spent -> assertThat(spent).isLessThanOrEqualTo(2000));
        assertThat(spendByDay.get("2027-03-10")).isGreaterThan(1500);
        JsonNode reach = send(
                post(ROOT + "/reach?account=" + ACCOUNT),
                Map.of("good", List.of(good), "both", List.of(good, bad), "none", List.of()),
                200);
        assertThat(reach.get("good").asLong()).isPositive().isLessThanOrEqualTo(impressions);
        assertThat(reach.get("both")).isEqualTo(reach.get("good"));
        assertThat(reach.get("none").asLong()).isZero();
        long last = hours.get(hours.size() - 1).get("seq").asLong();
        assertThat(read(get(ROOT + "/reports?account=" + ACCOUNT + "&after=" + last))
                        .isEmpty())
                .isTrue();
    }

    @Test
    void refusesWhatTheRulebookForbids() throws Exception {
        String campaign = create("campaigns", "k5", campaign());
        String problem = send(post(ROOT + "/ad-groups").header("Idempotency-Key", "k6"), group(campaign, 499), 422)
                .get("detail")
                .asString();
        assertThat(problem).contains("£4.99").contains("£5.00");
        send(put(ROOT + "/ads/nothing/paused"), Map.of("paused", true), 422);
        send(post("/clock/move"), Map.of("hours", 0), 422);
    }

    private static Map<String, Object> campaign() {
        return Map.of(
                "account", ACCOUNT,
                "name", "C",
                "objective", "traffic",
                "startsOn", "2027-03-09",
                "endsOn", "2027-03-20",
                "zone", "UTC",
                "currency", "GBP");
    }

    private static Map<String, Object> group(String campaign, long dailyMinor) {
        AudienceDefinition audience =
                new AudienceDefinition("GB", List.of(), new AgeRange(25, 54), Gender.ANY, List.of("knitting"));
        return Map.of("campaignId", campaign, "name", "G", "audience", audience, "dailyMinor", dailyMinor);
    }

    private static Map<String, Object> ad(String group, String sha, String body) {
        return Map.of(
                "adGroupId",
                group,
                "name",
                "A " + body,
                "body",
                body,
                "headline",
                "H",
                "description",
                "",
                "callToAction",
                "shop",
                "link",
                "https://a.example",
                "pictureSha",
                sha);
    }

    private String picture() throws Exception {
        // SHA-256 of the eleven bytes "hello world": published with the algorithm's many examples; from memory.
        String sha = "b94d27b9934d3e08a52e52d7da7dabfac484efe37a5380ee9088f7ace2efcde9";
        mvc.perform(put(ROOT + "/pictures/" + sha)
                .header("X-Access-Key", "k")
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .content("hello world".getBytes(StandardCharsets.UTF_8)));
        return sha;
    }

    private String create(String what, String key, Object body) throws Exception {
        return send(post(ROOT + "/" + what).header("Idempotency-Key", key), body, 200)
                .get("id")
                .asString();
    }

    private String reviews() throws Exception {
        return read(get(ROOT + "/reviews?account=" + ACCOUNT)).toString();
    }

    private JsonNode read(MockHttpServletRequestBuilder request) throws Exception {
        MockHttpServletResponse response =
                mvc.perform(request.header("X-Access-Key", "k")).andReturn().getResponse();
        assertThat(response.getStatus()).isEqualTo(200);
        return json.readTree(response.getContentAsString(StandardCharsets.UTF_8));
    }

    private JsonNode send(MockHttpServletRequestBuilder request, Object body, int status) throws Exception {
        MockHttpServletResponse response = mvc.perform(request.header("X-Access-Key", "k")
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(json.writeValueAsString(body)))
                .andReturn()
                .getResponse();
        assertThat(response.getStatus()).as(response.getContentAsString()).isEqualTo(status);
        return json.readTree(response.getContentAsString(StandardCharsets.UTF_8));
    }
}
