package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.clearInvocations;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.Posts.PostTold;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.post.Post.Point;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.post.PostPull;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Posts from the network to the ad: judged by their age, proposed by rules, taken, gone. */
class PostWorkTest extends WithServer {
    private static final Instant NOW = Instant.parse("2027-03-09T06:00:00Z");
    private static final String POSTS = CLIENT + "/posts";

    @Autowired
    private PostPull pull;

    /** Creatives stay from test to test, so each has a good post of its own. */
    private String good = "";

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void posts() {
        sql.update("update account set profiles = '[{\"id\": \"oddment\", \"name\": \"Oddment\"}]'::jsonb");
        sql.update("delete from post");
        good = "GOOD-" + UUID.randomUUID();
        sql.update("delete from post_told");
        sql.update("delete from post_rule");
        for (int i = 0; i < 12; i++) {
            network.putUp(post("P" + i, Promoted.POST, "Usual " + i, 30 + 10 * i, 400 + 20L * i, null));
        }
        network.putUp(post(
                good,
                Promoted.POST,
                "My grandmother darned this heel in 1961, and nobody has unpicked it",
                26,
                2_400,
                null));
        network.putUp(post("FAIR", Promoted.EVENT, "Darn with us", 50, 300, NOW.plus(Duration.ofDays(4))));
        pull.pullAll();
    }

    private static Post post(String id, Promoted kind, String text, int hours, long views, @Nullable Instant ends) {
        List<Point> came = List.of(
                new Point(1, views / 4, views / 100),
                new Point(24, views - 9, views / 30),
                new Point(hours, views, views / 30));
        return new Post(id, "oddment", kind, NOW.minus(Duration.ofHours(hours)), text, ends, came);
    }

    private List<JsonNode> told() throws Exception {
        List<JsonNode> posts = new ArrayList<>();
        scene.get(POSTS).get("posts").forEach(posts::add);
        return posts;
    }

