package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.web.TableFile;
import app.tidewrack.server.web.TableFile.Form;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.web.util.UriComponentsBuilder;
import tools.jackson.databind.JsonNode;

/** Feedback of every form taken in, searched and removed, and what of it may stay. */
class FeedbackWorkTest extends WithServer {
    private static final String FEEDBACK = CLIENT + "/feedback";
    private static final List<String> COLUMNS = List.of("Order", "Customer", "Rating", "Review");

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private Answer send(String path, byte[] content, Map<String, String> parameters) throws Exception {
        UriComponentsBuilder uri = UriComponentsBuilder.fromPath(path);
        parameters.forEach(uri::queryParam);
        MockHttpServletResponse response = mvc.perform(post(uri.build().encode().toUri())
                        .with(Scene.by("ines"))
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .content(content))
                .andReturn()
                .getResponse();
        String text = response.getContentAsString(StandardCharsets.UTF_8);
        return new Answer(response.getStatus(), text.isEmpty() ? json.nullNode() : json.readTree(text));
    }

    private static Map<String, String> named(String name) {
        return Map.of("name", name, "kind", "REVIEWS");
    }

    private static final Map<String, String> OF_TABLE =
            Map.of("name", "Shop", "kind", "REVIEWS", "text", "review", "stars", "rating", "who", "customer");

    /** Forty people, half of whom say each of two things. */
    private byte[] table(Form form) throws Exception {
        List<List<Object>> rows = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            boolean bad = i % 2 == 0;
            rows.add(List.of(
                    "A-" + i,
                    "Ottilie Vanstone" + i,
                    bad ? "1" : "5/5",
                    (bad ? "The darning needle bent on day " + i : "So easy to follow, number " + i)
                            + ". Write to ottilie" + i + "@mail.example or 01603 7610" + (10 + i)));
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        TableFile.write(form, "Reviews", COLUMNS, rows, out, json);
        return out.toByteArray();
    }

    private void searched() throws Exception {
        Waiting.until(() -> scene.get(FEEDBACK).get("percent").asInt() == 100);
    }

    private void empty() throws Exception {
        for (JsonNode c : scene.get(FEEDBACK).get("collections")) {
            assertThat(scene.call(
                                    "ines",
                                    HttpMethod.DELETE,
                                    FEEDBACK + "/" + c.get("id").asString(),
                                    "")
                            .status())
                    .isEqualTo(200);
        }
    }

    private List<String> phrases(String language) throws Exception {
        searched();
        return StreamSupport.stream(
                        scene.get(FEEDBACK + "/phrases?language=" + language).spliterator(), false)
                .map(p -> p.get("feeling").asString() + " " + p.get("words").asString())
                .toList();
    }

    @ParameterizedTest
    @EnumSource(Form.class)
    void aTableIsGuessedTakenAndSearchedAndNothingOfWhoWroteItIsKept(Form form) throws Exception {
        empty();
        JsonNode guess = send(FEEDBACK + "/guess", table(form), Map.of()).body();
        assertThat(guess.get("guessed"))
                .isEqualTo(json.readTree("{\"text\":\"review\",\"stars\":\"rating\",\"who\":\"customer\"}"));

        Answer taken = send(FEEDBACK, table(form), OF_TABLE);
        assertThat(taken.status()).as(taken.body().toString()).isEqualTo(200);
        assertThat(phrases("en")).anyMatch(p -> p.startsWith("PAIN") && p.contains("needle bent"));
        assertThat(phrases("en")).anyMatch(p -> p.startsWith("PRAISE") && p.contains("easy to follow"));

        String kept = sql
                .queryForList(
                        "select text from feedback_text union all select content::text from found_phrase", String.class)
                .stream()
                .collect(Collectors.joining("\n"));
        assertThat(kept)
                .contains("needle bent")
                .doesNotContainIgnoringCase("ottilie")
                .doesNotContain("01603", "mail.example");
    }

