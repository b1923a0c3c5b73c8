package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.connector.practice.PracticeWorld;
import app.tidewrack.server.person.Sealed;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import java.util.zip.GZIPInputStream;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.context.bean.override.convention.TestBean;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.util.ClassUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A data folder of the version before launches were data ({@code upgrade/v19.sql.gz}: the demo, in which somebody had then taken
 * money over from the network, changed other money and paused an ad there, and edited a draft in many ways), brought up to date.
 */
@Tag("whole")
@SpringBootTest
@AutoConfigureMockMvc
class UpgradeTest {
    private static final String DRIFTED = "Kits, find buyers";
    private static final String ENDED = "Is it the age or the headline?";
    private static final String DRAFT = "Moths, spring cold test";

    @TestBean
    private PracticeWorld practice;

    @Autowired
    private MockMvc mvc;

    @Autowired
    private JsonMapper json;

    @Autowired
    private JdbcTemplate database;

    @Autowired
    private Sealed sealed;

    private Scene scene;

    @DynamicPropertySource
    static void oldDatabase(DynamicPropertyRegistry registry) throws Exception {
        String url = TestDatabase.empty(registry);
        DriverManagerDataSource old = new DriverManagerDataSource(url, "app", System.getenv("TIDEWRACK_PG_PASSWORD"));
        Flyway.configure().dataSource(old).target("19").load().migrate();
        try (InputStream dump = new GZIPInputStream(UpgradeTest.class.getResourceAsStream("/upgrade/v19.sql.gz"))) {
            // Rows stand in the order of names, which is not the order in which they refer to one another.
            String rows = new String(dump.readAllBytes(), StandardCharsets.UTF_8);
            new JdbcTemplate(old).execute("set session_replication_role = replica;\n" + rows);
        }
        new JdbcTemplate(old).execute("insert into client values ('quiet', 'Quiet client', '', 0.4)");
        try (InputStream scheme = UpgradeTest.class.getResourceAsStream("/upgrade/naming-scheme.json")) {
            new JdbcTemplate(old)
                    .update(
                            "insert into naming_scheme values ('quiet', 1, ?::jsonb, 'ines')",
                            new String(scheme.readAllBytes(), StandardCharsets.UTF_8));
        }
        try (InputStream test = UpgradeTest.class.getResourceAsStream("/upgrade/ended-test.json")) {
            new JdbcTemplate(old)
                    .update("""
                            insert into split_test select (jsonb_populate_record(t, jsonb_build_object(
                                'id', 'ended', 'ended_at', now(), 'ended', ?::jsonb, 'learned', ?))).*
                            from split_test t where name = ?""", new String(test.readAllBytes(), StandardCharsets.UTF_8), "Age, not words.", ENDED);
        }
    }

    /** No network can be asked: what is known of them was kept. */
    static PracticeWorld practice() {
        return new ToldWorld("HS", "GR", "SW", "AK", "JC", "DG");
    }

    @BeforeEach
    void setScene() {
        scene = new Scene(mvc, json);
    }

    private record Known(String client, String plan, String campaign, String name, boolean live) {}

    private List<Known> campaigns() throws Exception {
        List<Known> all = new ArrayList<>();
        for (String client : List.of("oddment", "copperline", "saltmarsh")) {
            for (JsonNode plan : scene.get("/api/clients/" + client + "/plans")) {
                String id = plan.get("id").asString();
                for (JsonNode c :
                        scene.get("/api/clients/" + client + "/plans/" + id).get("campaigns")) {
                    all.add(new Known(
                            client,
                            id,
                            c.get("id").asString(),
                            c.get("name").asString(),
                            c.get("live").asBoolean()));
                }
            }
        }
        return all;
    }

    private JsonNode changes(Known c) throws Exception {
        return scene.get("/api/clients/%s/plans/%s/campaigns/%s/changes".formatted(c.client(), c.plan(), c.campaign()));
    }

