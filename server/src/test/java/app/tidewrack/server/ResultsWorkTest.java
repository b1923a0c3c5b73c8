package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.when;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.connector.Reports.Hour;
import app.tidewrack.connector.Reports.Page;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.connector.Reports.ReportState;
import app.tidewrack.connector.Reports.Unread;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Doubt;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.results.BreakdownPull;
import app.tidewrack.server.results.ResultsPull;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What networks tell, late, twice, corrected and in pieces, is counted once, and adds up however it is asked for. */
class ResultsWorkTest extends WithServer {
    @Autowired
    private ResultsPull pull;

    @Autowired
    private BreakdownPull breakdowns;

    private final List<Hour> told = new ArrayList<>();
    private String plan;
    private String campaign;
    private List<String> rows;
    private List<String> columns;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void aSheetThatRuns() throws Exception {
        for (String table : List.of(
                "fact_hour",
                "fact_day",
                "fact_month",
                "fact_clock",
                "fact_part",
                "fact_ad",
                "fact_told",
                "fact_due",
                "hour_unknown",
                "line_aside",
                "live_item")) {
            sql.update("delete from " + table);
        }
        sql.update("update account set report_cursor = 0, facts_until = null, told_until = null");
        String name = UUID.randomUUID().toString().substring(0, 8);
        plan = scene.post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-27", "2027-04-09", "10"));
        facts.put("name", name);
        edit(Map.of("kind", "newCampaign", "accountId", "a1", "facts", facts), 0);
        campaign = view().get("id").asString();
        edit(with("newRows", "audienceIds", List.of(scene.audience(name), scene.audience(name + " more"))), 1);
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        edit(
                with(
                        "newColumns",
                        "creativeIds",
                        List.of(scene.creative(name, sha), scene.creative(name + " too", sha))),
                2);
        rows = ids("rows");
        columns = ids("columns");
        for (int r = 0; r < 2; r++) {
            for (int c = 0; c < 2; c++) {
                sql.update("""
                        insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id,
                                               settings, paused, review_state)
                        values ('c1', ?, ?, 'AD', ?, 'a1', ?, '{}', false, 'APPROVED')""", campaign, rows.get(r) + "/" + columns.get(c), "ad " + r + c, "X" + r + c);
            }
        }
        world.tell(() -> when(network.reports(anyString(), anyLong()))
                .thenAnswer(call -> Page.of(told.stream()
                        .filter(h -> h.seq() > call.<Long>getArgument(1))
                        .limit(3)
                        .toList())));
        world.tell(() -> when(network.reach(anyString(), any(), any(), any())).thenReturn(Map.of()));
        world.tell(() ->
                when(network.beginReport(anyString(), any(), any(), any())).thenReturn("R"));
        world.tell(() -> when(network.report(anyString(), eq("R"))).thenReturn(new ReportState("DONE", null)));
        world.tell(() ->
                when(network.reportRows(anyString(), anyString(), anyInt())).thenReturn(Page.of(List.of())));
    }

    private JsonNode view() throws Exception {
        return scene.get(CLIENT + "/plans/" + plan).get("campaigns").get(0);
    }

    private List<String> ids(String part) throws Exception {
        return StreamSupport.stream(view().get(part).spliterator(), false)
                .map(n -> n.get("id").asString())
                .toList();
    }

    private Map<String, Object> with(String kind, Object... more) {
        Map<String, Object> edit = new HashMap<>(Map.of("kind", kind, "campaignId", campaign));
        for (int i = 0; i < more.length; i += 2) {
            edit.put((String) more[i], more[i + 1]);
        }
        return edit;
    }

    private void edit(Map<String, Object> edit, int version) throws Exception {
        Answer answer = scene.edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
    }

    private static Counts counts(long impressions, long clicks, long spend, long sales) {
        return Counts.of(Map.of(
                Measure.IMPRESSIONS, impressions,
                Measure.CLICKS, clicks,
                Measure.SPEND, spend,
                Measure.PURCHASES, sales));
    }

    private void tell(String ad, String hour, Counts counts) {
        told.add(new Hour(told.size() + 1, ad, Instant.parse(hour), counts));
    }

    private JsonNode table(String... by) throws Exception {
        return asked(Map.of("by", List.of(by)));
    }

    /** A table with all numbers, its columns put together again line by line. */
    private JsonNode asked(Map<String, Object> question) throws Exception {
        ObjectNode table = (ObjectNode) scene.post(CLIENT + "/results/table", Map.of("table", question));
        table.set("lines", ColumnsRead.lines(table));
        return table;
    }

    private byte[] file(String form, String by, String... metrics) throws Exception {
        return file(form, List.of(by), metrics);
    }

    private byte[] file(String form, List<String> by, String... metrics) throws Exception {
        return mvc.perform(MockMvcRequestBuilders.post(CLIENT + "/results/file")
                        .with(Scene.by("ines"))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(json.writeValueAsBytes(
                                Map.of("form", form, "table", Map.of("by", by), "metrics", List.of(metrics)))))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
    }

    private String refused(Map<String, Object> question) throws Exception {
        Answer answer = scene.call("ines", HttpMethod.POST, CLIENT + "/results/table", Map.of("table", question));
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(422);
        return answer.detail();
    }

    private static double value(JsonNode line, String number) {
        return line.get("values").get(number).asDouble();
    }

    private static JsonNode total(JsonNode table) {
        return table.get("totals").get(0);
    }

    /** 28 March 2027 has 23 hours in London: 23:30 UTC on the 28th is half past midnight on the 29th there. */
    private void someHours() {
        tell("X00", "2027-03-27T10:00:00Z", counts(1000, 10, 500, 1));
        tell("X01", "2027-03-27T10:00:00Z", counts(2000, 30, 900, 0));
        tell("X10", "2027-03-28T23:00:00Z", counts(4000, 20, 800, 2));
        tell("X11", "2027-03-29T09:00:00Z", counts(0, 0, 0, 0));
        pull.pullAll();
    }