    private JsonNode told(String id) throws Exception {
        return told().stream()
                .filter(p -> p.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Answer take(String... ids) throws Exception {
        return scene.call("ines", HttpMethod.POST, POSTS + "/taken", Map.of("posts", refs(ids)));
    }

    private static List<Map<String, String>> refs(String... ids) {
        return Arrays.stream(ids).map(id -> Map.of("accountId", "a1", "id", id)).toList();
    }

    private static Map<String, Object> rule(double times) {
        return new HashMap<>(Map.of("counted", "VIEWS", "times", times, "leastHours", 6, "mostDays", 14));
    }

    @Test
    void whatIsUnusualForItsAgeComesFirst() throws Exception {
        JsonNode first = told().get(0);
        assertThat(first.get("id").asString()).isEqualTo(good);
        assertThat(first.get("profile").asString()).isEqualTo("Oddment");
        JsonNode views = first.get("views");
        assertThat(views.get("of").asInt()).isEqualTo(12);
        assertThat(views.get("above").asInt()).isEqualTo(12);
        assertThat(views.get("times").asDouble()).isBetween(4.5, 5.2);
        assertThat(views.get("unusual").asBoolean()).isTrue();
        assertThat(told().stream().filter(p -> p.get("views").path("unusual").asBoolean(false)))
                .hasSize(1);
        assertThat(told("FAIR").get("views").isNull())
                .as("events are no posts to compare with")
                .isTrue();
        JsonNode usual = scene.get(POSTS).get("curves").get(0).get("usual");
        assertThat(usual.get(0).get("hours").asInt()).isEqualTo(1);
        assertThat(usual.get(0).get("middle").asDouble()).isBetween(120.0, 135.0);
    }

    /** What was told lately is not asked for again; a network that is away is asked the next time, and a later hour at once. */
    @Test
    void postsAreAskedForEachMinuteAndWithEachHourOfTheNetwork() throws Exception {
        clearInvocations(network);
        pull.pullAll();
        verify(network, never()).posts(anyString(), anyLong());
        sql.update("update post_told set told_at = now() - interval '61 seconds'");
        pull.pullAll();
        verify(network, atLeastOnce()).posts(anyString(), anyLong());
        world.set(NOW.plusSeconds(3600));
        try {
            world.tell(() -> doThrow(new NetworkAway("Memory", new IllegalStateException("away")))
                    .doCallRealMethod()
                    .when(network)
                    .posts(any(), anyLong()));
            pull.pullAll();
            assertThat(told()).as("what was known stays").hasSize(14);
            network.putUp(post("NEXT", Promoted.POST, "Next", 1, 90, null));
            pull.pullAll();
            assertThat(told()).hasSize(15);
        } finally {
            world.set(NOW);
        }
    }

    @Test
    void takenPostsAreCreativesOnceAndComeOntoASheetWithTheirOwnMoney() throws Exception {
        Answer taken = take(good, "P3");
        assertThat(taken.status()).as(taken.body().toString()).isEqualTo(200);
        JsonNode creative = taken.body().get(0).get("creative");
        assertThat(creative.get("format").asString()).isEqualTo("existing-post");
        assertThat(creative.get("post").asString()).isEqualTo(good);
        assertThat(creative.get("name").asString()).isEqualTo("My grandmother darned this…");
        assertThat(take(good).body().get(0).get("creative").get("id")).isEqualTo(creative.get("id"));
        assertThat(told(good).get("creativeId")).isEqualTo(creative.get("id"));
        assertThat(take("FAIR").body().get(0).get("creative").get("format").asString())
                .isEqualTo("event");

        Scene.Sheet sheet = scene.sheet("a1");
        Answer put = scene.edit(
                sheet.plan(),
                UUID.randomUUID().toString(),
                sheet.version(),
                Map.of(
                        "kind", "newAds",
                        "campaignId", sheet.campaign(),
                        "creativeIds", List.of(creative.get("id").asString()),
                        "audienceId", scene.audience("Readers of posts"),
                        "money", "23.50"));
        assertThat(put.status()).as(put.body().toString()).isEqualTo(200);
        JsonNode campaign =
                scene.get(CLIENT + "/plans/" + sheet.plan()).get("campaigns").get(0);
        assertThat(campaign.get("rows").get(2).get("moneyMinor").asLong()).isEqualTo(2_350);
        assertThat(findings(sheet)).noneMatch(f -> f.startsWith("creative.post"));

        network.takeDown(good);
        Answer again = take("P4", good);
        assertThat(again.status())
                .as("the creative is there already, and may be kept")
                .isEqualTo(200);
        assertThat(told(good).get("removed").asBoolean()).isTrue();
        assertThat(findings(sheet)).contains("creative.post-gone");
    }

    private List<String> findings(Scene.Sheet sheet) throws Exception {
        List<String> rules = new ArrayList<>();
        scene.get(CLIENT + "/plans/" + sheet.plan())
                .get("campaigns")
                .get(0)
                .get("findings")
                .forEach(f -> rules.add(f.get("rule").asString()));
        return rules;
    }

    /** Of those that are asked for none is taken when one went meanwhile, and it is said which. */
    @Test
    void onePostThatWentMeanwhileIsToldAndNoneIsTaken() throws Exception {
        network.takeDown("P5");
        Answer answer = take("P6", "P5");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("“Usual 5” is not on HS GBP any more");
        assertThat(told("P6").get("creativeId").isNull()).isTrue();
        assertThat(told()).noneMatch(p -> p.get("id").asString().equals("P5"));
        assertThat(take("NEVER").status()).isEqualTo(404);
    }

    @Test
    void rulesProposeUntilSomebodyTakesItOrSetsItAside() throws Exception {
        assertThat(scene.get(POSTS + "/proposed")).isEmpty();
        String strict = scene.post(POSTS + "/rules", rule(9)).get("id").asString();
        assertThat(scene.get(POSTS + "/proposed")).isEmpty();
        String id = scene.post(POSTS + "/rules", rule(3)).get("id").asString();
        JsonNode proposed = scene.get(POSTS + "/proposed");
        assertThat(proposed).hasSize(1);
        assertThat(proposed.get(0).get("id").asString()).isEqualTo(good);
        assertThat(proposed.get(0).get("proposedBy").asString()).isEqualTo(id);
        aside(true);
        assertThat(scene.get(POSTS + "/proposed")).isEmpty();
        aside(false);
        take(good);
        assertThat(scene.get(POSTS + "/proposed")).isEmpty();
        scene.call("ines", HttpMethod.DELETE, POSTS + "/rules/" + strict, "");
        assertThat(scene.get(POSTS).get("rules")).hasSize(1);
        assertThat(scene.call("ines", HttpMethod.DELETE, POSTS + "/rules/" + strict, "")
                        .status())
                .isEqualTo(404);
    }

    private void aside(boolean aside) throws Exception {
        assertThat(scene.call("ines", HttpMethod.PUT, POSTS + "/a1/" + good + "/aside", Map.of("aside", aside))
                        .status())
                .isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource({
        "times, 1.2, 422",
        "leastHours, 0, 422",
        "mostDays, 400, 422",
        "counted, LIKES, 400",
        "accountId, nobody, 404",
    })
    void aRuleThatCannotBeIsRefused(String field, String value, int status) throws Exception {
        Map<String, Object> rule = rule(3);
        rule.put(field, value.matches("[0-9.]+") ? (Object) Double.valueOf(value) : value);
        if (field.equals("leastHours") || field.equals("mostDays")) {
            rule.put(field, Integer.valueOf(value));
        }
        assertThat(scene.call("ines", HttpMethod.POST, POSTS + "/rules", rule).status())
                .isEqualTo(status);
    }

    @Test
    void whoMayOnlyLookTakesNothing() throws Exception {
        assertThat(scene.call("tove", HttpMethod.GET, POSTS, "").status()).isEqualTo(200);
        assertThat(scene.call("tove", HttpMethod.POST, POSTS + "/taken", Map.of("posts", refs(good)))
                        .status())
                .isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2/posts", "")
                        .status())
                .isGreaterThanOrEqualTo(403);
    }

    /** What a network gives as a picture and is none is not kept, and not asked for again. */
    @Test
    void onlyPicturesAreKeptAsStills() throws Exception {
        Post seen = post("SEEN", Promoted.POST, "Seen", 3, 90, null);
        Post odd = post("ODD", Promoted.POST, "Odd", 3, 90, null);
        world.tell(() -> doReturn(
                        List.of(new PostTold(1, seen, null, true), new PostTold(2, odd, null, true)), List.of())
                .when(network)
                .posts(any(), anyLong()));
        byte[] png = Pictures.real("PNG", 40, 40);
        world.tell(() -> doReturn(png).when(network).still(any(), eq("SEEN")));
        world.tell(() -> doReturn("<svg onload=alert(1)>".getBytes(StandardCharsets.UTF_8))
                .when(network)
                .still(any(), eq("ODD")));
        sql.update("delete from post_told");
        pull.pullAll();
        MockHttpServletResponse picture = still("SEEN");
        assertThat(picture.getContentAsByteArray()).isEqualTo(png);
        assertThat(picture.getContentType()).isEqualTo("image/png");
        assertThat(still("ODD").getStatus()).isEqualTo(404);
        assertThat(told("ODD").get("hasStill").asBoolean()).isFalse();
    }

    private MockHttpServletResponse still(String id) throws Exception {
        return mvc.perform(get(POSTS + "/a1/" + id + "/still").with(Scene.by("ines")))
                .andReturn()
                .getResponse();
    }
}