    /** What was live stands as it was left; only what somebody had changed there is offered to be put back. */
    @Test
    void nothingIsChangedByTheUpgrade() throws Exception {
        List<Known> campaigns = campaigns();
        assertThat(campaigns.stream().filter(Known::live)).hasSize(11);
        for (Known c : campaigns) {
            JsonNode list = changes(c);
            if (c.name().equals(DRIFTED)) {
                assertThat(list.get("drift"))
                        .extracting(d ->
                                d.get("code").asString() + " " + d.get("ours").asString() + " to "
                                        + d.get("theirs").asString())
                        .containsExactlyInAnyOrder("MONEY_A_DAY £12.00 to £19.00", "STATE running to paused");
                assertThat(list.get("changes"))
                        .extracting(x -> x.get("action").asString() + " "
                                + x.get("level").asString())
                        .containsExactlyInAnyOrder("CHANGE AD_GROUP", "RESUME AD");
                // 17.00 that was taken over, 19.00 that was not, and 12.00.
                assertThat(list.get("dailyBeforeMinor").asLong()).isEqualTo(4800);
            } else if (c.live()) {
                assertThat(list.get("changes"))
                        .as(c + " " + list.get("changes"))
                        .isEmpty();
                assertThat(list.get("drift")).as(c.name()).isEmpty();
            }
        }
    }

    /** What a test said when it was ended was kept flat; it says the same by parts. */
    @Test
    void whatAnEndedTestSaidIsStillSaid() throws Exception {
        JsonNode was;
        try (InputStream test = UpgradeTest.class.getResourceAsStream("/upgrade/ended-test.json")) {
            was = json.readTree(test);
        }
        JsonNode now = StreamSupport.stream(
                        scene.get("/api/clients/saltmarsh/tests").spliterator(), false)
                .filter(t -> t.get("state").asString().equals("ENDED"))
                .findFirst()
                .orElseThrow();
        Map<String, JsonNode> said = new TreeMap<>();
        for (JsonNode part : List.of(now, now.get("place"), now.get("asked"), now.get("course"), now.get("verdict"))) {
            part.properties()
                    .forEach(p -> said.put(
                            part == now.get("course") && p.getKey().equals("looks") ? "looksTaken" : p.getKey(),
                            p.getValue()));
        }
        List.of("place", "asked", "course", "verdict").forEach(said::remove);
        // Tests that ended before these were told say nothing of them.
        said.get("cells")
                .forEach(c ->
                        assertThat(((ObjectNode) c).remove("loss").isNull()).isTrue());
        said.get("effects")
                .forEach(e ->
                        assertThat(((ObjectNode) e).remove("odds").isNull()).isTrue());
        for (String fresh : List.of("late", "dispersion", "together")) {
            assertThat(said.remove(fresh).isNull()).isTrue();
        }
        Map<String, JsonNode> before = new TreeMap<>();
        was.properties().forEach(p -> before.put(p.getKey(), p.getValue()));
        assertThat(said).isEqualTo(before);
    }

    /** Every edit of every plan is undone and done again, and the plan is what it was. */
    @Test
    void editsOfTheVersionBeforeAreUndoneAndDoneAgain() throws Exception {
        int undone = 0;
        for (Known c : campaigns().stream().filter(k -> k.name().equals(DRAFT)).toList()) {
            String path = "/api/clients/%s/plans/%s".formatted(c.client(), c.plan());
            JsonNode before = scene.get(path);
            JsonNode now = before;
            String campaign = now.get("campaigns").get(0).get("id").asString();
            while (!now.get("campaigns").get(0).get("undo").isNull()) {
                now = scene.post(path + "/undo", step(campaign, now));
                undone++;
            }
            assertThat(now.get("campaigns").get(0).get("rows")).isEmpty();
            assertThat(now.get("campaigns").get(0).get("columns")).isEmpty();
            while (!now.get("campaigns").get(0).get("redo").isNull()) {
                now = scene.post(path + "/redo", step(campaign, now));
            }
            assertThat(now.get("campaigns")).isEqualTo(before.get("campaigns"));
        }
        assertThat(undone).isGreaterThan(12);
    }

    private static Map<String, Object> step(String campaign, JsonNode plan) {
        return Map.of("campaignId", campaign, "version", plan.get("version").asInt());
    }