    @Test
    void lateCorrectionsReplaceAndNothingIsCountedTwice() throws Exception {
        someHours();
        assertThat(value(total(table("ROW")), "impressions")).isEqualTo(7000);
        pull.pullAll();
        // The network sends everything again, as after its own fault, and corrects an hour downwards.
        sql.update("update account set report_cursor = 0, facts_until = null");
        tell("X01", "2027-03-27T10:00:00Z", counts(1900, 28, 900, 1));
        tell("X01", "2027-03-27T11:00:00Z", counts(-1, 0, 0, 0));
        pull.pullAll();
        JsonNode table = table("ROW", "CREATIVE");
        assertThat(value(total(table), "impressions")).isEqualTo(6900);
        assertThat(value(total(table), "conversions")).isEqualTo(4);
        assertThat(table.get("lines")).hasSize(4);
        double spend = 0;
        for (JsonNode line : table.get("lines")) {
            spend += value(line, "spend");
        }
        assertThat(spend).isEqualTo(2200);
        JsonNode clock = asked(Map.of("by", List.of("HOUR"), "from", "2027-03-01", "to", "2027-03-31"));
        assertThat(value(total(clock), "impressions")).isEqualTo(6900);
        assertThat(clock.get("lines"))
                .extracting(l -> l.get("keys").get(0).asString())
                .containsExactly("00", "10");
    }

    /** A network that tells the same for ever is left for the next time, with what it told first. */
    @Test
    void whatNeverEndsIsLeft() throws Exception {
        Hour hour = new Hour(1, "X00", Instant.parse("2027-03-28T10:00:00Z"), counts(900, 9, 400, 1));
        world.tell(() -> when(network.reports(anyString(), anyLong())).thenReturn(Page.of(List.of(hour))));
        pull.pullAll();
        assertThat(value(total(table("ROW")), "spend")).isEqualTo(400);
        world.tell(() -> when(network.reportRows(anyString(), anyString(), anyInt()))
                .thenReturn(Page.of(List.of(part("X00", "2027-03-28", "25-34", "women", counts(900, 9, 400, 1))))));
        breakdowns.pullAll(0);
        assertThat(sql.queryForObject("select count(*) from fact_due", Long.class))
                .as("days that are asked for again")
                .isPositive();
        world.tell(() -> when(network.reports(anyString(), anyLong()))
                .thenAnswer(call -> call.<Long>getArgument(1) > 1
                        ? Page.of(List.of())
                        : Page.of(List.of(new Hour(2, "X00", hour.hour(), counts(900, 9, 300, 1))))));
        pull.pullAll();
        assertThat(value(total(table("ROW")), "spend")).isEqualTo(300);
    }

    /** What cannot be read or believed is put aside and told; the rest of the page counts, and so does the line once it is told right. */
    @Test
    void whatIsNotBelievedIsPutAsideAndTold() throws Exception {
        List<Hour> page = List.of(
                hour(1, "X00", "2027-03-28T10:00:00Z", counts(900, 9, 400, 1)),
                hour(2, "X00", "2027-03-28T11:00:00Z", counts(900, -9, 400, 1)),
                hour(3, "X01", "2027-03-28T10:00:00Z", counts(2_000_001, 9, 400, 1)),
                hour(4, "X01", "1970-01-01T00:00:00Z", counts(900, 9, 400, 1)),
                hour(5, "X10", "9999-12-31T00:00:00Z", counts(900, 9, 400, 1)),
                hour(6, "X10", "2027-03-28T10:00:00Z", counts(900, 9, 50, 1)));
        Unread unread = new Unread("X11", "", Doubt.unreadable("hour", "some day"));
        world.tell(() -> when(network.reports(anyString(), anyLong()))
                .thenAnswer(call -> call.<Long>getArgument(1) < 6
                        ? new Page<>(page, List.of(unread))
                        : new Page<>(List.of(), List.of(unread))));
        pull.pullAll();
        pull.pullAll();
        assertThat(value(total(table("ROW")), "spend")).isEqualTo(450);
        assertThat(aside())
                .containsExactlyInAnyOrder(
                        "'' X00 2027-03-28T11:00:00Z TOO_LITTLE clicks -9 0",
                        "'' X01 2027-03-28T10:00:00Z TOO_MUCH impressions 2000001 2000000",
                        "'' X01 1970-01-01T00:00:00Z TOO_EARLY hour 1970-01-01T00:00:00Z 1127",
                        "'' X10 9999-12-31T00:00:00Z TO_COME hour 9999-12-31T00:00:00Z null",
                        "'' X11  UNREADABLE hour some day null");
        assertThat(sql.queryForObject(
                        "select count(*) from pg_class where relname ~ '^fact_hour_(1970|9999)'", Long.class))
                .as("no month is made for what does not count")
                .isZero();
        assertThat(scene.needs("ASIDE").get(0).get("lines").asInt()).isEqualTo(5);

        world.tell(() -> when(network.reports(anyString(), anyLong()))
                .thenAnswer(call -> Page.of(
                        call.<Long>getArgument(1) < 7
                                ? List.of(hour(7, "X00", "2027-03-28T11:00:00Z", counts(900, 8, 30, 1)))
                                : List.of())));
        pull.pullAll();
        assertThat(value(total(table("ROW")), "spend")).isEqualTo(480);
        assertThat(aside()).hasSize(4).noneMatch(l -> l.contains("X00"));

        world.tell(() -> when(network.reports(anyString(), anyLong()))
                .thenReturn(Page.of(List.of(hour(8, "X00", "2027-03-28T11:00:00Z", counts(8, 900, 30, 1))))));
        pull.pullAll();
        assertThat(sql.queryForObject("select report_cursor from account where id = 'a1'", Long.class))
                .as("a page whose columns are swapped is left whole")
                .isEqualTo(7);
        assertThat(value(total(table("ROW")), "clicks")).isEqualTo(26);
    }

