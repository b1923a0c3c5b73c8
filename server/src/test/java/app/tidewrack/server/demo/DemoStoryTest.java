package app.tidewrack.server.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The demo's files hold together without a server: the journeys load them into one. */
class DemoStoryTest {
    private static final Path FILES = Path.of("src/main/resources/demo");
    /** Steps that make something which later steps may name, with where its name stands. */
    private static final Map<String, String> MAKING = Map.of(
            "list", "/name",
            "source", "/name",
            "audience", "/wanted/name",
            "picture", "/look/file",
            "film", "/look/file",
            "form", "/name",
            "script", "/name",
            "creative", "/name");

    private final JsonMapper json = JsonMapper.builder().build();
    private final DemoNames names = new DemoNames(0);

    @Test
    void everyFileIsToldAndNamesOnlyWhatStoodBeforeIt() {
        Set<String> told = new TreeSet<>(Set.of("story.json", "defaults.json"));
        List<JsonNode> steps = new ArrayList<>();
        for (JsonNode chapter : read("story.json").get("chapters")) {
            for (JsonNode file : chapter.get("files")) {
                told.add(file.stringValue());
                JsonNode content = read(file.stringValue());
                String client = content.path("client").asString("");
                content.get("steps")
                        .forEach(s -> steps.add(((ObjectNode) s.deepCopy())
                                .put("client", s.path("client").asString(client))));
            }
        }
        steps.stream()
                .filter(s -> s.get("do").stringValue().equals("feedback"))
                .forEach(s -> told.add(s.get("file").stringValue()));
        assertThat(told).isEqualTo(files());
        for (JsonNode step : steps) {
            String client = step.get("client").stringValue();
            String kind = step.get("do").stringValue();
            placesOfAPlan(client);
            names.resolve(client, step);
            for (JsonNode post : step.path("posts")) {
                names.learn(client, "post:" + post.path("name").asString(""), "id");
            }
            if (MAKING.containsKey(kind)) {
                String name = step.at(MAKING.get(kind)).stringValue();
                assertThat(name).as(step.toString()).isNotBlank();
                names.learn(client, (kind.equals("list") ? "source" : kind) + ":" + name, "id");
            }
        }
    }

    @Test
    void namesStandForIdsAlsoWithinATextAndEachClientHasItsOwn() {
        names.learn("one", "source:Buyers", "s1");
        names.learn("two", "source:Buyers", "s2");
        JsonNode told = json.readTree("""
                {"terms": [{"code": "${source:Buyers}:GB:0-1"}], "text": "Mend it in {town|your town}", "km": 12}""");

        assertThat(names.resolve("one", told)).isEqualTo(json.readTree("""
                {"terms": [{"code": "s1:GB:0-1"}], "text": "Mend it in {town|your town}", "km": 12}"""));
        assertThat(names.resolve("two", told).at("/terms/0/code").stringValue()).isEqualTo("s2:GB:0-1");
        assertThatThrownBy(() -> names.resolve("three", told))
                .hasMessageContaining("three")
                .hasMessageContaining("source:Buyers");
    }

    /** Told later than it was written, so that its campaigns do not begin in the past; on the same days of the week. */
    @Test
    void daysMoveByWholeWeeks() {
        JsonNode told = json.readTree("""
                {"start": "2027-03-09", "words": "until 2027-03-09"}""");

        assertThat(new DemoNames(5).resolve("one", told)).isEqualTo(json.readTree("""
                {"start": "2027-04-13", "words": "until 2027-03-09"}"""));
    }

    @Test
    void whatIsLeftOutIsAsUsualAtEveryDepth() {
        JsonNode usual = json.readTree("""
                {"wanted": {"places": {"countries": [], "circles": []}, "gender": "ANY"}}""");
        JsonNode told = json.readTree("""
                {"do": "audience", "wanted": {"name": "N", "places": {"countries": ["GB"]}}}""");

        assertThat(DemoNames.completed(told, usual)).isEqualTo(json.readTree("""
                {"do": "audience", "wanted": {"name": "N", "places": {"countries": ["GB"], "circles": []}, "gender": "ANY"}}"""));
    }

    /** A plan's campaign, rows and columns are named by their place as it grows, which only a server knows. */
    private void placesOfAPlan(String client) {
        names.learn(client, "campaign", "id");
        for (int i = 0; i < 4; i++) {
            names.learn(client, "row:" + i, "id");
            names.learn(client, "column:" + i, "id");
        }
    }

    private JsonNode read(String file) {
        return json.readTree(FILES.resolve(file).toFile());
    }

    private static Set<String> files() {
        try (Stream<Path> all = Files.walk(FILES)) {
            return new TreeSet<>(all.filter(Files::isRegularFile)
                    .map(f -> FILES.relativize(f).toString())
                    .toList());
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }
}
