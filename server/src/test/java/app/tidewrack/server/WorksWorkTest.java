package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;

import app.tidewrack.connector.Reports.Page;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.connector.Reports.ReportState;
import app.tidewrack.connector.kit.MemoryNetwork.Item;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.results.BreakdownPull;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What works, from what networks tell to what is said of it. */
class WorksWorkTest extends RunningSheet {
    private static final String WORKS = CLIENT + "/works";
    private static final int DAYS = 6;

    @Autowired
    private BreakdownPull breakdowns;

    private String sock = "";
    private String tin = "";

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void sheet() throws Exception {
        sql.update("delete from fact_part");
        sql.update("delete from live_item");
        emptySheet("20");
        sock = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        tin = scene.sha("tin.png", Pictures.real("PNG", 1200, 1200));
    }

    private void onto(int rows, String... creatives) throws Exception {
        List<String> audiences = new ArrayList<>();
        for (int r = 0; r < rows; r++) {
            audiences.add(scene.audience(UUID.randomUUID().toString().substring(0, 6 + r)));
        }
        edit(with("newRows", "audienceIds", audiences));
        edit(with("newColumns", "creativeIds", List.of(creatives)));
        launch();
    }

    private String creative(String format, List<String> media, Map<String, Object> more) throws Exception {
        String name = UUID.randomUUID().toString().substring(0, 8);
        return scene.post(CLIENT + "/creatives", Scene.content(name, format, media, more))
                .get("creative")
                .get("id")
                .asString();
    }

    private static CreativeSettings shows(Item ad) {
        return ((AdSettings) ad.settings()).creative();
    }

    private static Counts seen(long impressions, long clicks) {
        return Counts.of(
                Map.of(Measure.IMPRESSIONS, impressions, Measure.CLICKS, clicks, Measure.SPEND, impressions / 10));
    }

    /** What each ad brings on each day, by what it shows. */
    private void run(int from, int to, Function<CreativeSettings, Counts> brings) {
        for (Item ad : network.standing(Level.AD)) {
            for (int day = from; day < to; day++) {
                tell(ad.id(), day, brings.apply(shows(ad)));
            }
        }
        toldUntil(network.standing(Level.AD).get(0).id(), to);
    }

    private JsonNode value(String trait, String value) throws Exception {
        return scene.get(WORKS)
                .get("traits")
                .valueStream()
                .filter(t -> t.get("trait").asString().equals(trait))
                .flatMap(t -> t.get("values").valueStream())
                .filter(v -> v.get("value").get("value").asString().equals(value))
                .findFirst()
                .orElseThrow();
    }

    /** Headlines beside each other in two rows are told apart; the angle they carry is a hint, since each has but one headline. */
    @Test
    void headlinesBesideEachOtherAreToldApart() throws Exception {
        scene.post(
                CLIENT + "/phrases",
                List.of(
                        Map.of("kind", "HEADLINE", "text", "Mend it now", "angle", "thrift", "language", "en"),
                        Map.of("kind", "HEADLINE", "text", "Keep it warm", "angle", "warmth", "language", "en")));
        String one = creative("single-picture", List.of(sock), Map.of("headlines", List.of("Mend it now")));
        String other = creative("single-picture", List.of(sock), Map.of("headlines", List.of("Keep it warm")));
        onto(2, one, other);
        run(0, DAYS, c -> seen(2_000, c.headlines().contains("Mend it now") ? 60 : 40));

        JsonNode works = scene.get(WORKS);
        assertThat(works.get("ads").asInt()).isEqualTo(4);
        assertThat(works.get("share").asBoolean()).isTrue();
        JsonNode good = value("HEADLINE", "Mend it now");
        assertThat(good.get("value").get("held").asString()).isEqualTo("APART");
        assertThat(good.get("value").get("beside").get("times").asDouble()).isBetween(1.499, 1.501);
        assertThat(good.get("value").get("beside").get("p").asDouble()).isLessThan(0.01);
        assertThat(good.get("number").asDouble()).isBetween(0.0299, 0.0301);
        assertThat(good.get("creativeId").asString()).isEqualTo(one);
        JsonNode angle = value("ANGLE", "thrift");
        assertThat(angle.get("value").get("held").asString()).isEqualTo("MIXED");
        assertThat(angle.get("value").get("mixedWith").valueStream().map(JsonNode::asString))
                .containsExactly("HEADLINE");
        assertThat(scene.get(WORKS + "?metric=cost_per_click").get("share").asBoolean())
                .isFalse();
        assertThat(scene.get(WORKS + "?temperature=WARM").get("traits")).isEmpty();

        JsonNode like = scene.post(CLIENT + "/creatives/" + one + "/like", Map.of("part", "MEDIA"))
                .get("creative");
        assertThat(like.get("headlines").get(0).asString()).isEqualTo("Mend it now");
        assertThat(like.get("media")).isEmpty();
        assertThat(like.get("name").asString()).endsWith(", other media");
    }