    /** Days that a breakdown tells anew take what was put aside of them away; no network fills the table. */
    @Test
    void partsOfDaysArePutAsideToo() throws Exception {
        tell("X00", "2027-03-28T10:00:00Z", counts(900, 9, 400, 1));
        pull.pullAll();
        List<PartOfDay> bad = Stream.concat(
                        IntStream.range(0, 1_500)
                                .mapToObj(i -> part("Z" + i, "2027-03-28", "25-34", "men", counts(-1, 0, 0, 0))),
                        Stream.of(part("X00", "2027-03-28", "25-34", "women", counts(900, 9, 400, 1))))
                .toList();
        world.tell(
                () -> when(network.reportRows(anyString(), anyString(), eq(0))).thenReturn(Page.of(bad)));
        breakdowns.pullAll(0);
        assertThat(value(total(table("age")), "spend")).isEqualTo(400);
        assertThat(sql.queryForList("select count(*) from line_aside group by report", Long.class))
                .isNotEmpty()
                .allMatch(n -> n == 1_000);
        assertThat(aside()).hasSize(1_000).allMatch(l -> l.endsWith(" 2027-03-28 TOO_LITTLE impressions -1 0"));
        world.tell(() -> when(network.reportRows(anyString(), anyString(), eq(0)))
                .thenReturn(Page.of(List.of(part("X00", "2027-03-28", "25-34", "women", counts(900, 9, 400, 1))))));
        tell("X00", "2027-03-28T10:00:00Z", counts(901, 9, 400, 1));
        pull.pullAll();
        breakdowns.pullAll(0);
        assertThat(aside()).isEmpty();
    }

    private static Hour hour(long seq, String ad, String hour, Counts counts) {
        return new Hour(seq, ad, Instant.parse(hour), counts);
    }

    private List<String> aside() throws Exception {
        return scene.get(CLIENT + "/results/aside")
                .valueStream()
                .map(l -> Stream.of("report", "ad", "at", "kind", "field", "told", "bound")
                        .map(f -> l.path(f).asString("null"))
                        .collect(Collectors.joining(" ")))
                .map(l -> l.startsWith(" ") ? "''" + l : l)
                .toList();
    }

    @Test
    void everyWayOfAskingAddsUpToTheSame() throws Exception {
        someHours();
        world.tell(() -> when(network.beginReport(anyString(), any(), any(), any()))
                .thenAnswer(call -> String.join("+", call.<List<String>>getArgument(3))));
        world.tell(() -> when(network.report(anyString(), anyString())).thenReturn(new ReportState("DONE", null)));
        world.tell(() -> when(network.reportRows(anyString(), eq("age+gender"), eq(0)))
                .thenReturn(Page.of(List.of(
                        part("X00", "2027-03-27", "25-34", "women", counts(600, 6, 300, 1)),
                        part("X00", "2027-03-27", "35-44", "men", counts(400, 4, 200, 0)),
                        part("X01", "2027-03-27", "25-34", "men", counts(2000, 30, 900, 0)),
                        part("X10", "2027-03-29", "25-34", "women", counts(4000, 20, 800, 2))))));
        // A page that comes twice.
        world.tell(() -> when(network.reportRows(anyString(), eq("age+gender"), eq(1)))
                .thenReturn(Page.of(List.of(part("X00", "2027-03-27", "35-44", "men", counts(400, 4, 200, 0))))));
        breakdowns.pullAll(0);
        assertThat(sql.queryForObject("select count(*) from fact_due", Long.class))
                .isZero();
        for (String by : List.of("ROW", "CREATIVE", "DAY", "WEEK", "HOUR", "AD", "TEMPERATURE", "age", "gender")) {
            JsonNode table = table(by);
            assertThat(value(total(table), "spend")).as(by).isEqualTo(2200);
            assertThat(value(total(table), "clicks")).as(by).isEqualTo(60);
        }
        // Whole months from their sums, with the days beside them.
        tell("X00", "2027-04-01T10:00:00Z", counts(9, 1, 7, 0));
        tell("X00", "2027-02-28T10:00:00Z", counts(11, 2, 5, 0));
        pull.pullAll();
        Map<String, Integer> ranges = Map.of(
                "2027-03-01 2027-03-31", 2200,
                "2027-02-28 2027-03-31", 2205,
                "2027-03-01 2027-04-01", 2207,
                "2027-02-01 2027-04-30", 2212,
                "2027-03-28 2027-04-01", 807,
                "2027-03-27 2027-03-27", 1400);
        for (Map.Entry<String, Integer> range : ranges.entrySet()) {
            String[] days = range.getKey().split(" ");
            for (String by : List.of("ROW", "HOUR")) {
                JsonNode table = asked(Map.of("by", List.of(by), "from", days[0], "to", days[1]));
                assertThat(value(total(table), "spend"))
                        .as(by + range.getKey())
                        .isEqualTo(range.getValue().doubleValue());
            }
        }
        JsonNode byDay = asked(Map.of("by", List.of("DAY"), "from", "2027-03-01", "to", "2027-03-31"));
        assertThat(byDay.get("lines").get(1).get("keys").get(0).asString()).isEqualTo("2027-03-29");
        JsonNode women = table("gender").get("lines").get(1);
        assertThat(women.get("keys").get(0).asString()).isEqualTo("women");
        assertThat(value(women, "click_rate")).isCloseTo(26.0 / 4600, within(1e-9));
        assertThat(table("age", "gender").get("lines")).hasSize(3);
        // A row that only had no impressions has no click rate, and its day no cost.
        JsonNode none = asked(Map.of("by", List.of("DAY", "AD"), "from", "2027-03-01", "to", "2027-03-31"))
                .get("lines")
                .get(3);
        assertThat(none.get("values").has("click_rate")).isFalse();
    }

