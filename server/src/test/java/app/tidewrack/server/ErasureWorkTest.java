package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.verify;

import app.tidewrack.core.launch.Level;
import app.tidewrack.server.Scene.Sheet;
import app.tidewrack.server.erase.ClientErasure;
import app.tidewrack.server.erase.RemovalDesk;
import java.io.IOException;
import java.sql.Connection;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;

/** Every table is searched for what a client had: one that is added and keeps something is found here. */
class ErasureWorkTest extends WithServer {
    private static final String MARK = "Quernstone";

    @Autowired
    private ClientErasure erasure;

    @Autowired
    private RemovalDesk removal;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** Tables with a row that says the text anywhere, however it is stored. */
    private List<String> saying(String text) {
        List<String> found = new ArrayList<>();
        List<String> tables = sql.queryForList("""
                select c.relname from pg_class c where c.relnamespace = 'public'::regnamespace
                and c.relkind in ('r', 'p') and not c.relispartition""", String.class);
        for (String table : tables) {
            Long rows = sql.queryForObject(
                    "select count(*) from " + table + " t where t::text ~ ('\\m' || ? || '\\M')", Long.class, text);
            if (rows != null && rows > 0) {
                found.add(table);
            }
        }
        return found;
    }

    @Test
    void nothingOfAClientIsLeft() throws Exception {
        sql.update("update client set name = ? where id = 'c1'", MARK);
        Sheet sheet = scene.sheet("a1");
        JsonNode sent = scene.post(
                CLIENT + "/plans/" + sheet.plan() + "/sign-offs",
                Map.of(
                        "planVersion",
                        sheet.version(),
                        "campaigns",
                        List.of(Map.of("campaignId", sheet.campaign())),
                        "note",
                        MARK + " first"));
        String signOff = CLIENT + "/sign-offs/" + sent.get("id").asString();
        scene.post(signOff + "/links", Map.of("name", MARK, "days", 2));
        scene.post(signOff + "/comments", Map.of("place", Map.of(), "says", MARK + " waits"));
        scene.launched(sheet);
        scene.post(
                CLIENT + "/phrases",
                List.of(Map.of("kind", "HEADLINE", "text", MARK + " mends", "angle", "", "language", "en")));
        sql.update(
                "insert into lead (client_id, id, account_id, kind, network_seq, external_ad, came_at, content)"
                        + " values ('c1', 'l1', 'a1', 'FORM', 1, 'ad', now(), jsonb_build_object('name', ?::text))",
                MARK);
        assertThat(saying(MARK)).contains("client", "lead", "phrase", "sign_off", "sign_off_link", "plan_comment");
        assertThat(saying("c1")).contains("plan", "live_item", "launch", "medium", "membership", "trail");

        erasure.endOnNetworks("c1");
        erasure.erase("c1");

        verify(network, atLeastOnce()).remove(eq(Level.CAMPAIGN), any());
        assertThat(saying(MARK)).isEmpty();
        // Who did what stays, with no more of the client than its id.
        assertThat(saying("c1")).containsExactly("trail");
        assertThat(sql.queryForObject(
                        "select count(*) from scheduled_tasks where task_instance = 'c1' or task_instance like 'c1/%'",
                        Long.class))
                .isZero();
        assertThat(scene.call("ines", HttpMethod.GET, CLIENT, "").status()).isEqualTo(404);
        assertThat(scene.call("ada", HttpMethod.GET, "/api/agency/trail?client=c1", "")
                        .body()
                        .get("lines"))
                .isNotEmpty();
    }

