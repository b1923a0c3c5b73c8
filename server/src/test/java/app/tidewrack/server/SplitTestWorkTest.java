package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.when;

import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.kit.MemoryNetwork.Item;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.Scene.Answer;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** A question is asked of a sheet, its rows are held apart on the network, and what comes back is judged at planned looks. */
class SplitTestWorkTest extends RunningSheet {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void oneRowOfTwoCreatives() throws Exception {
        emptySheet("60");
        String name = campaign.substring(0, 8);
        edit(with("newRows", "audienceIds", List.of(scene.audience(name))));
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        Map<String, Object> other = Scene.content(
                name + " B", "single-picture", List.of(sha), Map.of("headlines", List.of("Mended by bedtime")));
        String second = scene.post(CLIENT + "/creatives", other)
                .get("creative")
                .get("id")
                .asString();
        edit(with("newColumns", "creativeIds", List.of(scene.creative(name + " A", sha), second)));
        edit(with("rowPerCreative", "rowId", rows().get(0)));
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

    /** The ads' ids on the network, in the order of rows. */
    private List<String> ads() {
        return network.standing(Level.AD).stream()
                .sorted(Comparator.comparing(
                        i -> ((AdSettings) i.settings()).creative().headlines().get(0)))
                .map(Item::id)
                .toList();
    }

    private static Counts counts(long impressions, long clicks) {
        return Counts.of(Map.of(Measure.IMPRESSIONS, impressions, Measure.CLICKS, clicks, Measure.SPEND, 3000L));
    }

