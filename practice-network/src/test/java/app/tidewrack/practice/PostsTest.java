package app.tidewrack.practice;

import static app.tidewrack.practice.Caller.campaign;
import static app.tidewrack.practice.Caller.creative;
import static app.tidewrack.practice.Caller.group;
import static app.tidewrack.practice.Caller.sum;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.practice.Caller.Answer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What profiles put up, how it lives, and ads that stand on it. */
@Tag("whole")
class PostsTest extends WithNetworks {
    private static final Map<String, Object> PROFILES =
            Map.of("profiles", List.of(Map.of("id", "oddment", "name", "Oddment")));

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private Caller open(String network, String account) throws Exception {
        Caller on = on(network, account, "EUR", "Europe/Berlin");
        on.put(
                "/accounts/" + account,
                Caller.with(PROFILES, "name", account, "currency", "EUR", "zone", "Europe/Berlin"));
        return on;
    }

    private static Instant now(Caller on) throws Exception {
        return Instant.parse(on.fine(HttpMethod.GET, "/clock", "").get("now").asString());
    }

    private static Map<String, Object> post(Instant at, double pull) {
        return new HashMap<>(Map.of(
                "profile",
                "oddment",
                "kind",
                "POST",
                "at",
                at.toString(),
                "text",
                "A sock, mended " + at,
                "pull",
                pull));
    }

    private static String console(String network, String account) {
        return "/console/networks/" + network + "/accounts/" + account + "/posts";
    }

    private static String putUp(Caller on, String network, String account, Map<String, Object> post) throws Exception {
        return on.fine(HttpMethod.POST, console(network, account), post)
                .get("id")
                .asString();
    }

    private static List<JsonNode> told(Caller on, String account) throws Exception {
        List<JsonNode> all = new ArrayList<>();
        on.get("/accounts/" + account + "/posts").forEach(all::add);
        return all;
    }

    private static long views(JsonNode post, int hours) {
        long views = -1;
        for (JsonNode point : post.get("came")) {
            views = point.get("hours").asInt() == hours ? point.get("views").asLong() : views;
        }
        return views;
    }

    /** Half of all views come by the half-life that the market says; sums only grow, and are told the same again and later. */
    @Test
    void postsLiveAsTheirNetworkHasIt() throws Exception {
        Caller hs = open("hearthside", "lives");
        Instant now = now(hs);
        for (int i = 0; i < 40; i++) {
            putUp(hs, "hearthside", "lives", post(now.minusSeconds(3600L * (24 * 30 + i * 7)), 1));
        }
        List<JsonNode> posts = told(hs, "lives");
        long half = 0;
        long all = 0;
        for (JsonNode post : posts) {
            long before = 0;
            for (JsonNode point : post.get("came")) {
                assertThat(point.get("views").asLong()).isGreaterThanOrEqualTo(before);
                assertThat(point.get("engagements").asLong())
                        .isLessThanOrEqualTo(point.get("views").asLong());
                before = point.get("views").asLong();
            }
            half += (views(post, 6) + views(post, 8)) / 2;
            all += before;
        }
        assertThat((double) half / all).as("by about 7 hours, awake or asleep").isBetween(0.38, 0.6);
        JsonNode first = posts.get(0);
        assertThat(told(hs, "lives").get(0)).isEqualTo(first);
        hs.move(24);
        assertThat(views(told(hs, "lives").get(0), 336))
                .isEqualTo(views(first, 336))
                .isPositive();
    }

    @Test
    void aPostIsToldOnceItIsUpAndUntilItIsRemoved() throws Exception {
        Caller hs = open("hearthside", "comes");
        String id = putUp(hs, "hearthside", "comes", post(now(hs).plusSeconds(7200), 1));
        assertThat(told(hs, "comes")).isEmpty();
        hs.move(5);
        assertThat(told(hs, "comes")).hasSize(1);
        assertThat(told(hs, "comes").get(0).get("id").asString()).isEqualTo(id);
        hs.fine(HttpMethod.DELETE, "/console/networks/hearthside/posts/" + id, "");
        assertThat(told(hs, "comes")).isEmpty();
    }

