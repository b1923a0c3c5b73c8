package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.when;

import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.network.NetworkConnector.AdOrder;
import app.tidewrack.server.network.NetworkConnector.CampaignOrder;
import app.tidewrack.server.network.NetworkConnector.Hour;
import app.tidewrack.server.network.NetworkConnector.Order;
import app.tidewrack.server.results.ResultsPull;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** A question is asked of a sheet, its rows are held apart on the network, and what comes back is judged at planned looks. */
class SplitTestWorkTest extends WithServer {
    private static final Instant START = Instant.parse("2027-03-09T06:00:00Z");

    @Autowired
    private ResultsPull pull;

    private final List<Hour> told = new CopyOnWriteArrayList<>();
    private final Map<String, Order> sent = new ConcurrentHashMap<>();
    private final Map<String, String> byKey = new ConcurrentHashMap<>();
    private String plan;
    private String campaign;
    private int version;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void oneRowOfTwoCreatives() throws Exception {
        clock(START);
        for (String table : List.of("fact_hour", "fact_day", "fact_month", "fact_ad", "fact_due")) {
            sql.update("delete from " + table);
        }
        sql.update("update account set report_cursor = 0, facts_until = null");
        when(network.create(anyString(), any()))
                .thenAnswer(c -> byKey.computeIfAbsent(c.getArgument(0), k -> {
                    String id = "N" + UUID.randomUUID().toString().substring(0, 8);
                    sent.put(id, c.getArgument(1));
                    return id;
                }));
        when(network.reach(anyString(), any(), any(), any())).thenReturn(Map.of());
        when(network.parts(anyString())).thenReturn(Map.of());
        when(network.reports(anyString(), anyLong()))
                .thenAnswer(call -> told.stream()
                        .filter(h -> h.seq() > call.<Long>getArgument(1))
                        .toList());
        String name = UUID.randomUUID().toString().substring(0, 8);
        plan = scene.post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
        version = 0;
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-29", "60"));
        facts.put("name", name);
        campaign = edit(Map.of("kind", "newCampaign", "accountId", "a1", "facts", facts))
                .get("campaigns")
                .get(0)
                .get("id")
                .asString();
        edit(with("newRows", "audienceIds", List.of(scene.audience(name))));
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        Map<String, Object> other = new HashMap<>(Scene.content(name + " B", "single-picture", List.of(sha), Map.of()));
        other.put("headlines", List.of("Mended by bedtime"));
        String second = scene.post(CLIENT + "/creatives", other)
                .get("creative")
                .get("id")
                .asString();
        edit(with("newColumns", "creativeIds", List.of(scene.creative(name + " A", sha), second)));
        edit(with("rowPerCreative", "rowId", rows().get(0)));
    }

    @AfterEach
    void turnTheClockBack() {
        clock(START);
    }

    private void clock(Instant now) {
        doReturn(now).when(world).now();
        sql.update(
                "insert into practice_clock (id, now) values (1, ?::timestamptz)"
                        + " on conflict (id) do update set now = excluded.now",
                now.toString());
    }

    private JsonNode edit(Map<String, Object> edit) throws Exception {
        Answer answer = scene.edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        version = answer.body().get("version").asInt();
        return answer.body();
    }

    private Map<String, Object> with(String kind, Object... more) {
        Map<String, Object> edit = new HashMap<>(Map.of("kind", kind, "campaignId", campaign));
        for (int i = 0; i < more.length; i += 2) {
            edit.put((String) more[i], more[i + 1]);
        }
        return edit;
    }

    private JsonNode view() throws Exception {
        return scene.get(CLIENT + "/plans/" + plan).get("campaigns").get(0);
    }

    private List<String> rows() throws Exception {
        return StreamSupport.stream(view().get("rows").spliterator(), false)
                .map(n -> n.get("id").asString())
                .toList();
    }

    private Map<String, Object> asked(Object... more) throws Exception {
        Map<String, Object> asked = new LinkedHashMap<>(Map.of(
                "rowIds",
                rows(),
                "metric",
                "click_rate",
                "base",
                0.01,
                "least",
                0.25,
                "power",
                0.8,
                "level",
                0.05,
                "looks",
                4,
                "startsOn",
                "2027-03-10",
                "lastDay",
                "2027-03-20"));
        for (int i = 0; i < more.length; i += 2) {
            asked.put((String) more[i], more[i + 1]);
        }
        return asked;
    }

