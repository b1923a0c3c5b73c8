package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Level;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.Scene.Answer;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Advice on what came back is taken as edits of the plan, put off, or refused; it says later what came of it. */
class PlaybookWorkTest extends RunningSheet {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void aColdTestOfTwoRowsThatRuns() throws Exception {
        sql.update("delete from advice_decision");
        sql.update("delete from playbook");
        emptySheet("10");
        String name = campaign.substring(0, 8);
        edit(with("newRows", "audienceIds", List.of(scene.audience(name), scene.audience(name + " more"))));
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        edit(with("newColumns", "creativeIds", List.of(scene.creative(name, sha))));
        launch();
        sql.update("update live_item set review_state = 'APPROVED' where campaign_id = ?", campaign);
    }

    /** The ad on the network of each row, in order. */
    private List<String> ads() throws Exception {
        return rows().stream()
                .map(row -> sql.queryForObject(
                        "select external_id from live_item where campaign_id = ? and starts_with(item_key, ?)",
                        String.class,
                        campaign,
                        row + "/"))
                .toList();
    }

    /** £10.00 a day for each row: clicks at £0.25 for the first, at £1.00 for the second, from 10 March on. */
    private void days(int from, int days) throws Exception {
        List<String> ads = ads();
        for (int d = from; d < from + days; d++) {
            tell(ads.get(0), d, counts(40));
            tell(ads.get(1), d, counts(10));
        }
        toldUntil(ads.get(0), from + days);
    }

    private static Counts counts(long clicks) {
        return Counts.of(Map.of(Measure.IMPRESSIONS, 3000L, Measure.CLICKS, clicks, Measure.SPEND, 1000L));
    }

    private List<JsonNode> advice() throws Exception {
        return StreamSupport.stream(scene.get(CLIENT + "/advice").spliterator(), false)
                .filter(a -> a.get("campaignId").asString().equals(campaign))
                .toList();
    }

    private JsonNode of(String move) throws Exception {
        return advice().stream()
                .filter(a -> a.get("move").asString().equals(move))
                .findFirst()
                .orElseThrow(() -> new AssertionError(move));
    }

    private Answer put(String what, Object body) throws Exception {
        return scene.call("ines", HttpMethod.POST, CLIENT + "/advice/" + what, body);
    }

    private JsonNode taken(Map<String, Object> body) throws Exception {
        Answer answer = put("taken", body);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        return answer.body();
    }

    private static Map<String, Object> key(JsonNode advice, Object... more) {
        Map<String, Object> body = new HashMap<>(Map.of("key", advice.get("key").asString()));
        for (int i = 0; i < more.length; i += 2) {
            body.put((String) more[i], more[i + 1]);
        }
        return body;
    }

