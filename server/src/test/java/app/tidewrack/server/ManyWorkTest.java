package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static app.tidewrack.server.Scene.content;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.server.Scene.Answer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Creatives by the dozen: crossed from media and phrases, and one part replaced in many. */
class ManyWorkTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** Adds phrases of one kind and gives their codes. */
    private List<String> phrases(String kind, String... texts) throws Exception {
        List<Map<String, Object>> wordings = new ArrayList<>();
        for (String text : texts) {
            wordings.add(Map.of("kind", kind, "text", text, "angle", "", "language", "en"));
        }
        JsonNode deck = scene.post(CLIENT + "/phrases", wordings);
        List<String> codes = new ArrayList<>();
        for (String text : texts) {
            for (JsonNode phrase : deck) {
                if (phrase.get("text").asString().equals(text)) {
                    codes.add(phrase.get("code").asString());
                }
            }
        }
        return codes;
    }

    private static Map<String, Object> cross(List<String> media, List<String> headlines, List<String> bodies) {
        return Map.of(
                "crossing",
                Map.of("media", media, "headlines", headlines, "bodies", bodies),
                "description",
                "",
                "callToAction",
                "shop",
                "link",
                "https://a.example/kits");
    }

    private List<String> pictures(int from, int count) throws Exception {
        List<String> hashes = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            hashes.add(scene.sha("cross-" + (from + i) + ".png", Pictures.real("PNG", from + i, from + i)));
        }
        return hashes;
    }

    private long creatives() throws Exception {
        return scene.get(CLIENT + "/creatives").size();
    }

    /** 3 × 4 × 2 are 24; what is there already is told and not made again, by two people at once neither. */
    @Test
    void mediaAndPhrasesAreCrossed() throws Exception {
        List<String> media = pictures(610, 3);
        List<String> headlines = phrases("HEADLINE", "Mend it now", "Keep it warm", "One needle", "Ten more winters");
        List<String> bodies = phrases("BODY", "Four wools and a card.", "Ten minutes by the window.");
        Map<String, Object> one = cross(media.subList(0, 1), headlines.subList(0, 1), bodies.subList(0, 1));
        JsonNode first = scene.post(CLIENT + "/creatives/crossed", one);
        assertThat(first.get(0).get("creative").get("name").asString())
                .isEqualTo("cross-610 " + headlines.get(0) + " " + bodies.get(0));

        Map<String, Object> all = cross(media, headlines, bodies);
        JsonNode look = scene.post(CLIENT + "/creatives/crossed/look", all);
        assertThat(look.size()).isEqualTo(24);
        assertThat(look.values().stream().filter(c -> !c.get("existing").isNull()))
                .hasSize(1);
        assertThat(look.get(0).get("standing").get("runs").asInt()).isPositive();
        assertThat(look.get(0).get("standing").get("placements").asInt())
                .isGreaterThan(look.get(0).get("standing").get("runs").asInt());
        long before = creatives();
        ExecutorService two = Executors.newFixedThreadPool(2);
        List<Future<JsonNode>> made = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            made.add(two.submit(() -> scene.post(CLIENT + "/creatives/crossed", all)));
        }
        List<List<String>> ids = new ArrayList<>();
        for (Future<JsonNode> each : made) {
            ids.add(each.get().values().stream()
                    .map(k -> k.get("creative").get("id").asString())
                    .toList());
        }
        two.shutdown();
        assertThat(creatives()).isEqualTo(before + 23);
        assertThat(ids.get(0)).hasSize(24).doesNotHaveDuplicates().isEqualTo(ids.get(1));
    }

    @Test
    void whatCannotBeCrossedSaysWhy() throws Exception {
        List<String> media = pictures(630, 1);
        List<String> headlines = phrases("HEADLINE", "Gone tomorrow");
        Answer none = scene.call(
                "ines", HttpMethod.POST, CLIENT + "/creatives/crossed", cross(List.of(), headlines, List.of()));
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.detail()).contains("No picture or video is chosen");
        Answer twice = scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/creatives/crossed/look",
                cross(List.of(media.get(0), media.get(0)), List.of(), List.of()));
        assertThat(twice.detail()).contains("chosen twice");
        scene.call("ines", HttpMethod.DELETE, CLIENT + "/phrases/" + headlines.get(0), "");
        Answer gone =
                scene.call("ines", HttpMethod.POST, CLIENT + "/creatives/crossed", cross(media, headlines, List.of()));
        assertThat(gone.status()).isEqualTo(404);
    }

    private String made(String name, List<String> media, Map<String, Object> more) throws Exception {
        return scene.post(CLIENT + "/creatives", content(name, "mix", media, more))
                .get("creative")
                .get("id")
                .asString();
    }

    private Map<String, JsonNode> asTheyAre() throws Exception {
        Map<String, JsonNode> all = new TreeMap<>();
        for (JsonNode kept : scene.get(CLIENT + "/creatives")) {
            all.put(kept.get("creative").get("id").asString(), kept.get("creative"));
        }
        return all;
    }

    /** Replaced and taken back, twenty times by chance (seed 23): every creative is as it was. */
    @Test
    void replacedAndUndoneIsAsBefore() throws Exception {
        Random random = new Random(23);
        List<String> media = pictures(650, 4);
        List<String> texts = List.of("Mend it", "Keep it", "Wear it", "Darn it");
        for (int i = 0; i < 8; i++) {
            made(
                    "Random " + i,
                    some(random, media),
                    Map.of("headlines", some(random, texts), "bodies", some(random, texts)));
        }
        Map<String, JsonNode> before = asTheyAre();
        int changed = 0;
        for (int i = 0; i < 20; i++) {
            boolean picture = random.nextInt(3) == 0;
            List<String> of = picture ? media : texts;
            int from = random.nextInt(4);
            Map<String, Object> what = Map.of(
                    "part",
                    picture ? "MEDIA" : random.nextBoolean() ? "HEADLINE" : "BODY",
                    "from",
                    of.get(from),
                    "to",
                    of.get((from + 1 + random.nextInt(3)) % 4));
            JsonNode look = scene.post(CLIENT + "/creatives/replaced/look", what);
            List<String> ids = look.values().stream()
                    .filter(c -> !c.get("has").asBoolean())
                    .map(c -> c.get("id").asString())
                    .toList();
            if (ids.isEmpty()) {
                continue;
            }
            JsonNode done = scene.post(CLIENT + "/creatives/replaced", Map.of("what", what, "creativeIds", ids));
            assertThat(done.get("changed").size()).isEqualTo(ids.size());
            assertThat(asTheyAre()).isNotEqualTo(before);
            JsonNode undone = scene.call(
                            "ines",
                            HttpMethod.DELETE,
                            CLIENT + "/creatives/replaced/" + done.get("id").asString(),
                            "")
                    .body();
            assertThat(undone.get("restored").size()).isEqualTo(ids.size());
            assertThat(asTheyAre()).isEqualTo(before);
            changed += ids.size();
        }
        assertThat(changed).isGreaterThan(20);
    }

    private static List<String> some(Random random, List<String> of) {
        return of.stream()
                .filter(x -> of.get(0).equals(x) || random.nextBoolean())
                .toList();
    }

    /** What was changed by hand since stays so, and is told; what has the new one already is left alone. */
    @Test
    void whatWasChangedSinceStays() throws Exception {
        List<String> media = pictures(670, 1);
        String kept = made("Kept", media, Map.of("headlines", List.of("Old words")));
        String edited = made("Edited", media, Map.of("headlines", List.of("Old words")));
        made("Both", media, Map.of("headlines", List.of("Old words", "New words")));
        Map<String, Object> what = Map.of("part", "HEADLINE", "from", "Old words", "to", "New words");
        JsonNode look = scene.post(CLIENT + "/creatives/replaced/look", what);
        assertThat(look.values().stream()
                        .filter(c -> c.get("has").asBoolean())
                        .map(c -> c.get("name").asString()))
                .containsExactly("Both");
        JsonNode done =
                scene.post(CLIENT + "/creatives/replaced", Map.of("what", what, "creativeIds", List.of(kept, edited)));
        Map<String, Object> byHand =
                new HashMap<>(content("Edited", "mix", media, Map.of("headlines", List.of("By hand"))));
        byHand.put("version", 2);
        assertThat(scene.call("ines", HttpMethod.PUT, CLIENT + "/creatives/" + edited, byHand)
                        .status())
                .isEqualTo(200);
        JsonNode undone = scene.call(
                        "ines",
                        HttpMethod.DELETE,
                        CLIENT + "/creatives/replaced/" + done.get("id").asString(),
                        "")
                .body();
        assertThat(undone.toString()).isEqualTo("{\"restored\":[\"Kept\"],\"left\":[\"Edited\"]}");
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                CLIENT + "/creatives/replaced/look",
                                Map.of("part", "HEADLINE", "from", "a", "to", "a"))
                        .detail())
                .contains("replaced by itself");
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                CLIENT + "/creatives/replaced",
                                Map.of("what", what, "creativeIds", List.of()))
                        .detail())
                .contains("stands in none");
    }

    private JsonNode inRows(String creative, String headline) throws Exception {
        Object draft = content("x", "single-picture", List.of(), Map.of("headlines", List.of(headline)))
                .get("draft");
        return scene.post(CLIENT + "/creatives/" + creative + "/rows", draft);
    }

    /** Tokens follow each row; what review refuses of a row's own ages comes first, else the longest. */
    @Test
    void textsAreSaidRowByRow() throws Exception {
        Scene.Sheet sheet = scene.sheet("a1");
        JsonNode campaign =
                scene.get(CLIENT + "/plans/" + sheet.plan()).get("campaigns").get(0);
        String creative = campaign.get("columns").get(0).get("creativeId").asString();
        JsonNode refused = inRows(creative, "Menders of {ages|all ages}");
        assertThat(refused.size()).isEqualTo(2);
        assertThat(refused.get(0).get("refused").asString()).contains("tells people how old they are: “28+”");
        assertThat(refused.get(1).get("text").asString()).isEqualTo("Menders of 33+");

        JsonNode taken = inRows(creative, "Menders {town|of all towns} {client|}");
        assertThat(taken.get(0).get("refused").isNull()).isTrue();
        assertThat(taken.get(0).get("text").asString()).isEqualTo("Menders of all towns One");
        assertThat(taken.get(0).get("length").asInt()).isEqualTo(24);
        assertThat(taken.get(0).get("limit").asInt()).isEqualTo(25);
        assertThat(inRows(creative, "No token")).isEmpty();
    }

    /** Creatives come onto a sheet each in a new row of its own, by one edit that is undone as one. */
    @Test
    void creativesComeInRowsOfTheirOwn() throws Exception {
        Scene.Sheet sheet = scene.sheet("a1");
        List<String> media = pictures(690, 1);
        List<String> added = List.of(made("Own one", media, Map.of()), made("Own two", media, Map.of()));
        String audience = scene.audience("Owners");
        Map<String, Object> edit =
                Map.of("kind", "newAds", "campaignId", sheet.campaign(), "creativeIds", added, "audienceId", audience);
        Answer answer = scene.edit(sheet.plan(), UUID.randomUUID().toString(), sheet.version(), edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        JsonNode campaign =
                scene.get(CLIENT + "/plans/" + sheet.plan()).get("campaigns").get(0);
        assertThat(campaign.get("rows").size()).isEqualTo(4);
        assertThat(campaign.get("columns").size()).isEqualTo(4);
        assertThat(campaign.get("rows").get(3).get("label").asString()).isEqualTo("Owners · Own two");
        assertThat(scene.edit(
                                sheet.plan(),
                                UUID.randomUUID().toString(),
                                sheet.version() + 1,
                                Map.of(
                                        "kind",
                                        "newAds",
                                        "campaignId",
                                        sheet.campaign(),
                                        "creativeIds",
                                        List.of("gone"),
                                        "audienceId",
                                        audience))
                        .status())
                .isEqualTo(404);
    }
}