    /** The same every day from 10 March on: impressions and clicks of each row. */
    private void days(int days, long impressions, long firstClicks, long secondClicks) {
        List<String> ads = ads();
        for (int d = 0; d < days; d++) {
            for (int r = 0; r < 2; r++) {
                tell(ads.get(r), d, counts(impressions, r == 0 ? firstClicks : secondClicks));
            }
        }
        toldUntil(ads.get(0), days);
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
        assertThat(network.standing(Level.CAMPAIGN))
                .extracting(i -> ((CampaignSettings) i.settings()).apart())
                .containsExactly(true);
        days(3, 8000, 80, 85);
        JsonNode early = test(test);
        assertThat(early.get("state").asString()).isEqualTo("RUNNING");
        assertThat(early.get("verdict").get("outcome").asString()).isEqualTo("NOT_YET");
        // Of four looks after equal parts of 3.6 days: days vary, so what came counts for less than by chance alone.
        assertThat(early.get("course").get("looks")).hasSize(2);
        assertThat(early.get("course").get("daysLeft").asDouble()).isBetween(1.0, 3.0);
        assertThat(early.get("course").get("until").asString()).isEqualTo("2027-03-12");
        days(5, 8000, 80, 140);
        JsonNode late = test(test);
        assertThat(late.get("state").asString()).isEqualTo("READY");
        assertThat(late.get("verdict").get("outcome").asString()).isEqualTo("WINNER");
        // Days that were looked at are told anew: their looks stay as they were, and the next judges what is there by
        // then.
        for (int look = 0; look < 2; look++) {
            assertThat(late.get("course").get("looks").get(look))
                    .isEqualTo(early.get("course").get("looks").get(look));
        }
        assertThat(late.get("course").get("looks")).hasSizeGreaterThan(2);
        String until = late.get("course").get("until").asString();
        assertThat(until).isBetween("2027-03-13", "2027-03-14");
        assertThat(late.get("cells").get(0).get("trials").asLong())
                .isEqualTo((Integer.parseInt(until.substring(8)) - 9) * 8000L);
        days(5, 8000, 80, 80);
        assertThat(test(test).get("verdict")).isEqualTo(late.get("verdict"));
        assertThat(test(test).get("cells")).isEqualTo(late.get("cells"));
        assertThat(late.get("cells")
                        .get(late.get("verdict").get("winner").asInt())
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
        assertThat(kept.get("verdict").get("outcome").asString()).isEqualTo("WINNER");
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

    /**
     * Half of this account's sales come on the day after: when the days of a test are over it waits for them, and money of the last day
     * counts by half until then.
     */
    @Test
    void theLastLookWaitsForWhatIsLate() throws Exception {
        for (int age = 0; age < 2; age++) {
            sql.update(
                    "insert into fact_told (client_id, account_id, day, first_age, age, purchases, clicks)"
                            + " select 'c1', 'a1', d::date, 0, ?, 20, ? from generate_series('2027-02-05'::date, '2027-03-05', '1 day') d",
                    age,
                    age == 0 ? 500 : 0);
        }
        JsonNode test = scene.post(
                ofTests(""),
                Map.of(
                        "name",
                        "Which sells?",
                        "hypothesis",
                        "",
                        "asked",
                        asked("metric", "cost_per_sale", "base", 500, "lastDay", "2027-03-12")));
        launch();
        for (int d = 0; d < 3; d++) {
            for (String ad : ads()) {
                tell(ad, d, counts(8000, 80).with(Measure.PURCHASES, 6));
            }
        }
        toldUntil(ads().get(0), 3);
        JsonNode waits = test(test);
        assertThat(waits.get("state").asString()).isEqualTo("RUNNING");
        assertThat(waits.get("course").get("late").asString()).isEqualTo("2027-03-13");
        assertThat(waits.get("course").get("looks")).isEmpty();
        toldUntil(ads().get(0), 4);
        JsonNode over = test(test);
        assertThat(over.get("course").get("late").isNull()).isTrue();
        assertThat(over.get("verdict").get("outcome").asString()).isEqualTo("NO_DIFFERENCE");
        assertThat(over.get("course").get("until").asString()).isEqualTo("2027-03-12");
    }

    @Test
    void aSecondChangeInMidTestBreaksItByName() throws Exception {
        JsonNode test = setUp();
        launch();
        days(2, 8000, 80, 140);
        clock(Instant.parse("2027-03-12T09:00:00Z"));
        assertThat(atStake().isObject()).isFalse();
        edit(with("rowMoney", "rowIds", rows(), "money", "45"));
        // The same of both cells leaves them as comparable as they were.
        assertThat(atStake().isObject()).isFalse();
        edit(with("rowMoney", "rowIds", List.of(rows().get(0)), "money", "30"));
        assertThat(atStake().get("testId")).isEqualTo(test.get("id"));
        assertThat(atStake().get("breaking").get(0).asString())
                .startsWith("money a day of ")
                .endsWith(" goes from “£30.00” to “£45.00”");
        launch();
        JsonNode broken = test(test);
        assertThat(broken.get("verdict").get("outcome").asString()).isEqualTo("BROKEN");
        assertThat(broken.get("verdict").get("why").get(0).asString())
                .startsWith("money a day of ")
                .endsWith("went from “£30.00” to “£45.00”, by Ines on 12 March");
        edit(with("rowMoney", "rowIds", rows(), "money", "50"));
        launch();
        // Both now have the same, yet for a while they did not.
        assertThat(test(test).get("verdict").get("outcome").asString()).isEqualTo("BROKEN");
    }

    @Test
    void peopleUnevenlySharedBreakItToo() throws Exception {
        JsonNode test = setUp();
        launch();
        List<String> groups = sql.queryForList(
                "select external_id from live_item where campaign_id = ? and level = 'AD_GROUP'",
                String.class,
                campaign);
        // What is refused once is asked again, and holds up nothing else.
        world.tell(() -> when(network.parts(anyString()))
                .thenThrow(new NetworkRefused("Hearthside", "it is counting", null))
                .thenReturn(Map.of(groups.get(0), 53_000L, groups.get(1), 50_000L)));
        days(1, 8000, 80, 90);
        assertThat(test(test).get("verdict").get("outcome").asString()).isEqualTo("NOT_YET");
        days(2, 8000, 80, 90);
        JsonNode broken = test(test);
        assertThat(broken.get("verdict").get("outcome").asString()).isEqualTo("BROKEN");
        assertThat(broken.get("verdict").get("why").get(0).asString()).contains("shares of people");
    }

    /** Two audiences by two headlines: the headline does it, and the audience does not. */
    @Test
    void aFactorialTellsEachVariableByItself() throws Exception {
        edit(with("newRows", "audienceIds", List.of(scene.audience(campaign.substring(0, 8) + " more"))));
        List<String> before = rows();
        edit(with("rowPerCreative", "rowId", before.get(before.size() - 1)));
        JsonNode reckoned = scene.post(ofTests("/reckoned"), asked());
        assertThat(reckoned.get("shape").asString()).isEqualTo("FACTORIAL");
        assertThat(reckoned.get("stops")).isEmpty();
        JsonNode test = setUp();
        launch();
        List<JsonNode> cells = StreamSupport.stream(test(test).get("cells").spliterator(), false)
                .toList();
        assertThat(cells).hasSize(4);
        for (int day = 0; day < 8; day++) {
            for (JsonNode cell : cells) {
                boolean evening = cell.get("values").get("headline").asString().equals("Mended by bedtime");
                tell(adOf(cell.get("rowId").asString()), day, counts(8000, evening ? 140 : 80));
            }
        }
        toldUntil(adOf(cells.get(0).get("rowId").asString()), 8);
        Map<String, JsonNode> effects = new HashMap<>();
        test(test).get("effects").forEach(e -> effects.put(e.get("variable").asString(), e));
        assertThat(effects).containsOnlyKeys("audience", "headline");
        assertThat(effects.get("headline").get("outcome").asString()).isEqualTo("WINNER");
        JsonNode better = effects.get("headline")
                .get("values")
                .get(effects.get("headline").get("winner").asInt());
        assertThat(better.get("value").asString()).isEqualTo("Mended by bedtime");
        assertThat(better.get("number").asDouble()).isCloseTo(140 / 8000.0, within(1e-12));
        assertThat(effects.get("audience").get("winner").isNull()).isTrue();
        assertThat(effects.get("audience").get("values"))
                .allSatisfy(v -> assertThat(v.get("number").asDouble()).isCloseTo(110 / 8000.0, within(1e-12)));
    }

    /** The network's id of the one ad of a row. */
    private String adOf(String rowId) {
        return sql.queryForObject(
                "select external_id from live_item where level = 'AD' and item_key like ?", String.class, rowId + "/%");
    }

    @Test
    void aRowTakenOutBreaksItAndIsStillTold() throws Exception {
        JsonNode test = setUp();
        launch();
        days(2, 8000, 80, 140);
        clock(Instant.parse("2027-03-12T09:00:00Z"));
        String gone = rows().get(0);
        String column = view().get("columns").get(0).get("id").asString();
        edit(with("cellSwitch", "cells", List.of(Map.of("rowId", gone, "columnId", column)), "on", false));
        launch();
        edit(with("rowRemoval", "rowIds", List.of(gone)));
        launch();
        JsonNode broken = test(test);
        assertThat(broken.get("verdict").get("outcome").asString()).isEqualTo("BROKEN");
        assertThat(broken.get("verdict").get("why").toString()).contains("was taken out, by Ines on 12 March");
        assertThat(broken.get("cells")).hasSize(2);
        assertThat(broken.get("cells").get(0).get("trials").asLong()).isEqualTo(16_000);
    }

    @Test
    void whatCannotBeAskedIsRefusedWithAReason() throws Exception {
        List<String> rows = rows();
        assertThat(stop(asked("rowIds", rows.subList(0, 1)))).contains("One row is no test");
        assertThat(stop(asked("startsOn", "2027-03-01"))).contains("runs from 9 Mar 2027");
        assertThat(stop(asked("lastDay", "2027-03-09"))).contains("before the first");
        edit(with("rowMoney", "rowIds", List.of(rows.get(0)), "money", "20"));
        assertThat(stop(asked())).contains("money and headline").contains("could not be told");
        edit(with("rowMoney", "rowIds", rows, "money", "20"));
        clock(Instant.parse("2027-03-12T09:00:00Z"));
        assertThat(stop(asked())).contains("known already").contains("12 Mar 2027");
        clock(START);
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

    /** The test that launching what is planned now would break. */
    private JsonNode atStake() throws Exception {
        return scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes")
                .path("test");
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