    @ParameterizedTest
    @CsvSource({"'\n', 30", "'\n\n', 30"})
    void aTextIsTakenByParagraphsOrByLines(String between, int texts) throws Exception {
        empty();
        String text = IntStream.range(0, texts)
                .mapToObj(i -> "The wool is soft, warm and lovely in my hands, number " + i)
                .collect(Collectors.joining(between));
        JsonNode guess = send(FEEDBACK + "/guess", text.getBytes(StandardCharsets.UTF_8), Map.of())
                .body();
        assertThat(guess.get("columns")).isEmpty();

        JsonNode view = send(FEEDBACK, text.getBytes(StandardCharsets.UTF_8), named("Notes"))
                .body();
        assertThat(view.get("collections").get(0).get("languages").get("en").asInt())
                .isEqualTo(texts);
    }

    private static String rows(int count, IntFunction<String> row) {
        return "review,stars\n" + IntStream.range(0, count).mapToObj(row).collect(Collectors.joining("\n"));
    }

    @Test
    void whatCannotBeUnderstoodIsPutAsideAndTheRestIsKept() throws Exception {
        empty();
        String csv = rows(30, i -> switch (i % 6) {
            case 0 -> "\"<b>The wool</b> is warm &amp; soft, 🧶🧶 I love it " + i + "\",5";
            case 1 -> "\"=HYPERLINK(\"\"http://x.example\"\") the wool is so warm " + i + "\",9";
            case 2 -> ",4";
            case 3 -> "\"La laine est vraiment très douce pour les enfants " + i + "\",4";
            case 4 -> "\"" + "The wool is warm. ".repeat(600) + "\",4";
            default -> "\"Die Wolle ist sehr warm und weich " + i + "\",five";
        });
        JsonNode kept = send(
                        FEEDBACK,
                        csv.getBytes(StandardCharsets.UTF_8),
                        Map.of("name", "Odd", "kind", "COMMENTS", "text", "review", "stars", "stars"))
                .body()
                .get("collections")
                .get(0);

        assertThat(kept.get("languages")).isEqualTo(json.readTree("{\"de\":5,\"en\":10}"));
        assertThat(kept.get("aside")).isEqualTo(json.readTree("{\"EMPTY\":5,\"OTHER_LANGUAGE\":5,\"TOO_LONG\":5}"));
        assertThat(sql.queryForList(
                        "select distinct stars from feedback_text where text like '%HYPERLINK%'", Integer.class))
                .containsOnlyNulls();
    }

    @Test
    void whatCannotBeTakenIsSaidAndNothingIsKept() throws Exception {
        empty();
        byte[] table = table(Form.CSV);
        assertThat(send(FEEDBACK, table, Map.of("name", "x", "kind", "REVIEWS", "text", "opinion"))
                        .detail())
                .contains("no column “opinion”");
        assertThat(send(FEEDBACK, table, named("n".repeat(101))).detail()).contains("101 characters");
        assertThat(send(FEEDBACK, "Bonjour à tous mes amis".getBytes(StandardCharsets.UTF_8), named("x"))
                        .detail())
                .contains("None of the 1 texts can be kept", "English, German, Danish or Dutch");
        assertThat(send(FEEDBACK, new byte[0], named("x")).detail()).contains("there are none");
        String oneCell = "review\n\"" + "The wool is warm.\n".repeat(100_000) + "\"";
        assertThat(send(FEEDBACK, oneCell.getBytes(StandardCharsets.UTF_8), OF_TABLE)
                        .status())
                .isEqualTo(422);
        assertThat(send(FEEDBACK + "/guess", oneCell.getBytes(StandardCharsets.UTF_8), Map.of())
                        .status())
                .isEqualTo(422);
        assertThat(send(FEEDBACK, table, Map.of("name", "x", "kind", "RUMOURS")).status())
                .isEqualTo(400);
        assertThat(scene.get(FEEDBACK).get("collections")).isEmpty();
    }