    private String ofTests(String end) {
        return CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/tests" + end;
    }

    private JsonNode setUp() throws Exception {
        return scene.post(
                ofTests(""), Map.of("name", "Which headline?", "hypothesis", "Time beats wear.", "asked", asked()));
    }

    private void launch() throws Exception {
        JsonNode launch = scene.post(
                CLIENT + "/launches",
                Map.of(
                        "planId",
                        plan,
                        "campaignId",
                        campaign,
                        "planVersion",
                        version,
                        "paused",
                        false,
                        "byHand",
                        false));
        long end = System.nanoTime() + Duration.ofSeconds(30).toNanos();
        while (launch.get("state").asString().equals("RUNNING")) {
            assertThat(System.nanoTime()).as(launch.toString()).isLessThan(end);
            Thread.sleep(50);
            launch = scene.get(CLIENT + "/launches/" + launch.get("id").asString());
        }
        assertThat(launch.get("state").asString()).isEqualTo("DONE");
    }

    /** The ads' ids on the network, in the order of rows. */
    private List<String> ads() {
        List<Map.Entry<String, Order>> ads = new ArrayList<>(sent.entrySet().stream()
                .filter(e -> e.getValue() instanceof AdOrder)
                .toList());
        ads.sort(Comparator.comparing(
                e -> ((AdOrder) e.getValue()).creative().headlines().get(0)));
        return ads.stream().map(Map.Entry::getKey).toList();
    }

    /** The same every day from 10 March on: impressions and clicks of each row. */
    private void days(int days, long impressions, long firstClicks, long secondClicks) {
        List<String> ads = ads();
        for (int d = 0; d < days; d++) {
            Instant hour =
                    LocalDate.parse("2027-03-10").plusDays(d).atTime(12, 0).toInstant(ZoneOffset.UTC);
            for (int r = 0; r < 2; r++) {
                Counts counts = Counts.of(Map.of(
                        Measure.IMPRESSIONS,
                        impressions,
                        Measure.CLICKS,
                        r == 0 ? firstClicks : secondClicks,
                        Measure.SPEND,
                        3000L));
                told.add(new Hour(told.size() + 1, ads.get(r), hour, counts));
            }
        }
        // An hour of the day after says that these are whole.
        told.add(new Hour(
                told.size() + 1,
                ads.get(0),
                LocalDate.parse("2027-03-10").plusDays(days).atTime(1, 0).toInstant(ZoneOffset.UTC),
                Counts.NONE));
        pull.pullAll();
    }

    private JsonNode test(JsonNode test) throws Exception {
        return scene.get(CLIENT + "/tests/" + test.get("id").asString());
    }

    @Test
    void aTestIsFoundReckonedHeldApartAndJudged() throws Exception {
        JsonNode reckoned = scene.post(ofTests("/reckoned"), asked());
        assertThat(reckoned.get("shape").asString()).isEqualTo("ONE");
        assertThat(reckoned.get("variables")).hasSize(1);
        assertThat(reckoned.get("variables").get(0).get("name").asString()).isEqualTo("headline");
        assertThat(reckoned.get("stops")).isEmpty();
        // 27,941 for 1 % against 1.25 % at one look (R 4.2.2, power.prop.test, from memory), 2.4 % more for four looks.
        double perCell = reckoned.get("perCell").asDouble();
        assertThat(perCell).isBetween(27_941 * 1.018, 27_941 * 1.03);

        JsonNode test = setUp();
        assertThat(test.get("state").asString()).isEqualTo("SET_UP");
        launch();
        assertThat(sent.values())
                .filteredOn(CampaignOrder.class::isInstance)
                .allMatch(o -> ((CampaignOrder) o).heldApart());
        days(3, 8000, 80, 85);
        JsonNode early = test(test);
        assertThat(early.get("state").asString()).isEqualTo("RUNNING");
        assertThat(early.get("outcome").asString()).isEqualTo("NOT_YET");
        assertThat(early.get("looksTaken")).hasSize(3);
        assertThat(early.get("daysLeft").asDouble()).isBetween(0.5, 1.0);
        assertThat(early.get("until").asString()).isEqualTo("2027-03-12");
        days(5, 8000, 80, 140);
        JsonNode late = test(test);
        assertThat(late.get("state").asString()).isEqualTo("READY");
        assertThat(late.get("outcome").asString()).isEqualTo("WINNER");
        assertThat(late.get("cells")
                        .get(late.get("winner").asInt())
                        .get("values")
                        .get("headline")
                        .asString())
                .isEqualTo("Mended by bedtime");
        Answer ended = scene.call(
                "ines",
                HttpMethod.PUT,
                CLIENT + "/tests/" + test.get("id").asString() + "/ended",
                Map.of("learned", "Promise the evening."));
        assertThat(ended.body().get("state").asString()).isEqualTo("ENDED");
        days(9, 8000, 800, 80);
        JsonNode kept = test(test);
        assertThat(kept.get("outcome").asString()).isEqualTo("WINNER");
        assertThat(kept.get("learned").asString()).isEqualTo("Promise the evening.");
        assertThat(kept.get("cells")).isEqualTo(late.get("cells"));
        JsonNode changes = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes");
        assertThat(changes.get("changes")
                        .get(0)
                        .get("fields")
                        .get(0)
                        .get("field")
                        .asString())
                .isEqualTo("ad groups");
    }

