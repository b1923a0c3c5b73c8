package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.server.Scene.Answer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Frames of one's own, what is written in frames, and what is said of it meanwhile. */
class FrameWorkTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private static Map<String, Object> part(String name, String becomes) {
        return Map.of("name", name, "hint", "", "becomes", becomes, "seconds", 0);
    }

    private static Map<String, Object> asked(String becomes, String text) {
        return Map.of("becomes", becomes, "text", text);
    }

    private JsonNode look(String language, List<Map<String, Object>> parts) throws Exception {
        return scene.post(CLIENT + "/frames/look", Map.of("language", language, "parts", parts));
    }

    @Test
    void ofWhatIsWrittenSpellingLengthEaseTimeAndRiskAreTold() throws Exception {
        JsonNode look = look(
                "en",
                List.of(
                        asked("BODY", "Your jumper has a hole."),
                        asked("BODY", "Mending is guaranteed to take twenty minuets."),
                        asked("BODY", "  "),
                        asked("HEADLINE", "Mend it before the cold comes in through every elbow"),
                        asked("SCRIPT", "One needle, four wools, and tea.")));

        assertThat(look.get("body").asString())
                .isEqualTo("Your jumper has a hole.\n\nMending is guaranteed to take twenty minuets.");
        assertThat(look.get("bodyReach").get("length").asInt()).isEqualTo(70);
        JsonNode second = look.get("parts").get(1);
        assertThat(second.get("risks").get(0).get("words").asString()).contains("promises a result: “guaranteed”");
        assertThat(second.get("risks").get(0).get("from").asInt()).isEqualTo(11);
        assertThat(look.get("parts").get(0).get("risks")).isEmpty();
        JsonNode headline = look.get("parts").get(3).get("reach");
        assertThat(headline.get("length").asInt()).isEqualTo(52);
        assertThat(headline.get("troubles")).isNotEmpty();
        assertThat(look.get("parts").get(4).get("reach").isNull()).isTrue();
        // Nine syllables at 3.75 a second.
        assertThat(look.get("parts").get(4).get("seconds").asDouble()).isBetween(1.8, 2.8);
        assertThat(look.get("readability").get("ease").asString()).isEqualTo("EASY");
        assertThat(look.get("noSpelling").asString()).isEmpty();
    }

    @Test
    void aFrameOfOnesOwnIsKeptChangedAndRemoved() throws Exception {
        Map<String, Object> frame =
                Map.of("name", "Ours ", "parts", List.of(part("Hook", "BODY"), part("Line", "HEADLINE")));
        JsonNode own = scene.post(CLIENT + "/frames", frame).get("own").get(0);
        assertThat(own.get("frame").get("name").asString()).isEqualTo("Ours");
        String at = CLIENT + "/frames/" + own.get("id").asString();
        Answer changed = scene.call(
                "ines", HttpMethod.PUT, at, Map.of("name", "Ours", "parts", List.of(part("Hook", "SCRIPT"))));
        assertThat(changed.body().get("own").get(0).get("frame").get("parts")).hasSize(1);
        assertThat(changed.body().get("ready")).hasSize(4);
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/frames", Map.of("name", "", "parts", List.of()))
                        .detail())
                .contains("0 characters");
        assertThat(scene.call("tove", HttpMethod.DELETE, at, "").status()).isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.DELETE, at, "").body().get("own"))
                .isEmpty();
        assertThat(scene.call("ines", HttpMethod.DELETE, at, "").status()).isEqualTo(404);
    }

    private static Map<String, Object> piece(int version, List<String> texts, List<Object> sources) {
        Map<String, Object> written = new HashMap<>();
        written.put("frame", Map.of("name", "Two", "parts", List.of(part("Hook", "BODY"), part("Line", "HEADLINE"))));
        written.put("texts", texts);
        written.put("sources", sources);
        written.put("language", "en");
        return Map.of("version", version, "name", "Elbows", "written", written);
    }

    @Test
    void whatIsWrittenIsKeptWithItsSourcesAndNobodyWritesOverAnother() throws Exception {
        Map<String, Object> source = Map.of("feeling", "PAIN", "words", "needle bent", "people", 17);
        JsonNode kept =
                scene.post(CLIENT + "/pieces", piece(0, List.of("A", ""), List.of(Map.of("part", 1, "said", source))));
        String at = CLIENT + "/pieces/" + kept.get("id").asString();
        assertThat(kept.get("written").get("sources").get(0).get("said")).isEqualTo(json.valueToTree(source));

        List<Object> none = List.of();
        assertThat(scene.call("ines", HttpMethod.PUT, at, piece(1, List.of("B", "b"), none))
                        .status())
                .isEqualTo(200);
        assertThat(scene.call("ines", HttpMethod.PUT, at, piece(1, List.of("C", "c"), none))
                        .status())
                .isEqualTo(409);
        assertThat(scene.get(CLIENT + "/pieces")
                        .get(0)
                        .get("written")
                        .get("texts")
                        .get(0)
                        .asString())
                .isEqualTo("B");

        assertThat(scene.call("ines", HttpMethod.PUT, at, piece(2, List.of("one"), none))
                        .detail())
                .contains("2 parts, but 1 texts and sources of parts []");
        assertThat(scene.call("ines", HttpMethod.PUT, at, piece(2, List.of("x".repeat(4_001), ""), none))
                        .detail())
                .contains("4,001 characters");
        assertThat(scene.call(
                                "ines",
                                HttpMethod.PUT,
                                at,
                                piece(2, List.of("A", "B"), List.of(Map.of("part", 2, "said", source))))
                        .detail())
                .contains("sources of parts [2]");
        assertThat(scene.call("ines", HttpMethod.DELETE, at, "").status()).isEqualTo(200);
        assertThat(scene.get(CLIENT + "/pieces")).isEmpty();
    }

    @Test
    void whatCannotBeLookedAtSaysWhy() throws Exception {
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                CLIENT + "/frames/look",
                                Map.of("language", "fr", "parts", List.of()))
                        .detail())
                .contains("“fr” is no language", "en, de, da, nl");
        List<Map<String, Object>> many = new ArrayList<>(Collections.nCopies(11, asked("BODY", "x")));
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/frames/look", Map.of("language", "en", "parts", many))
                        .detail())
                .contains("11 parts; the most is 10");
    }
}