    @Test
    void aCollectionThatIsRemovedTakesItsSentencesWithItAtOnce() throws Exception {
        empty();
        send(FEEDBACK, table(Form.CSV), OF_TABLE);
        assertThat(phrases("en")).isNotEmpty();
        String other = IntStream.range(0, 20)
                .mapToObj(i -> "The thimble broke at once, number " + i + ", and I was disappointed")
                .collect(Collectors.joining("\n"));
        JsonNode two = send(FEEDBACK, other.getBytes(StandardCharsets.UTF_8), named("Other"))
                .body();
        String first = two.get("collections").get(1).get("id").asString();
        searched();

        scene.call("ines", HttpMethod.DELETE, FEEDBACK + "/" + first, "");
        assertThat(sql.queryForList("select content::text from found_phrase", String.class))
                .noneMatch(t -> t.contains("darning"));
        assertThat(phrases("en")).anyMatch(p -> p.contains("thimble broke")).noneMatch(p -> p.contains("needle"));
        assertThat(scene.call("ines", HttpMethod.DELETE, FEEDBACK + "/" + first, "")
                        .status())
                .isEqualTo(404);
    }

    /** Chats of leads: what the person wrote, and nothing of what the client answered or who it was. */
    @Test
    void whatLeadsWroteIsTakenInWithoutWhoTheyAre() throws Exception {
        empty();
        assertThat(scene.call("ines", HttpMethod.POST, FEEDBACK + "/answers", Map.of("name", "Leads"))
                        .detail())
                .contains("None of the 0 texts can be kept: there are none");
        for (int i = 0; i < 6; i++) {
            sql.update("""
                    insert into lead (client_id, id, account_id, kind, network_seq, external_ad, came_at, content)
                    values ('c1', ?, 'a1', 'CHAT', ?, 'x', now(), ?::jsonb)""", "chat" + i, i, """
                    {"answers": {"first-name": "Quennell", "email": "q%d@mail.example"}, "lines": [
                     {"fromPerson": false, "text": "Good day, what has a hole in it?"},
                     {"fromPerson": true, "text": "Quennell here, sadly my walking socks wore through at the heel, number %d"}]}""".formatted(i, i));
        }
        JsonNode view = scene.post(FEEDBACK + "/answers", Map.of("name", "Leads"));
        assertThat(view.get("collections").get(0).get("kind").asString()).isEqualTo("ANSWERS");
        assertThat(view.get("collections").get(0).get("languages").get("en").asInt())
                .isEqualTo(6);
        assertThat(phrases("en")).anyMatch(p -> p.contains("walking socks"));
        assertThat(sql.queryForList("select text from feedback_text", String.class))
                .allMatch(t -> t.startsWith("[name] here") && !t.contains("hole in it"));
    }

    /** Two people at once: both are kept, and searched together. */
    @Test
    void twoCollectionsAtOnceAreBothSearched() throws Exception {
        empty();
        List<Thread> people = new ArrayList<>();
        for (String thing : List.of("thimble", "bobbin")) {
            String text = IntStream.range(0, 20)
                    .mapToObj(i -> "The " + thing + " broke at once, number " + i + ", and I was disappointed")
                    .collect(Collectors.joining("\n"));
            people.add(new Thread(() -> {
                try {
                    send(FEEDBACK, text.getBytes(StandardCharsets.UTF_8), named(thing));
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
            }));
        }
        people.forEach(Thread::start);
        for (Thread person : people) {
            person.join();
        }
        assertThat(scene.get(FEEDBACK).get("collections")).hasSize(2);
        assertThat(phrases("en")).anyMatch(p -> p.contains("thimble broke")).anyMatch(p -> p.contains("bobbin broke"));
    }

    @Test
    void aPhraseOfTheDeckKeepsWhatItWasWrittenFrom() throws Exception {
        Map<String, Object> source = Map.of("feeling", "PAIN", "words", "needle bent", "people", 20);
        Map<String, Object> written = Map.of(
                "kind",
                "HEADLINE",
                "text",
                "A needle that does not bend",
                "angle",
                "pain",
                "language",
                "en",
                "source",
                source);
        scene.post(CLIENT + "/phrases", List.of(written));
        Answer changed = scene.call(
                "ines",
                HttpMethod.PUT,
                CLIENT + "/phrases/H1",
                Map.of("kind", "HEADLINE", "text", "Needles that never bend", "angle", "pain", "language", "en"));

        assertThat(changed.body().get(0).get("text").asString()).isEqualTo("Needles that never bend");
        assertThat(changed.body().get(0).get("source")).isEqualTo(json.valueToTree(source));
    }
}