    /** On the same people for the same money, who saw the ad on the post of nine times the pull click far more often. */
    @Test
    void adsOnPostsAreTakenAsThePostsWere() throws Exception {
        Caller hs = open("hearthside", "carries");
        Instant now = now(hs);
        List<Map<String, Object>> creatives = new ArrayList<>();
        List<String> posts = new ArrayList<>();
        for (double pull : new double[] {1, 9}) {
            String id = putUp(hs, "hearthside", "carries", post(now.minusSeconds(86_400), pull));
            posts.add(id);
            creatives.add(on("carries", id));
        }
        List<String> ads = hs.live(
                campaign("carries", "traffic"), group("", AudienceDefinition.everyoneIn("DE"), 40_000), creatives);
        hs.move(24 * 3);
        List<JsonNode> rows = hs.report("carries", false);
        assertThat(rate(rows, ads.get(1))).isGreaterThan(1.5 * rate(rows, ads.get(0)));

        hs.fine(HttpMethod.DELETE, "/console/networks/hearthside/posts/" + posts.get(1), "");
        assertThat(hs.get("/reviews?account=carries&after=")
                        .valueStream()
                        .filter(r -> r.get("state").asString().equals("REFUSED"))
                        .map(r ->
                                r.get("id").asString() + ": " + r.get("reason").asString()))
                .containsExactly(ads.get(1) + ": What the ad stood on was removed from the profile.");
        hs.move(24);
        long before = impressions(hs.report("carries", false), ads.get(1));
        hs.move(24);
        assertThat(impressions(hs.report("carries", false), ads.get(1))).isEqualTo(before);
        refused(hs, on("carries", posts.get(1)), "not any more");
        refused(hs, on("carries", "HSP1"), "not there");
        refused(hs, Caller.with(on("carries", posts.get(0)), "format", "event"), "stands on");
    }

    private static void refused(Caller on, Map<String, Object> creative, String says) throws Exception {
        Answer answer = on.call(HttpMethod.POST, "/networks/hearthside/creatives", says, creative);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body().get("detail").asString()).contains(says);
    }

    private static Map<String, Object> on(String account, String post) {
        return Caller.with(
                creative(account, "", ""),
                "format",
                "existing-post",
                "post",
                post,
                "media",
                List.of(),
                "bodies",
                List.of(),
                "headlines",
                List.of());
    }

    private static double rate(List<JsonNode> rows, String ad) {
        List<JsonNode> own =
                rows.stream().filter(r -> r.get("adId").asString().equals(ad)).toList();
        return (double) sum(own, "clicks") / sum(own, "impressions");
    }

    private static long impressions(List<JsonNode> rows, String ad) {
        return sum(
                rows.stream().filter(r -> r.get("adId").asString().equals(ad)).toList(), "impressions");
    }

    @Test
    void whatNoProfileCouldPutUpIsRefused() throws Exception {
        Caller hs = open("hearthside", "wrong");
        Instant now = now(hs);
        Map<Map<String, Object>, String> wrong = Map.of(
                Caller.with(post(now, 1), "kind", "EVENT"), "ends",
                Caller.with(post(now, 1), "ends", now.toString()), "ends",
                Caller.with(post(now, 1), "still", new byte[1_000_001]), "still",
                Caller.with(post(now, 1), "text", "x".repeat(5_001)), "text",
                post(now, 0), "pull");
        for (Map.Entry<Map<String, Object>, String> each : wrong.entrySet()) {
            Answer answer = hs.call(HttpMethod.POST, console("hearthside", "wrong"), "w", each.getKey());
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.body().get("field").asString()).isEqualTo(each.getValue());
        }
        Answer stranger = hs.call(
                HttpMethod.POST, console("hearthside", "wrong"), "s", Caller.with(post(now, 1), "profile", "else"));
        assertThat(stranger.status()).isEqualTo(404);
    }
}