    /** A test that had been broken by a second change still is, by the same one. */
    /** By which a receiver knows us: as it was, and no longer to be read in the database. */
    @Test
    void secretsAreSealed() {
        byte[] kept =
                database.queryForObject("select sealed from lead_webhook where client_id = 'oddment'", byte[].class);
        assertThat(database.queryForObject("select count(*) from lead_webhook where secret is not null", Long.class))
                .isZero();
        assertThat(new String(sealed.open(kept), StandardCharsets.US_ASCII))
                .isEqualTo("755c32991001a61766bf7f2c3d74f8241f629ec6825d58bc22bdb704397b7431");
    }

    @Test
    void whatBrokeATestIsStillKnown() throws Exception {
        JsonNode tests = scene.get("/api/clients/saltmarsh/tests");
        assertThat(tests.toString()).contains("BROKEN");
        JsonNode broken = null;
        for (JsonNode t : tests) {
            broken = t.toString().contains("BROKEN") ? t : broken;
        }
        String id = broken.get("id").asString();
        JsonNode view = scene.get("/api/clients/saltmarsh/tests/" + id);
        assertThat(view.get("verdict").get("why").toString()).contains("money a day of", "went from");
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/saltmarsh/playbook", Map.of())
                        .status())
                .isEqualTo(200);
    }

    /**
     * Columns of JSON, what they are read as, and a value of its oldest shape where the data folder has none. A column that is added
     * has to be named here.
     */
    private static final String STORED = """
            account.profiles       | server.client.ClientMapper$Profiles |
            audience.definition    | core.audience.AudienceDefinition    |
            brief.content          | server.brief.BriefBody              |
            client_reckoned.needs  | server.morning.ReckonedMapper$Needs | [{"kind": "LEADS", "fresh": 3}, {"kind": "TEST", "planId": "p", "campaignId": "c", "accountId": "a", "testId": "t", "test": "Words", "outcome": "WINNER", "winner": "B", "winnerValues": ["Patch"], "why": null}]
            client_reckoned.planned | server.morning.ReckonedMapper$Planned | [{"campaignId": "c", "dailyMinor": 500, "start": "2027-03-09", "lastDay": "2027-03-22"}]
            client.currencies      | server.client.ClientMapper$Words    |
            client.domains         | server.client.ClientMapper$Words    |
            client_look.content    | server.media.Looks$Brand            | {"colours": {"ink": "#ffffff", "ground": "#20302c"}, "mark": {"sha256": null, "words": "Oddment", "corner": "TOP_LEFT", "share": 0.2}}
            creative_replacement.before | server.creative.ReplacementMapper$BeforeAll | {"creatives": [{"creativeId": "c1", "version": 2, "draft": {"format": "single-picture", "media": ["ab"], "bodies": ["Mend it"], "headlines": [], "descriptions": [], "callsToAction": [], "link": "", "brand": "", "post": "", "cards": [], "formId": null, "scriptId": null}}]}
            creative.content       | server.creative.CreativeDraft       |
            erasure.counts         | server.erase.ErasureMapper$Counts   | {"plan": 1}
            feedback.aside         | server.feedback.FeedbackMapper$TextCounts | {"EMPTY": 2}
            feedback.languages     | server.feedback.FeedbackMapper$TextCounts | {"en": 40, "da": 3}
            film.content           | server.film.FilmMapper$FilmContent  | {"film": {"size": "UPRIGHT", "shots": [{"sha256": "ab", "from": 0.0, "seconds": 3.0, "speed": 1.0, "move": "CLOSER", "focusX": 0.5, "focusY": 0.5, "whole": false, "words": "Mend it"}], "fade": 0.5, "sound": {"kind": "SILENT", "sha256": null}, "captions": {"kind": "TIMED", "timed": [{"from": 0.0, "to": 1.5, "text": "Mend it"}]}, "mark": null}}
            found_phrase.content   | server.feedback.FeedbackMapper$Content | {"phrase": {"words": "needle bent", "feeling": "PAIN", "said": 17, "people": 19, "keyness": {"likelihood": 90.5, "times": 380.2}, "alike": ["the needle bent"], "sentences": [{"text": "The needle bent.", "from": 4, "to": 15, "source": "f1"}]}}
            frame.content          | server.frame.FrameMapper$FrameContent | {"frame": {"name": "Ours", "parts": [{"name": "Hook", "hint": "", "becomes": "SCRIPT", "feeling": "PAIN", "seconds": 3}]}}
            hour_unknown.counts    | server.results.ResultsMapper$Told   | {"impressions": 40, "clicks": 2}
            launch_change.before   | core.launch.Settings                |
            launch_change.settings | core.launch.Settings                |
            lead.content           | server.lead.Leads$Content           | {"answers": {"first-name": "Mo"}, "lines": []}
            lead_erasure_notice.found_by | server.lead.LeadMapper$FoundBy | {"leads": [11, 12], "chats": [7], "ids": []}
            lead_form.content      | core.form.LeadForm$FormContent      |
            live_item.sent         | core.launch.Settings                |
            live_item.settings     | core.launch.Settings                |
            media_job.work         | server.media.MediaJobs$Work         | {"kind": "FILM", "order": {"filmId": "f1"}}
            naming_scheme.scheme   | core.plan.NamingScheme              |
            network.rulebook       | core.network.Rulebook               |
            network.topics         | server.network.NetworkMapper$Topics |
            plan_edit.edit         | core.plan.PlanEdit                  |
            plan_edit.inverse      | core.plan.PlanEdit                  |
            plan_row.delivery      | core.plan.Delivery                  |
            plan_row.narrowing     | core.plan.Narrowing                 |
            plan_touched.things    | server.plan.PlanMapper$Things       | ["row:r1"]
            phrase.source          | server.creative.CopyDeck$SaidBy     | {"feeling": "PAIN", "words": "needle bent", "people": 19}
            post.content           | server.post.PostMapper$Content      | {"post": {"id": "HSP1", "profile": "oddment", "kind": "POST", "at": "2027-03-01T08:00:00Z", "text": "Mended", "ends": null, "came": [{"hours": 1, "views": 90, "engagements": 4}]}, "link": null}
            post_rule.rule         | core.post.PostRule                  | {"accountId": null, "counted": "VIEWS", "times": 3.0, "leastHours": 12, "mostDays": 14}
            playbook.rules         | core.playbook.Playbook              |
            script.content         | server.form.ScriptDraft             |
            sign_off.content       | server.signoff.kept.SentContent     | {"campaigns": [{"campaignId": "c", "name": "Kits", "accountId": "a", "account": "HS GBP", "network": "HS", "currency": "GBP", "items": [{"action": "CREATE", "key": "r/k", "before": null, "settings": {"level": "AD", "name": "A", "creative": {"format": "single-picture", "brand": "", "media": ["ab"], "posters": [], "bodies": ["Mend it"], "headlines": [], "descriptions": [], "callsToAction": [], "link": "https://a.example/", "post": "", "cards": [], "form": null, "chat": null, "message": null}}, "belonging": 0}], "rows": [{"id": "r", "name": "Knitters"}], "columns": [{"id": "k", "name": "Sock"}], "dailyBeforeMinor": 0, "dailyAfterMinor": 1000, "days": [{"date": "2027-03-10", "minor": 1000}], "findings": [{"severity": "HINT", "says": "s", "mend": "m"}], "expected": {"result": "clicks", "results": {"from": 1.0, "to": 2.0}, "people": {"from": 10.0, "to": 20.0}, "left": 0}}]}
            source_audience.rule   | server.source.SourceLibrary$Rule    | {"event": "view", "window": {"from": 0, "to": 14}, "percent": null, "subject": null}
            source_audience.unusable | server.source.SourceMapper$Unusable |
            split_test.cells       | server.splittest.SplitTestMapper$Cells |
            split_test.ended       | server.splittest.TestView           |
            split_test.looked      | server.splittest.SplitTestMapper$Looked | {"until": "2027-03-10", "looks": [{"number": 1, "day": "2027-03-10", "dispersion": 1.0, "cells": [{"counts": {"clicks": 80}, "people": 0, "come": 1.0, "days": {"days": 1, "came": 80.0, "of": 8000.0, "cameSquare": 6400.0, "product": 640000.0, "ofSquare": 64000000.0}}]}]}
            split_test.people      | server.splittest.SplitTestMapper$People |
            template.content       | core.plan.Template                  | {"network": "HS", "facts": {"name": "Kits", "objective": "traffic", "temperature": "COLD", "purpose": "TESTING", "flight": {"start": "2027-03-09", "end": "2027-03-23", "zone": "Europe/London"}, "moneyPerRow": {"minor": 1000, "currency": "GBP"}, "budgeting": {"basis": "DAILY", "shared": null}, "subject": null}, "people": [{"words": "Knitters", "rows": [{"label": "women", "money": {"minor": 1200, "currency": "GBP"}, "narrowing": {"slices": [{"slice": "OfGender", "gender": "WOMEN"}]}, "delivery": {"goal": null, "charge": null, "bid": {"strategy": "AUTOMATIC", "amount": null}, "showing": {"how": "USUAL", "codes": []}, "pace": "EVEN", "hours": {"week": "111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111111"}, "switches": {}}, "off": [0]}]}], "creatives": 2}
            trail.things           | server.trail.TrailMapper$Things     | {"planId": "p1"}
            written_piece.written  | server.frame.FrameMapper$Written    | {"frame": {"name": "Ours", "parts": [{"name": "Hook", "hint": "", "becomes": "BODY", "feeling": null, "seconds": 0}]}, "texts": ["A needle."], "sources": [{"part": 0, "said": {"feeling": "PAIN", "words": "needle bent", "people": 19}}], "language": "en"}
            """;

    /**
     * Nothing that was ever stored breaks a reading: each value is read, says all that it said, and is the same when written. What the
     * database makes of another column is read by it alone.
     */
    @Test
    void whateverIsStoredCanBeRead() {
        Map<String, String[]> columns = STORED.lines()
                .map(line -> line.split(" *\\| *", 3))
                .collect(Collectors.toMap(line -> line[0], line -> line, (a, b) -> b, TreeMap::new));
        assertThat(columns.keySet()).containsExactlyInAnyOrderElementsOf(database.queryForList("""
                        select table_name || '.' || column_name from information_schema.columns
                        where data_type = 'jsonb' and table_schema = 'public' and is_generated = 'NEVER'""", String.class));
        Map<String, Integer> read = new TreeMap<>();
        columns.forEach((name, line) -> {
            String[] column = name.split("\\.");
            List<String> values = new ArrayList<>(database.queryForList(
                    "select distinct %2$s::text from %1$s where %2$s is not null".formatted(column[0], column[1]),
                    String.class));
            if (!line[2].isBlank()) {
                values.add(line[2]);
            }
            Class<?> type = ClassUtils.resolveClassName("app.tidewrack." + line[1], null);
            for (String text : values) {
                Object value = json.readValue(text, type);
                String written = json.writerFor(type).writeValueAsString(value);
                assertThat(json.readValue(written, type)).as(name).isEqualTo(value);
                assertSaid(name, json.readTree(text), json.readTree(written));
            }
            read.put(name, values.size());
        });
        assertThat(read).as("columns without any value").doesNotContainValue(0);
    }

    private static void assertSaid(String where, JsonNode stored, JsonNode written) {
        if (stored.isNull()) {
            return;
        }
        if (stored.isObject()) {
            stored.properties()
                    .forEach(p -> assertSaid(where + "." + p.getKey(), p.getValue(), written.path(p.getKey())));
        } else if (stored.isArray()) {
            if (!stored.isEmpty() && stored.get(0).isString()) {
                assertThat(written.values()).as(where).containsExactlyInAnyOrderElementsOf(stored.values());
                return;
            }
            assertThat(written.size()).as(where).isEqualTo(stored.size());
            for (int i = 0; i < stored.size(); i++) {
                assertSaid(where + "[" + i + "]", stored.get(i), written.get(i));
            }
        } else if (stored.isNumber()) {
            assertThat(written.asDecimal()).as(where).isEqualByComparingTo(stored.asDecimal());
        } else {
            assertThat(written).as(where).isEqualTo(stored);
        }
    }
}