    @Test
    void aSecondChangeInMidTestBreaksItByName() throws Exception {
        JsonNode test = setUp();
        launch();
        days(2, 8000, 80, 140);
        clock(Instant.parse("2027-03-12T09:00:00Z"));
        edit(with("rowMoney", "rowIds", List.of(rows().get(1)), "money", "45"));
        launch();
        JsonNode broken = test(test);
        assertThat(broken.get("outcome").asString()).isEqualTo("BROKEN");
        assertThat(broken.get("why").get(0).asString())
                .startsWith("money a day of ")
                .endsWith("went from “£30.00” to “£45.00”, by Ines on 12 March");
        edit(with("rowMoney", "rowIds", rows(), "money", "50"));
        launch();
        // Both now have the same, yet for a while they did not.
        assertThat(test(test).get("outcome").asString()).isEqualTo("BROKEN");
    }

    @Test
    void peopleUnevenlySharedBreakItToo() throws Exception {
        JsonNode test = setUp();
        launch();
        List<String> groups = sql.queryForList(
                "select external_id from live_item where campaign_id = ? and level = 'AD_GROUP'",
                String.class,
                campaign);
        when(network.parts(anyString())).thenReturn(Map.of(groups.get(0), 53_000L, groups.get(1), 50_000L));
        days(2, 8000, 80, 90);
        JsonNode broken = test(test);
        assertThat(broken.get("outcome").asString()).isEqualTo("BROKEN");
        assertThat(broken.get("why").get(0).asString()).contains("shares of people");
    }

    @Test
    void whatCannotBeAskedIsRefusedWithAReason() throws Exception {
        List<String> rows = rows();
        assertThat(stop(asked("rowIds", rows.subList(0, 1)))).contains("One row is no test");
        assertThat(stop(asked("startsOn", "2027-03-01"))).contains("runs from 2027-03-09");
        assertThat(stop(asked("lastDay", "2027-03-09"))).contains("before the first");
        edit(with("rowMoney", "rowIds", List.of(rows.get(0)), "money", "20"));
        assertThat(stop(asked())).contains("money and headline").contains("could not be told");
        edit(with("rowMoney", "rowIds", rows, "money", "20"));
        clock(Instant.parse("2027-03-12T09:00:00Z"));
        // The server asks for the time once a second.
        Thread.sleep(1100);
        assertThat(stop(asked())).contains("known already").contains("2027-03-12");
        clock(START);
        Thread.sleep(1100);
        assertThat(refused(asked("metric", "spend"))).contains("Nothing is decided by “spend”");
        assertThat(refused(asked("looks", 50))).contains("is 50; it must be less than or equal to 20");
        assertThat(refused(asked("rowIds", List.of("nothing", "there")))).contains("no row nothing");
        setUp();
        assertThat(stop(asked())).contains("“Which headline?” is set up on this campaign");
        assertThat(scene.call("tove", HttpMethod.POST, ofTests(""), Map.of()).status())
                .isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2/tests", "")
                        .status())
                .isEqualTo(404);
    }

    private String stop(Map<String, Object> asked) throws Exception {
        return scene.post(ofTests("/reckoned"), asked).get("stops").get(0).asString();
    }

    private String refused(Map<String, Object> asked) throws Exception {
        Answer answer = scene.call("ines", HttpMethod.POST, ofTests("/reckoned"), asked);
        assertThat(answer.status()).as(answer.body().toString()).isIn(400, 422);
        return answer.detail();
    }
}