    /** Jobs and people write at every moment: what is added while a client is erased goes with it, whichever table comes first. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "insert into phrase (client_id, kind, number, text) values ('late-client', 'HEADLINE', 1, 'x')",
                "insert into plan_edit (client_id, plan_id, edit_id, edit, inverse, words, person_id, state)"
                        + " select 'late-client', 'late', 'x', '{}', '{}', 'x', id, 'DONE' from person limit 1",
            })
    void whatIsWrittenMeanwhileGoesToo(String written) throws Exception {
        sql.update("insert into client (id, name, about) values ('late-client', 'Late', '')");
        sql.update("insert into plan (client_id, id, name) values ('late-client', 'late', 'Late')");
        CompletableFuture<?> erased;
        try (Connection other = Objects.requireNonNull(sql.getDataSource()).getConnection()) {
            other.setAutoCommit(false);
            other.createStatement().execute(written);
            erased = CompletableFuture.supplyAsync(() -> erasure.erase("late-client"));
            Waiting.until(() -> Boolean.TRUE.equals(sql.queryForObject(
                    "select count(*) > 0 from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'",
                    Boolean.class)));
            other.commit();
        }
        erased.get(1, TimeUnit.MINUTES);
        assertThat(saying("late-client")).isEmpty();
    }

    private JsonNode training(HttpMethod method) throws Exception {
        return scene.call("ada", method, "/api/agency/training", "").body();
    }

    private JsonNode trainingSettled() throws Exception {
        return Waiting.asked(
                () -> training(HttpMethod.GET),
                t -> !List.of("LOADING", "REMOVING").contains(t.get("state").asString()));
    }

    /** The one network here is not enough for the story; what was told before is there, and goes without a trace. */
    @Test
    void trainingClientsThatAreHereHalfWayAreTakenAwayAgain() throws Exception {
        long before = sql.queryForObject("select count(*) from person", Long.class);
        assertThat(training(HttpMethod.POST).get("of").asInt()).isGreaterThan(200);
        assertThat(scene.call("ada", HttpMethod.DELETE, "/api/agency/training", "")
                        .status())
                .isEqualTo(409);
        JsonNode failed = trainingSettled();
        assertThat(failed.get("state").asString()).isEqualTo("FAILED");
        assertThat(failed.get("done").asInt()).isPositive();
        assertThat(failed.get("problem").asString()).contains("log says what");
        assertThat(sql.queryForObject("select count(*) from client where training", Long.class))
                .isEqualTo(3);
        // Nobody signs in with a password that stands in a file.
        assertThat(sql.queryForObject(
                        "select count(*) from person where training and password_hash is not null", Long.class))
                .isZero();
        assertThat(scene.call("ada", HttpMethod.GET, "/api/clients", "").body()).hasSize(3);

        training(HttpMethod.DELETE);
        assertThat(trainingSettled().get("state").asString()).isEqualTo("NONE");
        assertThat(sql.queryForObject("select count(*) from person", Long.class))
                .isEqualTo(before);
        assertThat(saying("Saltmarsh")).isEmpty();
        assertThat(saying("training-clients")).isEmpty();
    }

    /** Read with PDFBox. */
    private String paper(String certificate) throws Exception {
        byte[] pdf = mvc.perform(MockMvcRequestBuilders.get("/api/agency/erasures/" + certificate + "/paper")
                        .with(Scene.by("ada")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        return text(pdf);
    }

    static String text(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
    }

    /** Out of sight at once for everybody, with its ads paused; back for 30 days; then gone, which is certified. */
    @Test
    void aClientIsTakenAwayBroughtBackAndErased() throws Exception {
        sql.update("insert into client (id, name, about) values ('c7', 'Third client', '')");
        sql.update("insert into membership values ('ines', 'c7', 'BUYER')");
        String client = "/api/agency/clients/c7";
        assertThat(scene.call("ada", HttpMethod.GET, client + "/means", "")
                        .body()
                        .get("people")
                        .asInt())
                .isEqualTo(1);
        scene.call("ada", HttpMethod.DELETE, client, "");
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c7", "").status())
                .isEqualTo(404);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients", "").body().toString())
                .doesNotContain("c7");

        assertThat(scene.call("ada", HttpMethod.POST, client + "/back", "").status())
                .isEqualTo(200);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c7", "").status())
                .isEqualTo(200);
        assertThat(scene.call("ada", HttpMethod.POST, client + "/erased", Map.of("name", "Another"))
                        .detail())
                .contains("“Another” is not its name");
        JsonNode certificate = scene.call("ada", HttpMethod.POST, client + "/erased", Map.of("name", "Third client"))
                .body();
        assertThat(certificate.at("/counts/membership").asInt()).isEqualTo(1);
        assertThat(certificate.get("person").asString()).isEqualTo("Ada");
        assertThat(saying("Third client")).isEmpty();
        assertThat(paper(certificate.get("id").asString()))
                .contains("All that was kept of client c7 was erased on", "by Ada.", "membership 1")
                .doesNotContain("Third client");

        sql.update("insert into client (id, name, about, removed_at) values"
                + " ('c8', 'Fourth client', '', now() - interval '31 days'),"
                + " ('c9', 'Fifth client', '', now() - interval '29 days')");
        removal.eraseDue();
        assertThat(sql.queryForList("select id from client where removed_at is not null", String.class))
                .containsExactly("c9");
        assertThat(scene.call("ada", HttpMethod.GET, "/api/agency/erasures", "")
                        .body()
                        .toString())
                .contains("\"clientId\":\"c8\"")
                .doesNotContain("Fourth client");
    }
}
