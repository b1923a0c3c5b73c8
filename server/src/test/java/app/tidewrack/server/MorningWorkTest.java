package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Level;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** All of a person's clients at once: what comes to the morning, whose it is, how it is arranged, and that it is no older than it says. */
class MorningWorkTest extends RunningSheet {
    private static final String MORNING = "/api/morning";

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void nothingYet() {
        for (String table :
                List.of("plan_comment", "sign_off", "lead", "hour_unknown", "line_aside", "hidden_need", "live_item")) {
            sql.update("delete from " + table);
        }
        sql.update("update membership set place = null, sees_leads = true");
    }

    private JsonNode as(String person, String path) throws Exception {
        Answer answer = scene.call(person, HttpMethod.GET, path, "");
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        return answer.body();
    }

    private static JsonNode client(JsonNode morning, String id) {
        return morning.get("clients")
                .valueStream()
                .filter(c -> c.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow(() -> new AssertionError("no " + id + " in " + morning));
    }

    /** Kinds of the lines of what has some, with how soon. */
    private static Map<String, String> kinds(JsonNode client) {
        Map<String, String> kinds = new HashMap<>();
        client.get("lines")
                .forEach(l -> kinds.put(
                        l.get("need").get("kind").asString(), l.get("urgency").asString()));
        return kinds;
    }

    private static List<String> names(JsonNode morning) {
        return morning.get("clients")
                .valueStream()
                .map(c -> c.get("id").asString())
                .toList();
    }

    private void lead(int number) {
        sql.update(
                "insert into lead (client_id, id, account_id, kind, network_seq, external_ad, came_at, content)"
                        + " values ('c1', ?, 'a1', 'FORM', ?, 'x', now(), '{}')",
                "lead" + number,
                number);
    }

    private void hide(String person, String key, boolean hidden, int status) throws Exception {
        Answer answer = scene.call(
                person, HttpMethod.PUT, MORNING + "/hidden", Map.of("clientId", "c1", "key", key, "hidden", hidden));
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(status);
    }

    /** What the tables tell is there at once, at the desk and among all clients alike, each with how soon. */
    @Test
    void whatNeedsAPersonComesAtOnceAndGoesWhenItIsDone() throws Exception {
        Sheet sheet = scene.sheet("a1");
        scene.launched(sheet);
        sql.update("update live_item set review_state = 'APPROVED'");
        sql.update(
                "update live_item set review_state = 'REFUSED', reason = 'Too much text.' where campaign_id = ? and item_key ="
                        + " (select min(item_key) from live_item where campaign_id = ? and level = 'AD')",
                sheet.campaign(),
                sheet.campaign());
        sql.update(
                "update live_item set removed_there = true where campaign_id = ? and level = 'CAMPAIGN'",
                sheet.campaign());
        sql.update("insert into hour_unknown (client_id, account_id, external_ad, hour, counts)"
                + " values ('c1', 'a1', 'made by hand', now(), '{\"spend\": 250}')");
        sql.update("insert into line_aside (client_id, account_id, report, ad, at, kind, field, told, bound)"
                + " values ('c1', 'a1', '', 'X1', '2027-03-29T10:00:00Z', 'TOO_LITTLE', 'clicks', '-3', 0)");
        lead(1);
        lead(2);
        scene.call(
                "otto",
                HttpMethod.POST,
                CLIENT + "/plans/" + sheet.plan() + "/comments",
                Map.of("place", Map.of(), "says", "Why so late?"));

        JsonNode desk = as("ines", CLIENT + "/morning");
        assertThat(kinds(desk))
                .containsEntry("REFUSED", "NOW")
                .containsEntry("CHANGED_THERE", "TODAY")
                .containsEntry("UNKNOWN_ADS", "TODAY")
                .containsEntry("ASIDE", "TODAY")
                .containsEntry("LEADS", "TODAY")
                .containsEntry("COMMENTS", "TODAY");
        assertThat(desk.get("lines").get(0).get("need").get("reason").asString())
                .isEqualTo("Too much text.");
        assertThat(desk.get("adsLive").asInt()).isEqualTo(3);
        JsonNode all = client(as("ines", MORNING), "c1");
        assertThat(all.get("lines").valueStream())
                .as("the most urgent; the others are asked for by themselves")
                .containsExactlyElementsOf(
                        desk.get("lines").valueStream().limit(3).toList());
        assertThat(all.get("counts")).isEqualTo(desk.get("counts"));
        assertThat(all.get("counts").get("NOW").asInt()).isEqualTo(1);
        assertThat(kinds(client(as("otto", MORNING), "c1")))
                .as("who had the last word is not asked to answer it")
                .doesNotContainKey("COMMENTS");

        sql.update("update live_item set review_state = 'APPROVED', removed_there = false");
        sql.update("update lead set state = 'CONTACTED'");
        sql.update("delete from hour_unknown");
        sql.update("delete from line_aside");
        sql.update("update plan_comment set done_at = now(), done_as = 'Ines'");
        assertThat(kinds(as("ines", CLIENT + "/morning")))
                .doesNotContainKeys("REFUSED", "CHANGED_THERE", "UNKNOWN_ADS", "ASIDE", "LEADS", "COMMENTS");
    }

    /** What takes thought is kept, known to be behind after an edit, and reckoned anew by itself. */
    @Test
    void whatTakesThoughtIsKeptAndComesAnewAfterADeed() throws Exception {
        Waiting.asked(() -> as("ines", MORNING), m -> m.get("behind").asInt() == 0);
        emptySheet("10");
        edit(with("newRows", "audienceIds", List.of(scene.audience("Knitters"))));
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        edit(with("newColumns", "creativeIds", List.of(scene.creative("Sock " + plan, sha))));
        JsonNode fine =
                Waiting.asked(() -> as("ines", MORNING), m -> m.get("behind").asInt() == 0);
        assertThat(blocked(client(fine, "c1"))).isFalse();

        // Under what the network takes, so nothing can be launched; the flight begins today.
        edit(with("rowMoney", "rowIds", rows(), "money", "0.01"));
        JsonNode desk = as("ines", CLIENT + "/morning");
        assertThat(blocked(desk)).as("at the desk there and then").isTrue();
        JsonNode line = desk.get("lines")
                .valueStream()
                .filter(l -> l.get("need").path("campaignId").asString("").equals(campaign))
                .findFirst()
                .orElseThrow();
        assertThat(line.get("urgency").asString()).isEqualTo("NOW");
        assertThat(line.get("need").get("daysToStart").asInt()).isZero();

        edit(with("rowMoney", "rowIds", rows(), "money", "10"));
        // Nobody opens the desk: a round has to go to it, or this never comes true.
        Waiting.until(() -> {
            JsonNode morning = as("tove", MORNING);
            return morning.get("behind").asInt() == 0 && !blocked(client(morning, "c1"));
        });
    }

    private boolean blocked(JsonNode client) {
        return client.get("lines")
                .valueStream()
                .map(l -> l.get("need"))
                .anyMatch(n -> n.get("kind").asString().equals("BLOCKED")
                        && n.get("campaignId").asString().equals(campaign));
    }

    /** Money of the day beside what may be spent on it, and rows that bring nothing. */
    @Test
    void moneyOfTheDayStandsBesideWhatMayBeSpent() throws Exception {
        emptySheet("10");
        edit(with("newRows", "audienceIds", List.of(scene.audience("Knit"), scene.audience("Knitter"))));
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        edit(with("newColumns", "creativeIds", List.of(scene.creative("Sock " + plan, sha))));
        launch();
        String ad = network.standing(Level.AD).get(0).id();
        for (int day = 0; day < 3; day++) {
            tell(ad, day, Counts.of(Map.of(Measure.IMPRESSIONS, 900L, Measure.SPEND, 640L)));
        }
        clock(FIRST_DAY.plusDays(2).atTime(13, 0).toInstant(ZoneOffset.UTC));
        toldUntil(ad, 2);

        JsonNode desk = as("ines", CLIENT + "/morning");
        JsonNode money = desk.get("money").get(0);
        assertThat(money.get("currency").asString()).isEqualTo("GBP");
        assertThat(money.get("plannedMinor").asLong()).isEqualTo(2_000);
        assertThat(money.get("spentMinor").asLong()).isEqualTo(640);
        assertThat(client(as("ines", MORNING), "c1").get("money")).isEqualTo(desk.get("money"));
        List<JsonNode> paces = desk.get("lines")
                .valueStream()
                .filter(l -> l.get("need").get("kind").asString().equals("PACE"))
                .toList();
        assertThat(paces.stream()
                        .collect(Collectors.toMap(
                                l -> l.get("need").get("spentMinor").asLong(),
                                l -> l.get("urgency").asString())))
                .as("one row has all that came, the other nothing")
                .containsEntry(0L, "NOW");
    }

    /** By whose it is, by network, by kind; a person sees their own clients and nobody else's. */
    @Test
    void isNarrowedToWhatIsAskedFor() throws Exception {
        Sheet sheet = scene.sheet("a1");
        scene.post(
                CLIENT + "/plans/" + sheet.plan() + "/sign-offs",
                Map.of(
                        "planVersion",
                        sheet.version(),
                        "campaigns",
                        List.of(new HashMap<>(Map.of("campaignId", sheet.campaign()))),
                        "note",
                        "Please.",
                        "asked",
                        "otto"));
        lead(3);

        assertThat(names(as("ines", MORNING))).containsExactly("c1");
        assertThat(names(as("ada", MORNING)))
                .as("keeping the agency shows no client")
                .isEmpty();
        assertThat(kinds(client(as("otto", MORNING + "?mine=true"), "c1")))
                .as("asked of him")
                .containsOnlyKeys("SIGN_OFF");
        assertThat(kinds(client(as("ines", MORNING + "?mine=true"), "c1")))
                .as("the plan is hers, the yes is not; leads are of a client that she works on")
                .containsKey("LEADS")
                .doesNotContainKey("SIGN_OFF");
        assertThat(names(as("tove", MORNING + "?mine=true"))).isEmpty();
        assertThat(kinds(client(as("ines", MORNING + "?kind=LEADS"), "c1"))).containsOnlyKeys("LEADS");
        assertThat(kinds(as("ines", CLIENT + "/morning?kind=LEADS"))).containsOnlyKeys("LEADS");
        assertThat(kinds(as("ines", CLIENT + "/morning?network=AK"))).isEmpty();
        assertThat(names(as("ines", MORNING + "?kind=POST"))).isEmpty();
        assertThat(names(as("ines", MORNING + "?network=HS"))).containsExactly("c1");
        assertThat(names(as("ines", MORNING + "?network=AK"))).isEmpty();
        for (String wrong : List.of("?kind=SOMETHING", "?mine=perhaps", "?network=" + "x".repeat(50))) {
            assertThat(scene.call("ines", HttpMethod.GET, MORNING + wrong, "").status())
                    .as(wrong)
                    .isEqualTo(400);
        }

        String id = sql.queryForObject("select id from sign_off", String.class);
        scene.call(
                "otto",
                HttpMethod.POST,
                CLIENT + "/sign-offs/" + id + "/decision",
                Map.of("approved", false, "reason", "More money."));
        assertThat(kinds(client(as("ines", MORNING + "?mine=true"), "c1"))).containsKey("SIGN_OFF");
        assertThat(kinds(client(as("tove", MORNING), "c1")))
                .as("who reads cannot mend it")
                .doesNotContainKey("SIGN_OFF");
    }

    /** A line that is hidden is so for one person, and until there is more of it. */
    @Test
    void isHiddenForOnePersonUntilThereIsMore() throws Exception {
        lead(4);
        String key = new Need.Leads(1).key();
        hide("tove", key, true, 200);
        hide("tove", key, true, 200);
        JsonNode hers = client(as("tove", MORNING), "c1");
        assertThat(kinds(hers)).doesNotContainKey("LEADS");
        assertThat(hers.get("hidden").asInt()).isOne();
        assertThat(client(as("tove", MORNING + "?kind=LEADS"), "c1")
                        .get("hidden")
                        .asInt())
                .as("told of where nothing else of the kind is left")
                .isOne();
        assertThat(kinds(client(as("tove", MORNING + "?hidden=true"), "c1"))).containsKey("LEADS");
        assertThat(as("tove", CLIENT + "/morning").get("lines").toString()).contains("\"hidden\":true");
        assertThat(kinds(client(as("ines", MORNING), "c1"))).containsKey("LEADS");
        sql.update("update membership set sees_leads = false where person_id = 'otto'");
        assertThat(kinds(client(as("otto", MORNING), "c1")))
                .as("who may not see leads is not told to read them")
                .doesNotContainKey("LEADS");
        lead(5);
        assertThat(kinds(client(as("tove", MORNING), "c1"))).containsKey("LEADS");
        sql.update("delete from lead where id = 'lead5'");
        hide("tove", key, false, 200);
        assertThat(kinds(client(as("tove", MORNING), "c1"))).containsKey("LEADS");
        hide("ada", key, true, 404);
        hide("ines", "x".repeat(501), true, 400);
        for (int i = 0; i < 1_000; i++) {
            sql.update("insert into hidden_need (person_id, client_id, key) values ('ines', 'c1', ?)", "k" + i);
        }
        hide("ines", "one more", true, 422);
    }

    @Test
    void standsInThePersonsOwnOrder() throws Exception {
        sql.update("insert into client (id, name, about) values ('c7', 'Seven', '') on conflict do nothing");
        sql.update(
                "insert into membership (person_id, client_id, role) values ('tove', 'c2', 'VIEWER'), ('tove', 'c7', 'VIEWER')");
        try {
            assertThat(arrange("tove", List.of("c7", "c1", "nobody's"))).isEqualTo(400);
            assertThat(arrange("tove", List.of("c7", "c1", "c99"))).isEqualTo(200);
            JsonNode morning = as("tove", MORNING);
            assertThat(client(morning, "c7").get("place").asInt()).isEqualTo(1);
            assertThat(client(morning, "c1").get("place").asInt()).isEqualTo(2);
            assertThat(client(morning, "c2").get("place").isNull())
                    .as("never put anywhere")
                    .isTrue();
            assertThat(client(as("ines", MORNING), "c1").get("place").isNull())
                    .as("an order of one's own")
                    .isTrue();
            assertThat(arrange("tove", List.of())).isEqualTo(200);
            assertThat(client(as("tove", MORNING), "c7").get("place").isNull()).isTrue();
        } finally {
            sql.update("delete from membership where client_id in ('c2', 'c7')");
        }
    }

    private int arrange(String person, List<String> ids) throws Exception {
        return scene.call(person, HttpMethod.PUT, MORNING + "/order", Map.of("clientIds", ids))
                .status();
    }
}