    @Test
    void aNewTestIsLeftAloneThenItsWinnerGoesToScalingAndItsLoserStops() throws Exception {
        days(0, 2);
        assertThat(advice()).hasSize(2).allMatch(a -> a.get("move").asString().equals("LEAVE_ALONE"));
        days(2, 4);
        assertThat(advice()).extracting(a -> a.get("move").asString()).containsExactlyInAnyOrder("STOP", "TO_SCALING");
        JsonNode winner = of("TO_SCALING");
        assertThat(winner.get("rowId").asString()).isEqualTo(rows().get(0));
        assertThat(winner.get("says").asString()).contains("cost per click is £0.25 after £60.00");

        JsonNode made = taken(key(winner));
        JsonNode now = scene.get(CLIENT + "/plans/" + plan);
        version = now.get("version").asInt();
        assertThat(now.get("campaigns")).hasSize(2);
        JsonNode scaling = now.get("campaigns").get(1);
        assertThat(made.get("campaignId").asString())
                .isEqualTo(scaling.get("id").asString());
        assertThat(scaling.get("purpose").asString()).isEqualTo("SCALING");
        assertThat(scaling.get("rows")).hasSize(1);
        assertThat(scaling.get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(2000);
        assertThat(now.get("campaigns").get(0).get("rows")).hasSize(2);

        taken(key(of("STOP")));
        JsonNode changes = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes");
        assertThat(changes.get("changes"))
                .isNotEmpty()
                .allMatch(c -> c.get("action").asString().equals("PAUSE"));
        assertThat(advice()).isEmpty();

        days(6, 4);
        JsonNode decided = scene.get(CLIENT + "/advice/decisions");
        assertThat(decided).hasSize(2);
        assertThat(decided.get(1).get("before").asDouble()).isEqualTo(25);
        assertThat(decided.get(1).get("since").asDouble()).isEqualTo(25);
        assertThat(decided.get(1).get("days").asInt()).isEqualTo(3);
    }

    @Test
    void adviceIsChangedPutOffOrRefused() throws Exception {
        days(0, 6);
        JsonNode winner = of("TO_SCALING");
        assertThat(put("taken", key(winner, "move", "STOP")).detail()).contains("“stop it” is not offered here");
        assertThat(put("taken", key(winner, "move", "RAISE", "amount", 40)).detail())
                .contains("over the most of one step, 20 %");
        assertThat(view().get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(1000);
        taken(key(winner, "move", "RAISE", "amount", 12));
        assertThat(view().get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(1120);
        assertThat(put("taken", key(winner)).detail()).contains("no longer given");

        JsonNode stop = of("STOP");
        assertThat(put("refused", key(stop, "reason", " ")).detail()).contains("refused for a reason");
        assertThat(put("put-off", key(stop, "until", "2027-03-01")).detail()).contains("1 Mar 2027 is past");
        assertThat(put("put-off", key(stop, "until", "2027-03-18")).body()).isEmpty();
        days(6, 4);
        assertThat(of("STOP").get("rowId")).isEqualTo(stop.get("rowId"));
        assertThat(put("refused", key(of("STOP"), "reason", "The spring ends.")).status())
                .isEqualTo(200);
        assertThat(advice()).noneMatch(a -> a.get("move").asString().equals("STOP"));
        assertThat(scene.get(CLIENT + "/advice/decisions").get(0).get("reason").asString())
                .isEqualTo("The spring ends.");
        assertThat(scene.call("tove", HttpMethod.POST, CLIENT + "/advice/taken", key(stop))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aChangedRowIsLeftAloneAgain() throws Exception {
        days(0, 6);
        clock(Instant.parse("2027-03-16T06:00:00Z"));
        edit(with("rowMoney", "rowIds", List.of(rows().get(1)), "money", "12"));
        launch();
        String changed = rows().get(1);
        assertThat(advice())
                .filteredOn(a -> a.get("rowId").asString().equals(changed))
                .singleElement()
                .satisfies(a -> assertThat(a.get("says").asString()).contains("since 16 March"));
    }

    @Test
    void aPlaybookIsTriedKeptAndHeldToItsLimits() throws Exception {
        days(0, 8);
        Map<String, Object> rules = new HashMap<>(Map.of(
                "moves", List.of("STOP", "RAISE"),
                "leaveDays", 5,
                "raisePercent", 10,
                "copies", 3,
                "stopSpend", 2,
                "emptySpend", 3,
                "tiredShare", 0.6,
                "tiredFrequency", 3,
                "certainty", 0.9,
                "judged", List.of()));
        JsonNode tried = scene.post(CLIENT + "/playbook/tried", rules);
        assertThat(tried.get("given")).extracting(g -> g.get("move").asString()).contains("STOP");
        JsonNode first = tried.get("given").get(0);
        assertThat(first.get("day").asString()).isEqualTo("2027-03-14");
        assertThat(scene.get(CLIENT + "/playbook").get("leaveDays").asInt()).isEqualTo(4);
        Answer kept = scene.call("ines", HttpMethod.PUT, CLIENT + "/playbook", rules);
        assertThat(kept.status()).isEqualTo(200);
        assertThat(advice()).extracting(a -> a.get("move").asString()).containsExactly("STOP", "RAISE");
        rules.put("raisePercent", 60);
        Answer wild = scene.call("ines", HttpMethod.PUT, CLIENT + "/playbook", rules);
        assertThat(wild.status()).isEqualTo(422);
        assertThat(wild.detail()).contains("60; they go from 1 to 20");
        assertThat(scene.call("tove", HttpMethod.POST, CLIENT + "/playbook/tried", kept.body())
                        .status())
                .isEqualTo(200);
        assertThat(network.standing(Level.AD)).hasSizeGreaterThan(1);
    }

    private String comersBack() {
        return CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/comers-back";
    }

    /** Who met the client through a campaign becomes a retargeting campaign of the same plan, with its ads, and nothing is launched. */
    @Test
    void whoComesBackBecomesTheNextCampaign() throws Exception {
        List<String> keys = StreamSupport.stream(scene.get(comersBack()).spliterator(), false)
                .map(c -> c.get("key").asString())
                .toList();
        assertThat(keys).containsExactly("visited", "basket");

        String next =
                scene.post(comersBack(), Map.of("keys", keys)).get("campaignId").asString();

        JsonNode campaigns = scene.get(CLIENT + "/plans/" + plan).get("campaigns");
        JsonNode made = campaigns.get(1);
        assertThat(made.get("id").asString()).isEqualTo(next);
        assertThat(made.get("temperature").asString()).isEqualTo("RETARGETING");
        assertThat(made.get("live").asBoolean()).isFalse();
        assertThat(made.get("columns").get(0).get("creativeId"))
                .isEqualTo(campaigns.get(0).get("columns").get(0).get("creativeId"));
        assertThat(made.get("rows")).hasSize(2);
        assertThat(made.get("rows").get(1).get("label").asString()).isEqualTo("Filled a basket, did not buy");
        String people = made.get("rows").get(1).get("audienceId").asString();
        JsonNode basket = StreamSupport.stream(scene.get(CLIENT + "/audiences").spliterator(), false)
                .filter(a -> a.get("id").asString().equals(people))
                .findFirst()
                .orElseThrow()
                .get("definition");
        assertThat(basket.get("leftOut")).as("who bought is left out").hasSize(1);
        assertThat(basket.get("places").get("countries").get(0).asString()).isEqualTo("GB");
    }

    /** Made once more, it takes the sources and audiences that are there, and another name. */
    @Test
    void theNextCampaignIsMadeTwiceOfTheSamePeople() throws Exception {
        Map<String, Object> visited = Map.of("keys", List.of("visited"));
        scene.post(comersBack(), visited);
        long sources = sql.queryForObject("select count(*) from source_audience", Long.class);
        scene.post(comersBack(), visited);
        JsonNode campaigns = scene.get(CLIENT + "/plans/" + plan).get("campaigns");
        assertThat(campaigns.get(2).get("name")).isNotEqualTo(campaigns.get(1).get("name"));
        assertThat(campaigns.get(2).get("rows").get(0).get("audienceId"))
                .isEqualTo(campaigns.get(1).get("rows").get(0).get("audienceId"));
        assertThat(sql.queryForObject("select count(*) from source_audience", Long.class))
                .isEqualTo(sources);
    }

    @Test
    void nobodyAndTheUnknownDoNotComeBack() throws Exception {
        Answer nobody = scene.call("ines", HttpMethod.POST, comersBack(), Map.of("keys", List.of()));
        assertThat(nobody.status()).isEqualTo(422);
        assertThat(nobody.detail()).contains("Choose at least one");
        Answer unknown = scene.call("ines", HttpMethod.POST, comersBack(), Map.of("keys", List.of("visited", "moon")));
        assertThat(unknown.status()).isEqualTo(422);
        assertThat(unknown.detail()).contains("moon");
        assertThat(scene.get(CLIENT + "/plans/" + plan).get("campaigns")).hasSize(1);
    }

    private Answer spread(String money, List<String> rows) throws Exception {
        return scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/spread-preview",
                Map.of("rowIds", rows, "money", money, "how", "BRINGS_MOST"));
    }

    /** Of two rows the one whose clicks cost a quarter gets as much more as it may; what was shown is what is done. */
    @Test
    void moneyGoesWhereItBringsMost() throws Exception {
        assertThat(spread("20", rows()).detail()).contains("None of these rows has run");
        days(0, 6);
        JsonNode told = spread("20", rows()).body();
        JsonNode to = told.get("rows");
        assertThat(to).extracting(r -> r.get("afterMinor").asLong()).containsExactly(1500L, 500L);
        JsonNode brings = told.get("brings");
        assertThat(brings.get("counted").asString()).isEqualTo("clicks");
        assertThat(brings.get("before").asDouble()).isBetween(45.0, 55.0);
        assertThat(brings.get("moreFrom").asDouble())
                .isPositive()
                .isLessThan(brings.get("more").asDouble());
        assertThat(brings.get("rows").get(0).get("curve")).hasSize(25);
        assertThat(spread("41", rows()).detail()).contains("£41.00 is not from £10.00 to £40.00");

        edit(with(
                "rowsMoney",
                "rows",
                StreamSupport.stream(to.spliterator(), false)
                        .map(r -> Map.of(
                                "rowId", r.get("rowId").asString(),
                                "minor", r.get("afterMinor").asLong()))
                        .toList()));
        assertThat(view().get("rows"))
                .extracting(r -> r.get("moneyMinor").asLong())
                .containsExactly(1500L, 500L);
        Answer gone = scene.edit(
                plan,
                "x" + campaign,
                version,
                with("rowsMoney", "rows", List.of(Map.of("rowId", "nobody", "minor", 5))));
        assertThat(gone.status()).isBetween(400, 499);
    }

    /**
     * Six weeks in which Saturdays and Sundays bring half as much, and one Wednesday three times: the week is learned, the day is marked,
     * a cost is as much higher as clicks are fewer, and Wednesday to Sunday beside Monday to Wednesday costs a quarter more for the weekdays alone.
     */
    @Test
    void theWeekIsLearnedAndUnusualDaysAreMarked() throws Exception {
        assertThat(week("clicks", null, null).get("told").isNull()).isTrue();
        String ad = ads().get(0);
        for (int d = -35; d < 7; d++) {
            boolean weekend = FIRST_DAY.plusDays(d).getDayOfWeek().getValue() > 5;
            tell(ad, d, counts(d == 0 ? 150 : weekend ? 24 + d % 3 : 48 + d % 3));
        }
        toldUntil(ad, 7);
        JsonNode clicks = week("cost_per_click", "2027-03-08", "2027-03-10").get("told");
        assertThat(clicks.get("weeks").asInt()).isEqualTo(6);
        JsonNode factors = clicks.get("factors");
        assertThat(factors.get(5).asDouble() / factors.get(0).asDouble()).isBetween(1.8, 2.2);
        assertThat(clicks.get("beside").asDouble()).isBetween(1.2, 1.3);
        assertThat(clicks.get("unusual")).hasSize(1);
        JsonNode unusual = clicks.get("unusual").get(0);
        assertThat(unusual.get("day").asString()).isEqualTo(FIRST_DAY.toString());
        assertThat(unusual.get("value").asDouble())
                .isLessThan(unusual.get("from").asDouble());
        assertThat(week("clicks", "2027-03-10", "2027-03-01").get("field").asString())
                .isEqualTo("besideTo");
    }

    private JsonNode week(String metric, String from, String to) throws Exception {
        Map<String, Object> table = new HashMap<>(Map.of("by", List.of(), "campaignIds", List.of(campaign)));
        table.put("from", "2027-03-10");
        table.put("to", "2027-03-14");
        Map<String, Object> body = new HashMap<>(Map.of("table", table, "metric", metric));
        body.put("besideFrom", from);
        body.put("besideTo", to);
        return scene.call("ines", HttpMethod.POST, CLIENT + "/results/week", body)
                .body();
    }
}