    /** Only what is asked for is told, and one line whole; what is no number, or no line, is refused by the field that says it. */
    @Test
    void numbersThatAreAskedForComeAsColumns() throws Exception {
        someHours();
        Map<String, Object> question = Map.of("by", List.of("ROW", "CREATIVE"));
        JsonNode table = scene.post(
                CLIENT + "/results/table",
                Map.of("table", question, "metrics", List.of("clicks", "click_rate"), "ranked", "clicks"));
        assertThat(table.get("lines").asInt()).isEqualTo(4);
        assertThat(table.get("numbers"))
                .extracting(n -> n.get("code").asString())
                .containsExactly("clicks", "click_rate");
        JsonNode clicks = table.get("numbers").get(0);
        assertThat(clicks.get("at").isNull()).isTrue();
        assertThat(clicks.get("values")).extracting(JsonNode::asInt).containsExactlyInAnyOrder(10, 30, 20, 0);
        // An ad without impressions has no click rate; its place is left out.
        JsonNode rate = table.get("numbers").get(1);
        assertThat(rate.get("at")).hasSize(3);
        assertThat(rate.get("values")).hasSize(3);
        assertThat(table.get("ranked").get("code").asString()).isEqualTo("clicks");
        assertThat(table.get("ranked").get("signs").asString()).matches("[-~0-4]{4}");
        assertThat(table.get("by")).extracting(JsonNode::asString).containsExactly("ROW", "CREATIVE");
        assertThat(table.get("keys")).hasSize(2);
        assertThat(table.get("keys").get(0).get("words")).hasSize(2);
        assertThat(total(table).get("values").has("spend")).isFalse();

        JsonNode first = ColumnsRead.lines(table).get(0);
        List<String> line = List.of(
                "GBP",
                first.get("keys").get(0).asString(),
                first.get("keys").get(1).asString());
        JsonNode whole = scene.post(CLIENT + "/results/line", Map.of("table", question, "line", line));
        assertThat(whole.get("keys")).isEqualTo(first.get("keys"));
        assertThat(value(whole, "clicks")).isEqualTo(value(first, "clicks"));
        assertThat(whole.get("values").has("spend")).isTrue();
        for (Map.Entry<String, Object> wrong : Map.<String, Object>of("metrics", List.of("luck"), "ranked", "luck")
                .entrySet()) {
            Answer answer = scene.call(
                    "ines",
                    HttpMethod.POST,
                    CLIENT + "/results/table",
                    Map.of("table", question, wrong.getKey(), wrong.getValue()));
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.detail()).contains("There is no number “luck”");
            assertThat(answer.body().get("field").asString()).isEqualTo(wrong.getKey());
        }
        Answer gone = scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/results/line",
                Map.of("table", question, "line", List.of("GBP", "nobody", "nothing")));
        assertThat(gone.status()).isEqualTo(422);
        assertThat(gone.body().get("field").asString()).isEqualTo("line");
    }

    /** Whatever is not asked for is not added up; what is asked for is the same, alone and among all. */
    @Test
    void aNumberAloneIsWhatItIsAmongAll() throws Exception {
        someHours();
        List<String> all = List.copyOf(Metric.USUAL.keySet());
        for (String by : List.of("ROW", "DAY", "HOUR")) {
            for (String code : all) {
                JsonNode among = numbers(by, all, code);
                JsonNode alone = numbers(by, List.of(code), code);
                assertThat(alone.get("numbers").get(0))
                        .as(by + " " + code)
                        .isEqualTo(among.get("numbers").get(all.indexOf(code)));
                for (String same : List.of("ranked", "sought", "keys", "temperatures")) {
                    assertThat(alone.get(same)).as(by + " " + code + " " + same).isEqualTo(among.get(same));
                }
                assertThat(total(alone).get("values").get(code))
                        .as(by + " " + code)
                        .isEqualTo(total(among).get("values").get(code));
            }
        }
    }

    private JsonNode numbers(String by, List<String> metrics, String ranked) throws Exception {
        return scene.post(
                CLIENT + "/results/table",
                Map.of("table", Map.of("by", List.of(by)), "metrics", metrics, "ranked", ranked));
    }

    private static PartOfDay part(String ad, String day, String age, String gender, Counts counts) {
        return new PartOfDay(ad, LocalDate.parse(day), Map.of("age", age, "gender", gender), counts);
    }

    /** Asked as before the first day, with a row since deleted, by what no network tells together. */
    @Test
    void oddQuestionsAreAnsweredOrRefusedWithAReason() throws Exception {
        someHours();
        Map<String, Object> early = Map.of("by", List.of("ROW"), "from", "2020-01-01", "to", "2020-02-01");
        assertThat(asked(early).get("lines")).isEmpty();
        assertThat(refused(Map.of("by", List.of("ROW"), "from", "2027-04-02", "to", "2027-04-01")))
                .contains("1 Apr 2027, is before the first, 2 Apr 2027");
        assertThat(refused(Map.of("by", List.of("MOOD")))).contains("Nothing is told by “MOOD”");
        assertThat(refused(Map.of("by", List.of("age", "placement")))).contains("not told together");
        assertThat(refused(Map.of("by", List.of("ROW", "CREATIVE", "DAY")))).contains("by 3; the most is 2");
        sql.update("update live_item set paused = true");
        int version = scene.get(CLIENT + "/plans/" + plan).get("version").asInt();
        edit(with("rowRemoval", "rowIds", List.of(rows.get(0))), version);
        JsonNode table = table("ROW");
        assertThat(value(total(table), "spend")).isEqualTo(2200);
        assertThat(table.get("lines").get(0).get("keys").get(0).asString()).isEmpty();
    }

    /** Money is never added over currencies: a line and a total for each, and every line says its own. */
    @Test
    void twoCurrenciesInOneViewStandApart() throws Exception {
        sql.update("""
                insert into account (client_id, id, network, external_id, name, currency, zone, site_tag)
                values ('c1', 'a2', 'HS', 'x2', 'HS EUR', 'EUR', 'Europe/Berlin', 'tag') on conflict do nothing""");
        sql.update("""
                insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, settings,
                                       paused, review_state)
                values ('c1', ?, 'far/away', 'AD', 'ad abroad', 'a2', 'Y00', '{}', false, 'APPROVED')""", campaign);
        tell("Y00", "2027-03-27T10:00:00Z", counts(700, 7, 350, 1));
        someHours();
        JsonNode table = table("CREATIVE");
        Map<String, Double> spent = new HashMap<>();
        table.get("totals").forEach(t -> spent.put(t.get("currency").asString(), value(t, "spend")));
        assertThat(spent).containsExactlyInAnyOrderEntriesOf(Map.of("GBP", 2200.0, "EUR", 350.0));
        Map<String, Double> lines = new HashMap<>();
        table.get("lines").forEach(l -> lines.merge(l.get("currency").asString(), value(l, "clicks"), Double::sum));
        assertThat(lines).containsExactlyInAnyOrderEntriesOf(Map.of("GBP", 60.0, "EUR", 7.0));
        // The day that is told of and has not ended.
        assertThat(scene.get(CLIENT + "/results/offer").get("begun").asString()).isEqualTo("2027-03-29");
    }

    @Test
    void twoLinesAreToldApartOrNot() throws Exception {
        tell("X00", "2027-03-27T10:00:00Z", counts(1000, 50, 500, 0));
        tell("X11", "2027-03-27T10:00:00Z", counts(1000, 10, 500, 0));
        pull.pullAll();
        JsonNode lines = table("ROW").get("lines");
        List<List<String>> keys = StreamSupport.stream(lines.spliterator(), false)
                .map(l -> List.of("GBP", l.get("keys").get(0).asString()))
                .toList();
        Map<String, Object> question = new HashMap<>(Map.of(
                "table",
                Map.of("by", List.of("ROW")),
                "metric",
                "click_rate",
                "first",
                keys.get(0),
                "second",
                keys.get(1)));
        JsonNode told = scene.post(CLIENT + "/results/difference", question).get("told");
        assertThat(told.get("apart").asBoolean()).isTrue();
        assertThat(told.get("times").asBoolean()).isFalse();
        assertThat(Math.abs(told.get("low").asDouble())).isBetween(0.015, 0.06);
        // 50 against 10 for as much money: a fifth of the cost, as far as one day can say.
        question.put("metric", "cost_per_click");
        JsonNode cost = scene.post(CLIENT + "/results/difference", question).get("told");
        assertThat(cost.get("times").asBoolean()).isTrue();
        double low = cost.get("low").asDouble();
        assertThat(low < 1 ? low : 1 / cost.get("high").asDouble()).isBetween(0.05, 0.2);
        question.put("metric", "cpm");
        assertThat(scene.post(CLIENT + "/results/difference", question)
                        .get("told")
                        .isNull())
                .isTrue();
        question.put("metric", "spend");
        assertThat(scene.post(CLIENT + "/results/difference", question)
                        .get("told")
                        .isNull())
                .isTrue();
        question.put("second", List.of("GBP", "nowhere"));
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/results/difference", question)
                        .detail())
                .contains("no line [GBP, nowhere]");
    }

    /** £10 a day and row over 14 days from 27 March, 335 hours in London; told until 11:00 on the 29th there, after 58 of them. */
    @Test
    void spendingIsHeldAgainstThePlanAsFarAsItIsTold() throws Exception {
        someHours();
        JsonNode pace = scene.get(CLIENT + "/results/pace").get(0);
        assertThat(pace.get("campaignId").asString()).isEqualTo(campaign);
        assertThat(pace.get("planId").asString()).isEqualTo(plan);
        assertThat(pace.get("accountId").asString()).isEqualTo("a1");
        assertThat(pace.get("temperature").asString()).isEqualTo("COLD");
        assertThat(Instant.parse(pace.get("until").asString())).isEqualTo("2027-03-29T10:00:00Z");
        JsonNode whole = pace.get("pace");
        assertThat(whole.get("plannedMinor").asLong()).isEqualTo(28_000);
        assertThat(whole.get("dueMinor").asLong()).isEqualTo(Math.round(28_000 * 58.0 / 335));
        assertThat(whole.get("spentMinor").asLong()).isEqualTo(2200);
        assertThat(whole.get("stand").asString()).isEqualTo("SLOW");
        assertThat(pace.get("rows")).hasSize(2);
    }

    /** Hearthside asks £3 to £10 for a thousand; an account that paid £40 is not told that it will pay that. */
    @Test
    void whatAnAccountPaidMovesItsForecast() throws Exception {
        String asked = CLIENT + "/accounts/a1/expected?people=1000000&dailyMinor=10000";
        JsonNode before = scene.get(asked).get("impressions");
        assertThat(before.get("to").asDouble()).isCloseTo(10_000 / 0.3, within(1e-6));
        // Too few impressions tell nothing of the price.
        tell("X00", "2027-03-27T10:00:00Z", counts(999, 9, 3996, 0));
        pull.pullAll();
        assertThat(scene.get(asked).get("impressions")).isEqualTo(before);
        tell("X00", "2027-03-27T11:00:00Z", counts(5000, 50, 20_000, 0));
        tell("X10", "2027-03-27T11:00:00Z", counts(5000, 50, 20_000, 0));
        pull.pullAll();
        JsonNode after = scene.get(asked).get("impressions");
        assertThat(after.get("to").asDouble()).isBetween(2_500.0, 10_000 / 0.9);
        assertThat(after.get("from").asDouble()).isLessThan(5_000);
    }

    /**
     * £10 a day over 14 days: what came of a row stays, and the rest of its money brings what its own days say; a row beside it that never
     * ran learns from it, and another kind of result does not.
     */
    @Test
    void aRunningRowIsWhatCameAndTheRest() throws Exception {
        JsonNode before = expected(rows.get(1));
        assertThat(before.get("came").isNull()).isTrue();
        for (int day = 27; day < 31; day++) {
            tell("X00", "2027-03-%dT10:00:00Z".formatted(day), counts(2000, 200, 1000, 0));
        }
        pull.pullAll();
        JsonNode row = expected(rows.get(0));
        assertThat(row.get("came").get("clicks").asInt()).isEqualTo(800);
        assertThat(row.get("came").get("spentMinor").asInt()).isEqualTo(4000);
        // At 5p a click, the £100.00 left bring 2,000 more.
        JsonNode clicks = row.get("flight").get("clicks");
        assertThat(clicks.get("from").asDouble()).isBetween(2200.0, 2750.0);
        assertThat(clicks.get("to").asDouble()).isBetween(2850.0, 3400.0);
        JsonNode beside = expected(rows.get(1));
        assertThat(beside.get("came").isNull()).isTrue();
        assertThat(beside.get("flight").get("clicks").get("from").asDouble())
                .isGreaterThan(before.get("flight").get("clicks").get("from").asDouble());
    }

    /**
     * Two rows for the same people, as the network tells it, reach as many as one row of both their money would, not twice as many; with
     * an audience that shares nobody they are added; while the network is away they meet by chance.
     */
    @Test
    void peopleOfAPlanAreNeverAdded() throws Exception {
        AudienceSize all = new AudienceSize(30_000, false);
        world.tell(() -> doReturn(List.of(all, all)).when(network).sizes(any(), any()));
        sql.update("update known_size set people = 30000 where client_id = 'c1'");
        JsonNode one = expected(rows.get(0)).get("flight").get("people");
        for (Object[] told : new Object[][] {{30_000L, false}, {0L, true}, {0L, null}}) {
            if (told[1] == null) {
                world.tell(() -> doThrow(new NetworkAway("Hearthside", new IOException()))
                        .when(network)
                        .overlaps(any(), any()));
            } else {
                AudienceSize both = new AudienceSize((Long) told[0], (Boolean) told[1]);
                world.tell(() -> doReturn(new Overlaps(List.of(all, all), List.of(List.of(), List.of(both))))
                        .when(network)
                        .overlaps(any(), any()));
            }
            JsonNode people = scene.get(CLIENT + "/plans/" + plan + "/people");
            double share = one.get("to").asDouble() / 30_000;
            double shared = Boolean.TRUE.equals(told[1]) ? 0 : share;
            assertThat(people.get("rows").asInt()).isEqualTo(2);
            assertThat(people.get("added").get("to").asDouble())
                    .isCloseTo(2 * one.get("to").asDouble(), within(1.0));
            assertThat(people.get("people").get("to").asDouble())
                    .isCloseTo((2 - shared) * one.get("to").asDouble(), within(2.0));
            double seen = StreamSupport.stream(people.get("times").spliterator(), false)
                    .mapToDouble(JsonNode::asDouble)
                    .sum();
            assertThat(seen)
                    .isBetween(
                            people.get("people").get("from").asDouble(),
                            people.get("people").get("to").asDouble());
            assertThat(people.get("networks")).hasSize(1);
            assertThat(people.get("everyone").isNull()).isTrue();
        }
    }

    private JsonNode expected(String row) throws Exception {
        return scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/rows/" + row + "/expected")
                .get("expected");
    }

    /**
     * Two hours over eight days: twice the clicks on each day is a difference; the same clicks in all, but on one day only, may be the day.
     */
    @Test
    void hoursAreComparedByTheirDays() throws Exception {
        for (int day = 0; day < 8; day++) {
            String at = LocalDate.parse("2027-03-29").plusDays(day) + "T";
            tell("X00", at + "08:00:00Z", counts(2000, 20, 100, 0));
            tell("X00", at + "14:00:00Z", counts(2000, 40, 100, 0));
            tell("X00", at + "20:00:00Z", counts(2000, day == 3 ? 174 : 21 - day % 2, 100, 0));
        }
        pull.pullAll();
        List<String> hours = StreamSupport.stream(table("HOUR").get("lines").spliterator(), false)
                .map(l -> l.get("keys").get(0).asString())
                .toList();
        assertThat(hours).hasSize(3);
        boolean[] apart = new boolean[2];
        for (int i = 0; i < 2; i++) {
            apart[i] = scene.post(
                            CLIENT + "/results/difference",
                            Map.of(
                                    "table",
                                    Map.of("by", List.of("HOUR")),
                                    "metric",
                                    "click_rate",
                                    "first",
                                    List.of("GBP", hours.get(0)),
                                    "second",
                                    List.of("GBP", hours.get(i + 1))))
                    .get("told")
                    .get("apart")
                    .asBoolean();
        }
        assertThat(apart).containsExactly(true, false);
    }

    /** Two ads of a row reach fewer people than both apart, so nothing is added; what no network counted stays empty. */
    @Test
    void peopleAreToldAsNetworksCountThemInFilesToo() throws Exception {
        someHours();
        world.tell(() -> when(network.reach(anyString(), any(), any(), any()))
                .thenAnswer(call -> call.<Map<String, List<String>>>getArgument(3).entrySet().stream()
                        .filter(e -> e.getValue().contains("X00"))
                        .collect(Collectors.toMap(Map.Entry::getKey, e -> 1200L))));
        String file = new String(file("CSV", "ROW", "impressions", "reach", "frequency"), StandardCharsets.UTF_8);
        List<String> lines = file.lines().toList();
        assertThat(lines.get(0)).endsWith("currency,impressions,people reached,frequency");
        assertThat(lines).anyMatch(l -> l.endsWith(",GBP,3000,1200,2.5"));
        assertThat(lines).anyMatch(l -> l.endsWith(",GBP,4000,,"));
        assertThat(lines.get(lines.size() - 1)).endsWith("all,GBP,7000,,");
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                CLIENT + "/results/file",
                                Map.of(
                                        "form", "CSV",
                                        "table", Map.of("by", List.of("DAY")),
                                        "metrics", List.of("reach")))
                        .detail())
                .contains("not by DAY");
    }

    /** What is far too long to look at is in a file whole, each line once; which key comes first changes nothing but their order. */
    @Test
    void aFileIsLongerThanAnyTable() throws Exception {
        sql.execute(
                "select make_fact_month('2027-01-01'), make_fact_month('2027-02-01'), make_fact_month('2027-03-01')");
        sql.update("""
                insert into fact_ad (client_id, campaign_id, row_id, column_id, account_id)
                select 'c1', 'long', 'r' || i / 10, 'k' || i, 'a1' from generate_series(1, 300) i""");
        sql.update("""
                insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, settings,
                                       paused, review_state)
                select client_id, campaign_id, row_id || '/' || column_id, 'AD', 'Ad ' || substr(column_id, 2), 'a1', column_id,
                       '{}', false, 'APPROVED' from fact_ad where campaign_id = 'long'""");
        sql.update("""
                insert into fact_day (client_id, day, ad, impressions, clicks, spend)
                select 'c1', d::date, ad, 1000 + mod(ad, 7), mod(ad, 5), 100 * extract(day from d)
                from fact_ad cross join generate_series('2027-01-01'::date, '2027-03-10', '1 day') d where campaign_id = 'long'""");
        Map<String, Object> byBoth = Map.of("by", List.of("AD", "DAY"));
        assertThat(refused(byBoth)).contains("That makes 20,700 lines; the most is 20,000");
        for (String form : List.of("CSV", "JSON")) {
            assertThat(new String(file(form, List.of("AD", "DAY"), "spend", "clicks"), StandardCharsets.UTF_8)
                            .lines()
                            .filter(l -> l.contains("GBP")))
                    .as(form)
                    .hasSize(20_701);
        }
        assertThat(refusedFile(List.of("WEATHER"))).contains("Nothing is told by “WEATHER”");
        List<String> lines = written(List.of("AD", "DAY"));
        assertThat(Path.of(System.getProperty("java.io.tmpdir"))
                        .toFile()
                        .list((d, n) -> n.startsWith("tidewrack-results")))
                .as("what was sent or refused is gone")
                .isEmpty();
        assertThat(lines.get(0)).isEqualTo("AD,DAY,currency,spend,clicks");
        assertThat(lines.subList(1, 4))
                .extracting(l -> l.substring(0, l.indexOf(",GBP,")))
                .containsExactly("Ad 1,2027-01-01", "Ad 1,2027-01-02", "Ad 1,2027-01-03");
        assertThat(lines).doesNotHaveDuplicates();
        String spend = sql.queryForObject(
                "select (sum(spend) / 100)::bigint || ',' || sum(clicks) from fact_day", String.class);
        assertThat(lines.get(20_701)).isEqualTo("all,all,GBP," + spend);
        assertThat(written(List.of("DAY", "AD")).stream().map(l -> l.replaceFirst("^([^,]+),([^,]+),", "$2,$1,")))
                .containsExactlyInAnyOrderElementsOf(lines);
    }

    private String refusedFile(List<String> by) throws Exception {
        return scene.call(
                        "ines",
                        HttpMethod.POST,
                        CLIENT + "/results/file",
                        Map.of("form", "XLSX", "table", Map.of("by", by), "metrics", List.of("spend")))
                .detail();
    }

    private List<String> written(List<String> by) throws Exception {
        return new String(file("CSV", by, "spend", "clicks"), StandardCharsets.UTF_8)
                .substring(1)
                .lines()
                .toList();
    }

    /** At an address that stays: what the file of a person says, in the columns that were asked for. */
    @Test
    void aProgramReadsTheLinesThatAPersonTakes() throws Exception {
        someHours();
        String path = CLIENT + "/results/lines.";
        String told = mvc.perform(MockMvcRequestBuilders.get(path + "csv?by=DAY&numbers=spend&numbers=clicks")
                        .with(Scene.by("tove")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
        assertThat(told).isEqualTo(new String(file("CSV", "DAY", "spend", "clicks"), StandardCharsets.UTF_8));
        JsonNode usual = scene.get(path + "json");
        assertThat(usual).hasSize(1);
        assertThat(usual.get(0).propertyNames())
                .containsExactly("currency", "spend", "impressions", "clicks", "results", "cost per result");
        assertThat(scene.call("ines", HttpMethod.GET, path + "csv?by=WEATHER", "")
                        .status())
                .isEqualTo(422);
        assertThat(scene.call("ines", HttpMethod.GET, path + "pdf", "").detail())
                .contains("“pdf” is no form that results are read in");
        assertThat(scene.call("ines", HttpMethod.GET, path + "csv?from=yesterday", "")
                        .status())
                .isEqualTo(400);
    }

    @Test
    void viewsAreKeptByName() throws Exception {
        Map<String, Object> view = Map.of("name", "Ages", "query", "by=age");
        assertThat(scene.call("ines", HttpMethod.PUT, CLIENT + "/results/views", view)
                        .body()
                        .toString())
                .contains("by=age");
        assertThat(scene.call("tove", HttpMethod.PUT, CLIENT + "/results/views", view)
                        .status())
                .isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.PUT, CLIENT + "/results/views", Map.of("name", " ", "query", ""))
                        .status())
                .isEqualTo(422);
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/results/views/Ages", Map.of())
                        .body())
                .isEmpty();
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/results/views/Ages", Map.of())
                        .status())
                .isEqualTo(404);
    }

    @Test
    void ownNumbersAreCheckedAndTheSameInTablesAndFiles() throws Exception {
        someHours();
        Map<String, Object> number =
                Map.of("words", "clicks per sale", "formula", "clicks / sales", "better", "LOW", "share", false);
        JsonNode offer = scene.call("ines", HttpMethod.PUT, CLIENT + "/results/numbers/clicks_per_sale", number)
                .body();
        assertThat(offer.get("metrics").toString()).contains("clicks per sale");
        assertThat(value(total(table("ROW")), "clicks_per_sale")).isEqualTo(20);
        Map<String, Object> odd = Map.of("words", "odd", "formula", "spend + clicks", "better", "LOW", "share", false);
        Answer refused = scene.call("ines", HttpMethod.PUT, CLIENT + "/results/numbers/odd", odd);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains("puts money and a count together");
        assertThat(scene.call("ines", HttpMethod.PUT, CLIENT + "/results/numbers/clicks", number)
                        .status())
                .isEqualTo(422);
        byte[] file = file("XLSX", "ROW", "spend", "clicks_per_sale");
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(file))) {
            Row all = book.getSheetAt(0).getRow(3);
            assertThat(all.getCell(0).getStringCellValue()).isEqualTo("all");
            assertThat(all.getCell(2).getNumericCellValue()).isEqualTo(22);
            assertThat(all.getCell(3).getNumericCellValue()).isEqualTo(20);
        }
        JsonNode sheet =
                scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/results?metric=cost_per_click");
        assertThat(sheet.get("signs").asString()).hasSize(4);
        int first = IntStream.range(0, 4)
                .filter(ad -> word(sheet, "rows", ad).equals(rows.get(0))
                        && word(sheet, "columns", ad).equals(columns.get(0)))
                .findFirst()
                .orElseThrow();
        // Garwood's interval of 10 clicks is 4.795 to 18.39; that of one day is wider, since days vary.
        assertThat(number(sheet, "low", first)).isBetween(500 / 30.0, 500 / 18.39);
        assertThat(number(sheet, "high", first)).isBetween(500 / 4.795, 500 / 2.5);
    }

    private static String word(JsonNode sheet, String column, int ad) {
        JsonNode told = sheet.get(column);
        return told.get("words").get(told.get("of").get(ad).asInt()).asString();
    }

    private static JsonNode column(JsonNode sheet, String code) {
        return sheet.get("numbers")
                .valueStream()
                .filter(n -> n.get("code").asString().equals(code))
                .findFirst()
                .orElseThrow();
    }

    private static double number(JsonNode sheet, String code, int ad) {
        JsonNode at = column(sheet, code).path("at");
        int place =
                at.isArray() ? at.valueStream().map(JsonNode::asInt).toList().indexOf(ad) : ad;
        return column(sheet, code).get("values").get(place).asDouble();
    }

    /** What the campaign seeks, and what was spent on it: tables by anything, the sheet and each kind of file say the same. */
    @Test
    void oneScopeHasOneFigureWhereverItIsShown() throws Exception {
        someHours();
        JsonNode line = table("CAMPAIGN_ID").get("lines").get(0);
        assertThat(line.get("keys").get(0).asString()).isEqualTo(campaign);
        JsonNode sought = line.get("sought");
        assertThat(sought).hasSize(1);
        double results = sought.get(0).get("count").asDouble();
        assertThat(sought.get(0).get("words").asString()).isEqualTo("clicks");
        assertThat(results).isEqualTo(60);
        assertThat(sought.get(0).get("spendMinor").asLong()).isEqualTo(2200);
        for (String by : List.of("ROW", "CREATIVE", "AD", "DAY")) {
            assertThat(value(total(table(by)), "results")).as(by).isEqualTo(results);
            assertThat(total(table(by)).get("sought")).as(by).isEqualTo(sought);
        }
        JsonNode sheet = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/results?metric=results");
        assertThat(column(sheet, "value")
                        .get("values")
                        .valueStream()
                        .mapToDouble(JsonNode::asDouble)
                        .sum())
                .isEqualTo(results);
        assertThat(new String(file("CSV", "AD", "results", "spend"), StandardCharsets.UTF_8))
                .contains("all,GBP,60,22");
        assertThat(json.readTree(file("JSON", "AD", "results", "spend")).toString())
                .contains("\"results\":60");
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(file("XLSX", "AD", "results")))) {
            assertThat(book.getSheetAt(0)
                            .getRow(book.getSheetAt(0).getLastRowNum())
                            .getCell(2)
                            .getNumericCellValue())
                    .isEqualTo(results);
        }
    }

    /**
     * Half of a day's sales are told on the day after it, 28 days long: of the last day so many as came are still to come, on the line
     * of that day, in the sum, and at the campaign; clicks come at once. A past day that is told anew once more is no surprise.
     */
    @Test
    void whatIsStillToComeIsLearnedAndTold() throws Exception {
        LocalDate first = LocalDate.of(2027, 3, 1);
        try {
            for (int d = 0; d < 28; d++) {
                LocalDate day = first.plusDays(d);
                world.set(
                        day.plusDays(1).atStartOfDay(ZoneId.of("Europe/London")).toInstant());
                tell("X00", day + "T10:00:00Z", counts(1000, 50, 2000, 10));
                if (d > 0) {
                    tell("X00", day.minusDays(1) + "T10:00:00Z", counts(1000, 50, 2000, 20));
                }
                pull.pullAll();
            }
            JsonNode lines = table("DAY").get("lines");
            for (int d = 0; d < 28; d++) {
                JsonNode coming = lines.get(d).get("coming");
                assertThat(coming.has("sales")).as("day %d: %s", d, coming).isEqualTo(d == 27);
                assertThat(coming.has("clicks")).isFalse();
            }
            JsonNode last = lines.get(27).get("coming").get("sales");
            assertThat(last.get("about").asDouble()).isCloseTo(10, within(0.5));
            assertThat(last.get("from").asInt()).isBetween(4, 7);
            assertThat(last.get("to").asInt()).isBetween(13, 17);
            assertThat(total(table("ROW"))
                            .get("coming")
                            .get("purchases")
                            .get("about")
                            .asDouble())
                    .isCloseTo(10, within(0.5));
            assertThat(total(table("HOUR")).get("coming").isEmpty()).isTrue();
            // One scope, one figure, whatever stands beside it: another row that brings nothing takes no part in it.
            JsonNode alone = total(asked(Map.of("by", List.of("ROW"), "campaignIds", List.of(campaign))));
            tell("X11", "2027-03-28T11:00:00Z", counts(9000, 10, 9000, 0));
            pull.pullAll();
            JsonNode row = lineOf(table("ROW"), 0);
            JsonNode rowAlone =
                    lineOf(asked(Map.of("by", List.of("ROW", "CREATIVE"), "campaignIds", List.of(campaign))), 0);
            assertThat(rowAlone.get("coming").get("sales"))
                    .isEqualTo(row.get("coming").get("sales"));
            assertThat(alone.get("coming").get("sales").get("about").asDouble()).isPositive();
        } finally {
            world.set(RunningSheet.START);
        }
    }

    /** Nothing was shown since Saturday noon: once the network's own delay of three hours is over, its day and the next have ended. */
    @Test
    void aDayEndsThoughNothingIsShown() throws Exception {
        tell("X00", "2027-03-27T10:00:00Z", counts(1000, 10, 500, 1));
        pull.pullAll();
        assertThat(begun()).isEqualTo("2027-03-27");
        try {
            world.set(Instant.parse("2027-03-29T01:30:00Z"));
            pull.pullAll();
            assertThat(begun()).isEqualTo("2027-03-28");
            world.set(Instant.parse("2027-03-29T03:10:00Z"));
            pull.pullAll();
            assertThat(begun()).isEqualTo("2027-03-29");
        } finally {
            world.set(RunningSheet.START);
        }
    }

    private static JsonNode lineOf(JsonNode table, int line) {
        return table.get("lines").get(line);
    }

    private String begun() throws Exception {
        return scene.get(CLIENT + "/results/offer").get("begun").asString();
    }

    /** Hours of ads that are not known, as after a restored backup, were dropped in silence: kept, told, and counted once the ad is known. */
    @Test
    void whatAnUnknownAdSpendsIsKeptAndTold() throws Exception {
        sql.update("delete from live_item where external_id = 'X11'");
        tell("X00", "2027-03-27T10:00:00Z", counts(1000, 10, 500, 1));
        tell("X11", "2027-03-27T11:00:00Z", counts(3000, 20, 700, 1));
        tell("X11", "2027-03-27T11:00:00Z", counts(3000, 20, 750, 1));
        pull.pullAll();
        List<JsonNode> unknown = scene.needs("UNKNOWN_ADS");
        assertThat(unknown).hasSize(1);
        assertThat(unknown.get(0).get("ads").asInt()).isEqualTo(1);
        assertThat(unknown.get(0).get("spendMinor").asLong()).isEqualTo(750);
        assertThat(spent()).isEqualTo(500);
        sql.update("""
                insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, settings, paused)
                values ('c1', ?, ?, 'AD', 'found again', 'a1', 'X11', '{}', false)""", campaign, rows.get(1) + "/" + columns.get(1));
        pull.pullAll();
        assertThat(spent()).isEqualTo(1250);
        assertThat(scene.needs("UNKNOWN_ADS")).isEmpty();
    }

    private long spent() {
        return sql.queryForObject("select coalesce(sum(spend), 0) from fact_day where client_id = 'c1'", Long.class);
    }
}
