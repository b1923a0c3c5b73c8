package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;

/** A plan is sent, returned, mended, approved with and without an account, launched, and edited after. */
class SignOffWorkTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @AfterEach
    void demandNothing() {
        sql.update("update client set sign_off_demanded = false");
    }

    private static Map<String, Object> sending(Sheet sheet, @Nullable Set<String> keys) {
        Map<String, Object> part = new HashMap<>(Map.of("campaignId", sheet.campaign()));
        part.put("keys", keys);
        return new HashMap<>(Map.of(
                "planVersion", sheet.version(), "campaigns", List.of(part), "note", "The first week, as we said."));
    }

    private String sent(Sheet sheet, @Nullable Set<String> keys) throws Exception {
        return scene.post(CLIENT + "/plans/" + sheet.plan() + "/sign-offs", sending(sheet, keys))
                .get("id")
                .asString();
    }

    private static String at(String signOff) {
        return CLIENT + "/sign-offs/" + signOff;
    }

    private Answer decided(String person, String signOff, boolean approved, String reason) throws Exception {
        return scene.call(
                person, HttpMethod.POST, at(signOff) + "/decision", Map.of("approved", approved, "reason", reason));
    }

    private Sheet richer(Sheet sheet, String money) throws Exception {
        JsonNode rows = scene.get(CLIENT + "/plans/" + sheet.plan())
                .get("campaigns")
                .get(0)
                .get("rows");
        Answer edited = scene.edit(
                sheet.plan(),
                UUID.randomUUID().toString(),
                sheet.version(),
                Map.of(
                        "kind",
                        "rowMoney",
                        "campaignId",
                        sheet.campaign(),
                        "rowIds",
                        List.of(rows.get(0).get("id").asString()),
                        "money",
                        money));
        assertThat(edited.status()).as(edited.body().toString()).isEqualTo(200);
        return new Sheet(
                sheet.plan(), sheet.campaign(), edited.body().get("version").asInt());
    }

    private JsonNode changes(Sheet sheet) throws Exception {
        return scene.get(CLIENT + "/plans/" + sheet.plan() + "/campaigns/" + sheet.campaign() + "/changes");
    }

    private static Set<String> standings(JsonNode changes) {
        Set<String> standings = new HashSet<>();
        changes.get("changes").forEach(c -> standings.add(c.get("signOff").asString()));
        return standings;
    }

    private Answer launch(Sheet sheet, Map<String, Object> how) throws Exception {
        return scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/launches",
                Scene.order(sheet.plan(), sheet.campaign(), sheet.version(), how));
    }

    private void commented(String person, String path, Map<String, Object> body) throws Exception {
        Answer said = scene.call(person, HttpMethod.POST, path, body);
        assertThat(said.status()).as(said.body().toString()).isEqualTo(200);
    }

    /** In: nothing that no approver said yes to goes out; out: what they said yes to does, and no more. */
    @Test
    void returnedMendedApprovedByALinkAndLaunched() throws Exception {
        sql.update("update client set sign_off_demanded = true where id = 'c1'");
        Sheet sheet = scene.sheet("a1");
        assertThat(standings(changes(sheet))).containsExactly("NEVER_SENT");
        Answer early = launch(sheet, Map.of());
        assertThat(early.status()).isEqualTo(422);
        assertThat(early.body().get("field").asString()).isEqualTo("signOff");

        String first = sent(sheet, null);
        JsonNode seen = scene.call("otto", HttpMethod.GET, at(first), "").body();
        assertThat(seen.get("mayDecide").asBoolean()).isTrue();
        assertThat(scene.get(at(first)).get("mayDecide").asBoolean()).isFalse();
        JsonNode campaign = seen.get("campaigns").get(0);
        assertThat(campaign.get("changes")).hasSize(7);
        assertThat(campaign.get("ads")).hasSize(2);
        assertThat(campaign.get("ads").get(0).get("rowIds")).hasSize(2);
        assertThat(campaign.get("ads").get(0).get("fit").get("placements")).isNotEmpty();
        assertThat(campaign.get("days")).hasSize(14);
        assertThat(campaign.get("dailyAfterMinor").asInt()).isEqualTo(2000);
        String row = campaign.get("rows").get(0).get("id").asString();

        Map<String, Object> place = Map.of("campaignId", sheet.campaign(), "rowId", row);
        commented("otto", at(first) + "/comments", Map.of("place", place, "says", "Is this not too little?"));
        String question = scene.get(at(first)).get("comments").get(0).get("id").asString();
        assertThat(openFor("ines", sheet)).isOne();
        commented(
                "ines",
                at(first) + "/comments",
                Map.of("place", Map.of(), "answers", question, "says", "We raise it."));
        assertThat(openFor("ines", sheet)).isZero();
        assertThat(openFor("otto", sheet)).isOne();
        commented(
                "ines",
                CLIENT + "/plans/" + sheet.plan() + "/comments",
                Map.of("place", Map.of(), "says", "They pay late, by the way."));

        assertThat(decided("ines", first, true, "").status()).isEqualTo(403);
        assertThat(decided("tove", first, true, "").status()).isEqualTo(403);
        assertThat(decided("otto", first, false, " ").body().get("field").asString())
                .isEqualTo("reason");
        assertThat(decided("otto", first, false, "More money, please.")
                        .body()
                        .get("state")
                        .asString())
                .isEqualTo("RETURNED");
        assertThat(decided("otto", first, true, "").detail()).contains("Otto returned it already");

        Sheet mended = richer(sheet, "15");
        assertThat(standings(changes(mended))).containsExactly("RETURNED");
        String second = sent(mended, null);
        assertThat(standings(changes(mended))).containsExactly("WAITING");
        List<JsonNode> since = scene.call("otto", HttpMethod.GET, at(second), "")
                .body()
                .get("campaigns")
                .get(0)
                .get("changes")
                .valueStream()
                .filter(c -> !c.get("since").isEmpty())
                .toList();
        assertThat(since).hasSize(1);
        assertThat(since.get(0).get("since").get(0).get("before").asString()).isEqualTo("£10.00");
        assertThat(since.get(0).get("since").get(0).get("after").asString()).isEqualTo("£15.00");

        String secret = scene.post(at(second) + "/links", Map.of("name", "Bea Marl", "days", 3))
                .get("secret")
                .asString();
        Browser guest = new Browser(mvc, json);
        JsonNode door =
                guest.post("/api/door/sign-off", Map.of("secret", secret)).body();
        assertThat(door.get("name").asString()).isEqualTo("Bea Marl");
        assertThat(guest.get(at(second)).status()).isEqualTo(401);
        assertThat(seen.has("colleague")).isFalse();
        JsonNode here = scene.post("/api/door/sign-off", Map.of("secret", secret));
        assertThat(here.at("/colleague/name").asString()).isEqualTo("Ines");
        assertThat(here.at("/colleague/sees").asBoolean()).isTrue();
        guest.post("/api/door/sign-off/entered", Map.of("secret", secret, "name", "Bea Marl"));
        JsonNode theirs = guest.get(at(second)).body();
        assertThat(theirs.get("mayDecide").asBoolean()).isTrue();
        assertThat(theirs.get("comments").toString()).contains("We raise it.").doesNotContain("They pay late");
        String sha = theirs.get("media").get(0).get("sha256").asString();
        assertThat(guest.get(CLIENT + "/media/" + sha + "/stills/0").status()).isEqualTo(200);
        for (String shut : List.of(
                at(first),
                CLIENT,
                CLIENT + "/sign-offs",
                CLIENT + "/media",
                CLIENT + "/media/" + "0".repeat(64) + "/stills/0")) {
            assertThat(guest.get(shut).status()).as(shut).isEqualTo(404);
        }
        assertThat(launch(mended, Map.of()).status()).isEqualTo(422);
        Answer yes = guest.post(at(second) + "/decision", Map.of("approved", true, "reason", "Good luck"));
        assertThat(yes.body().get("decidedAs").asString()).isEqualTo("Bea Marl");

        String paper = paper(second);
        assertThat(paper)
                .contains("Approved by Bea Marl", "Good luck", "£25.00", "The first week, as we said.", "money a day")
                .contains("Is this not too little?", "We raise it.")
                .doesNotContain("They pay late");
        assertThat(standings(changes(mended))).containsExactly("APPROVED");
        assertThat(scene.launched(mended).get("state").asString()).isEqualTo("DONE");
        assertThat(network.created()).isEqualTo(7);

        Sheet later = richer(mended, "30");
        JsonNode changed = changes(later);
        assertThat(standings(changed)).containsExactly("CHANGED");
        assertThat(changed.get("changes").get(0).get("since").get(0).asString()).isEqualTo("money a day");
        assertThat(launch(later, Map.of()).detail()).contains("1 of the 1 changes have none");
        assertThat(scene.get(at(second)).get("campaigns").get(0).get("changes").toString())
                .contains("\"edited\":[\"money a day\"]");

        sql.update("update sign_off_link set ended_at = now()");
        assertThat(guest.get(at(second)).detail()).contains("This link has ended");
        assertThat(guest.post("/api/door/sign-off", Map.of("secret", secret)).status())
                .isEqualTo(422);
        assertThat(scene.call("ada", HttpMethod.GET, "/api/agency/trail?client=c1", "")
                        .body()
                        .get("lines")
                        .toString())
                .contains("Bea Marl, by a link", "decided on a sign-off");
        assertThat(scene.get(CLIENT + "/plans/" + sheet.plan() + "/history").toString())
                .contains("Bea Marl", "Approved sign-off 2")
                .contains("Otto", "Returned sign-off 1: More money, please.");
    }

    private int openFor(String person, Sheet sheet) throws Exception {
        return scene.call(person, HttpMethod.GET, CLIENT + "/morning", "")
                .body()
                .get("lines")
                .valueStream()
                .map(l -> l.get("need"))
                .filter(n -> n.get("kind").asString().equals("COMMENTS"))
                .filter(n -> n.get("planId").asString().equals(sheet.plan()))
                .mapToInt(n -> n.get("open").asInt())
                .sum();
    }

    /** Read with PDFBox. */
    private String paper(String signOff) throws Exception {
        byte[] pdf = mvc.perform(
                        MockMvcRequestBuilders.get(at(signOff) + "/paper").with(Scene.by("tove")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getPage(0).getResources().getXObjectNames()).isNotNull();
            return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
    }

    @Test
    void partOfAListIsApprovedAndOnlyThatIsLaunched() throws Exception {
        sql.update("update client set sign_off_demanded = true where id = 'c1'");
        Sheet sheet = scene.sheet("a1");
        String ad = changes(sheet)
                .get("changes")
                .valueStream()
                .map(c -> c.get("key").asString())
                .filter(k -> k.contains("/"))
                .findFirst()
                .orElseThrow();
        String part = sent(sheet, Set.of(ad));
        assertThat(scene.get(at(part)).get("campaigns").get(0).get("changes"))
                .as("the ad, its row and its campaign")
                .hasSize(3);
        assertThat(decided("otto", part, true, "").status()).isEqualTo(200);
        assertThat(standings(changes(sheet))).containsExactlyInAnyOrder("APPROVED", "NEVER_SENT");
        assertThat(launch(sheet, Map.of()).status()).isEqualTo(422);
        assertThat(launch(sheet, Map.of("keys", Set.of(ad))).status()).isEqualTo(200);
        Waiting.until(() -> network.created() == 3);
    }

    @Test
    void whatIsNotToBeIsRefused() throws Exception {
        Sheet sheet = scene.sheet("a1");
        String path = CLIENT + "/plans/" + sheet.plan() + "/sign-offs";
        Map<String, Object> twice = sending(sheet, null);
        List<?> parts = (List<?>) twice.get("campaigns");
        twice.put("campaigns", Arrays.asList(parts.get(0), parts.get(0)));
        Map<String, Object> nobody = sending(sheet, null);
        nobody.put("asked", "tove");
        Map<String, Object> none = sending(sheet, null);
        none.put("campaigns", List.of());
        Map<String, Object> old = sending(sheet, null);
        old.put("planVersion", 1);
        Map<String, Object> wordy = sending(sheet, null);
        wordy.put("note", "x".repeat(2_001));
        Map<Map<String, Object>, String> told = Map.of(
                twice, "A campaign is named twice",
                nobody, "is no approver of this client",
                none, "0 campaigns are out of 1 to 50",
                old, "the list was made on 1",
                wordy, "2,001 signs are more than 2,000");
        for (var e : told.entrySet()) {
            assertThat(scene.call("ines", HttpMethod.POST, path, e.getKey()).detail())
                    .contains(e.getValue());
        }
        String first = sent(sheet, null);
        String second = sent(sheet, null);
        assertThat(decided("otto", first, true, "").detail())
                .as("what is sent again takes back what waits")
                .contains("Ines took it back meanwhile");
        Map<String, Object> nowhere = Map.of("place", Map.of("rowId", "r"), "says", "Here");
        assertThat(scene.call("otto", HttpMethod.POST, at(second) + "/comments", nowhere)
                        .body()
                        .get("field")
                        .asString())
                .isEqualTo("campaignId");
        assertThat(scene.call("ines", HttpMethod.POST, at(second) + "/links", Map.of("name", "B", "days", 31))
                        .detail())
                .contains("out of 1 to 30");
        assertThat(scene.call("ines", HttpMethod.DELETE, at(second), "").status())
                .isEqualTo(200);
        assertThat(decided("otto", second, true, "").status()).isEqualTo(409);
        assertThat(scene.launched(sheet).get("state").asString())
                .as("a client that demands nothing")
                .isEqualTo("DONE");
    }

    /** A plan goes out whole, but for what the network has: first the copy alone, then both once the other is edited. */
    @Test
    void aWholePlanIsSentWithoutWhatTheNetworkHas() throws Exception {
        Sheet sheet = scene.sheet("a1");
        assertThat(scene.launched(sheet).get("state").asString()).isEqualTo("DONE");
        String path = CLIENT + "/plans/" + sheet.plan() + "/sign-offs";
        assertThat(scene.call("ines", HttpMethod.POST, path, sending(sheet, null))
                        .detail())
                .contains("The network already has all of this");
        Answer copied = scene.edit(
                sheet.plan(),
                UUID.randomUUID().toString(),
                sheet.version(),
                Map.of("kind", "campaignCopy", "campaignId", sheet.campaign(), "accountId", "a1"));
        assertThat(copied.status()).as(copied.body().toString()).isEqualTo(200);
        String other = copied.body().get("campaigns").get(1).get("id").asString();
        Sheet both = new Sheet(
                sheet.plan(), sheet.campaign(), copied.body().get("version").asInt());
        assertThat(campaigns(scene.post(path, whole(both, other)))).containsExactly(other);
        assertThat(campaigns(scene.post(path, whole(richer(both, "14"), other))))
                .containsExactly(both.campaign(), other);
    }

    private static Map<String, Object> whole(Sheet sheet, String other) {
        Map<String, Object> whole = sending(sheet, null);
        whole.put("campaigns", List.of(Map.of("campaignId", sheet.campaign()), Map.of("campaignId", other)));
        return whole;
    }

    private List<String> campaigns(JsonNode sent) throws Exception {
        return scene.get(at(sent.get("id").asString()))
                .get("campaigns")
                .valueStream()
                .map(c -> c.get("campaignId").asString())
                .toList();
    }

    /** Twenty who press at once, yes and no by turns: one is heard, and the paper is there exactly where it was a yes. */
    @Test
    void ofManyWhoDecideAtOnceOneIsHeard() throws Exception {
        Sheet sheet = scene.sheet("a1");
        for (int round = 0; round < 3; round++) {
            String id = sent(sheet, null);
            List<Callable<Integer>> all = IntStream.range(0, 20)
                    .<Callable<Integer>>mapToObj(i ->
                            () -> decided("otto", id, i % 2 == 0, "Number " + i).status())
                    .toList();
            ExecutorService presses = Executors.newFixedThreadPool(8);
            try {
                List<Integer> statuses = new ArrayList<>();
                for (Future<Integer> f : presses.invokeAll(all)) {
                    statuses.add(f.get());
                }
                assertThat(statuses).containsOnly(200, 409).containsOnlyOnce(200);
            } finally {
                presses.shutdown();
            }
            JsonNode line = scene.get(at(id)).get("line");
            assertThat(line.get("paper").asBoolean())
                    .isEqualTo(line.get("state").asString().equals("APPROVED"));
        }
    }

    /** What people write goes onto the paper as it is, whatever it is made of; what the font has no sign for is a mark. */
    @Test
    void whateverIsSaidStandsOnThePaper() throws Exception {
        String odd = "<script>alert(1)</script> ]]> &amp; “ń ő Ж Ω” 👍🏽 اليوم " + "x".repeat(900);
        Sheet sheet = scene.sheet("a1");
        Map<String, Object> sending = sending(sheet, null);
        sending.put("note", odd);
        String id = scene.post(CLIENT + "/plans/" + sheet.plan() + "/sign-offs", sending)
                .get("id")
                .asString();
        commented("otto", at(id) + "/comments", Map.of("place", Map.of(), "says", odd));
        assertThat(decided("otto", id, true, odd).status()).isEqualTo(200);
        assertThat(paper(id)).contains("<script>alert(1)</script> ]]> &amp; ", "“ń ő Ж Ω”");
    }
}