    /** Pictures are told by colour and by what people said of a face; each stands for one picture alone, so it is a hint. */
    @Test
    void whatIsOnlyOnePicturesIsAHint() throws Exception {
        face(sock, true);
        face(tin, false);
        onto(
                1,
                creative("single-picture", List.of(sock), Map.of()),
                creative("single-picture", List.of(tin), Map.of()));
        run(0, DAYS, c -> seen(2_000, c.media().contains(sock) ? 60 : 30));
        assertThat(value("MEDIUM", sock).get("value").get("held").asString()).isEqualTo("APART");
        JsonNode face = value("FACE", "FACE").get("value");
        assertThat(face.get("held").asString()).isEqualTo("MIXED");
        assertThat(face.get("carriers").asInt()).isEqualTo(1);
        assertThat(face.get("mixedWith").get(0).asString()).isEqualTo("MEDIUM");
        face(sock, null);
        face(tin, null);
        assertThat(scene.get(WORKS)
                        .get("traits")
                        .valueStream()
                        .map(t -> t.get("trait").asString()))
                .doesNotContain("FACE");
        assertThat(scene.call(
                                "ines",
                                HttpMethod.PUT,
                                CLIENT + "/media/" + "0".repeat(64) + "/face",
                                Map.of("face", true))
                        .status())
                .isEqualTo(404);
    }

    private void face(String sha, Boolean face) throws Exception {
        Map<String, Object> body = new HashMap<>();
        body.put("face", face);
        assertThat(scene.call("ines", HttpMethod.PUT, CLIENT + "/media/" + sha + "/face", body)
                        .status())
                .isEqualTo(200);
    }

    /** As the network tells parts of mix ads: 3 % of the first headline, 1.2 % of the second, 3 % of pictures. */
    private void tellParts(LocalDate from) {
        world.tell(() -> doAnswer(c -> String.join(",", c.<List<String>>getArgument(3)))
                .when(network)
                .beginReport(anyString(), any(), any(), any()));
        world.tell(
                () -> doAnswer(c -> new ReportState("DONE", null)).when(network).report(anyString(), anyString()));
        world.tell(() -> doAnswer(c -> {
                    List<PartOfDay> rows = new ArrayList<>();
                    String by = c.getArgument(1);
                    String ad = network.standing(Level.AD).get(0).id();
                    for (int day = 0; day < DAYS && c.<Integer>getArgument(2) == 0; day++) {
                        for (int a = 1; a <= 2; a++) {
                            LocalDate on = from.plusDays(day);
                            switch (by) {
                                case "media" -> rows.add(new PartOfDay(ad, on, Map.of(by, "" + a), seen(2_000, 42)));
                                case "headline" ->
                                    rows.add(new PartOfDay(ad, on, Map.of(by, "" + a), seen(2_000, a == 1 ? 60 : 24)));
                                case "media,headline" -> {
                                    for (int h = 1; h <= 2; h++) {
                                        Map<String, String> pair = Map.of("media", "" + a, "headline", "" + h);
                                        rows.add(new PartOfDay(ad, on, pair, seen(1_000, h == 1 ? 30 : 12)));
                                    }
                                }
                                default -> {}
                            }
                        }
                    }
                    return Page.of(rows);
                })
                .when(network)
                .reportRows(anyString(), anyString(), anyInt()));
    }

