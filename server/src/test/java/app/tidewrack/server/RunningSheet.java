package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.results.Counts;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.results.ResultsPull;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** A sheet of one campaign that is launched on a network which keeps what it is sent, and tells of it what a test makes it tell. */
abstract class RunningSheet extends WithServer {
    static final Instant START = Instant.parse("2027-03-09T06:00:00Z");
    static final LocalDate FIRST_DAY = LocalDate.parse("2027-03-10");

    private static final int LATELY_MILLIS = 1100;
    private static final AtomicReference<Instant> LAST = new AtomicReference<>(START);

    @Autowired
    private ResultsPull pull;

    String plan;
    String campaign;
    int version;

    /** A campaign without rows, on a network that has told nothing yet. */
    void emptySheet(String money) throws Exception {
        clock(START);
        for (String table :
                List.of("fact_hour", "fact_day", "fact_month", "fact_clock", "fact_ad", "fact_told", "fact_due")) {
            sql.update("delete from " + table);
        }
        sql.update("update account set report_cursor = 0, facts_until = null, told_until = null");
        String name = UUID.randomUUID().toString().substring(0, 8);
        plan = scene.post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
        version = 0;
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-29", money));
        facts.put("name", name);
        campaign = edit(Map.of("kind", "newCampaign", "accountId", "a1", "facts", facts))
                .get("campaigns")
                .get(0)
                .get("id")
                .asString();
    }

    /** What an ad brought on each of some days, as an hour of each. */
    void tell(String ad, int day, Counts counts) {
        network.tell(ad, FIRST_DAY.plusDays(day).atTime(12, 0).toInstant(ZoneOffset.UTC), counts);
    }

    /** All days before one are known whole: an hour of that day is told too. */
    void toldUntil(String ad, int day) {
        network.tell(ad, FIRST_DAY.plusDays(day).atTime(1, 0).toInstant(ZoneOffset.UTC), Counts.NONE);
        pull.pullAll();
    }

    @AfterEach
    void turnTheClockBack() throws InterruptedException {
        clock(START);
    }

    /** The server asks for the time once a second, so a clock that moved is waited for. */
    void clock(Instant now) throws InterruptedException {
        world.set(now);
        sql.update(
                "insert into practice_clock (id, now) values (1, ?::timestamptz)"
                        + " on conflict (id) do update set now = excluded.now",
                now.toString());
        if (!now.equals(LAST.getAndSet(now))) {
            Waiting.meanwhile(Duration.ofMillis(LATELY_MILLIS));
        }
    }

    JsonNode edit(Map<String, Object> edit) throws Exception {
        Answer answer = scene.edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        version = answer.body().get("version").asInt();
        return answer.body();
    }

    Map<String, Object> with(String kind, Object... more) {
        Map<String, Object> edit = new HashMap<>(Map.of("kind", kind, "campaignId", campaign));
        for (int i = 0; i < more.length; i += 2) {
            edit.put((String) more[i], more[i + 1]);
        }
        return edit;
    }

    JsonNode view() throws Exception {
        return scene.get(CLIENT + "/plans/" + plan).get("campaigns").get(0);
    }

    List<String> rows() throws Exception {
        return StreamSupport.stream(view().get("rows").spliterator(), false)
                .map(n -> n.get("id").asString())
                .toList();
    }

    void launch() throws Exception {
        JsonNode launch = scene.launched(Scene.order(plan, campaign, version, Map.of()));
        assertThat(launch.get("state").asString()).isEqualTo("DONE");
    }
}