    /** The weak headline is found and replaced; once that is launched its slot begins anew from the next day. */
    @Test
    void aWeakPartOfAMixAdIsFoundReplacedAndBeginsAnew() throws Exception {
        String mix = creative(
                "mix",
                List.of(sock, tin),
                Map.of(
                        "headlines",
                        List.of("Mend it now", "Keep it warm"),
                        "bodies",
                        List.of("Four wools.", "One needle.")));
        onto(2, mix);
        tellParts(FIRST_DAY);
        run(0, DAYS, c -> seen(4_000, 84));
        breakdowns.pullAll(0);

        assertThat(scene.get(WORKS + "/mixes").get("mixes")).hasSize(1);
        JsonNode told = scene.get(WORKS + "/mixes").get("mixes").get(0);
        assertThat(told.get("creativeId").asString()).isEqualTo(mix);
        assertThat(told.get("ads").asInt())
                .as("in two rows, with two addresses")
                .isEqualTo(2);
        JsonNode headlines = slot(told, "HEADLINE");
        assertThat(headlines.get(0).get("part").asString()).isEqualTo("Mend it now");
        assertThat(headlines.get(0).get("stands").get("best").asDouble()).isGreaterThan(0.95);
        assertThat(headlines.get(0).get("stands").get("weak").asBoolean()).isFalse();
        assertThat(headlines.get(1).get("stands").get("weak").asBoolean()).isTrue();
        assertThat(slot(told, "MEDIA").get(0).get("stands").get("best").asDouble())
                .isBetween(0.45, 0.55);
        assertThat(slot(told, "BODY")).as("the network told nothing of it").isEmpty();
        assertThat(told.get("together")).hasSize(4);
        assertThat(told.get("since").isNull()).isTrue();

        scene.post(
                CLIENT + "/creatives/replaced",
                Map.of(
                        "what", Map.of("part", "HEADLINE", "from", "Keep it warm", "to", "A patch outlives the jacket"),
                        "creativeIds", List.of(mix)));
        clock(Instant.parse("2027-03-14T12:00:00Z"));
        launch();
        JsonNode after = scene.get(WORKS + "/mixes").get("mixes").get(0);
        assertThat(after.get("since").asString()).isEqualTo("2027-03-15");
        JsonNode now = slot(after, "HEADLINE");
        assertThat(now.get(1).get("part").asString()).isEqualTo("A patch outlives the jacket");
        assertThat(now.get(1).get("stands").get("of").asDouble())
                .as("of one day, the 15th")
                .isEqualTo(2_000);
    }

    private static JsonNode slot(JsonNode mix, String slot) {
        return mix.get("slots")
                .valueStream()
                .filter(s -> s.get("slot").asString().equals(slot))
                .findFirst()
                .orElseThrow()
                .get("parts");
    }

    @Test
    void filmsAreHeldBesideEachOther() throws Exception {
        onto(
                1,
                creative("single-picture", List.of(sock), Map.of()),
                creative("single-picture", List.of(tin), Map.of()));
        run(
                0,
                DAYS,
                c -> Counts.of(Map.of(
                        Measure.VIEWS, 1_000L,
                        Measure.WATCHED_25, 600L,
                        Measure.WATCHED_50, c.media().contains(sock) ? 200L : 400L,
                        Measure.WATCHED_75, c.media().contains(sock) ? 120L : 240L,
                        Measure.FINISHED, c.media().contains(sock) ? 40L : 80L)));
        JsonNode films = scene.get(WORKS + "/films");
        JsonNode loses = films.valueStream()
                .filter(f -> f.get("film").asString().equals(sock))
                .findFirst()
                .orElseThrow();
        assertThat(loses.get("began").asLong()).isEqualTo(6_000);
        assertThat(loses.get("still").get(2).asDouble()).isEqualTo(0.2);
        assertThat(loses.get("drop").get("from").asInt()).isEqualTo(1);
        assertThat(loses.get("others").asInt()).isEqualTo(1);
    }

    @Test
    void whatRestsOnNoCountCannotBeHeldBeside() throws Exception {
        assertThat(scene.call("ines", HttpMethod.GET, WORKS + "?metric=profit", "")
                        .status())
                .isEqualTo(422);
        assertThat(scene.call("ines", HttpMethod.GET, WORKS + "?metric=nothing", "")
                        .status())
                .isEqualTo(422);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2/works", "")
                        .status())
                .isGreaterThanOrEqualTo(403);
        assertThat(scene.get(WORKS).get("traits")).isEmpty();
        assertThat(scene.get(WORKS + "/mixes").get("mixes")).isEmpty();
        assertThat(scene.get(WORKS + "/films")).isEmpty();
    }
}
