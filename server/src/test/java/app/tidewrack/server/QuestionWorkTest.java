package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** Questions that are taken back while the database works on them, which a lock of ours makes last for as long as we like. */
class QuestionWorkTest extends WithServer {
    /** Each test asks for a table of its own: what was answered a moment ago is not asked of the database again. */
    private static Map<String, Object> table(String by) {
        return Map.of("table", Map.of("by", List.of(by)));
    }

    @Autowired
    private DataSource source;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private MockHttpServletResponse ask(String person, String name, String path, Object body) throws Exception {
        return mvc.perform(request(HttpMethod.POST, CLIENT + path)
                        .with(Scene.by(person))
                        .header("X-Question", name)
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(json.writeValueAsString(body)))
                .andReturn()
                .getResponse();
    }

    private void takeBack(String person, String name) throws Exception {
        assertThat(scene.call(person, HttpMethod.DELETE, "/api/questions/" + name, "")
                        .status())
                .isEqualTo(200);
    }

    private long waiting() {
        return sql.queryForObject(
                "select count(*) from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'",
                Long.class);
    }

    /** Asks while nobody can read facts, has something happen meanwhile, and gives the answer. */
    private MockHttpServletResponse held(Callable<?> question, Meanwhile meanwhile) throws Exception {
        ExecutorService threads = Executors.newSingleThreadExecutor();
        try (Connection holds = source.getConnection()) {
            holds.setAutoCommit(false);
            holds.createStatement().execute("lock table fact_day, fact_month in access exclusive mode");
            Future<?> answer = threads.submit(question);
            Waiting.until(() -> waiting() > 0 || answer.isDone());
            assertThat(answer).as("asks the database").isNotDone();
            meanwhile.happens(() -> {
                try {
                    holds.rollback();
                } catch (SQLException e) {
                    throw new IllegalStateException(e);
                }
            });
            MockHttpServletResponse told = (MockHttpServletResponse) answer.get(1, TimeUnit.MINUTES);
            holds.rollback();
            return told;
        } finally {
            threads.shutdownNow();
        }
    }

    private interface Meanwhile {
        void happens(Runnable letGo) throws Exception;
    }

    @Test
    void aQuestionThatIsTakenBackEndsInTheDatabase() throws Exception {
        MockHttpServletResponse told =
                held(() -> ask("ines", "page-1", "/results/table", table("ROW")), letGo -> takeBack("ines", "page-1"));
        assertThat(told.getStatus()).isEqualTo(409);
        assertThat(told.getContentAsString()).contains("This question was taken back.");
        assertThat(ask("ines", "page-2", "/results/table", table("ROW")).getStatus())
                .as("its connection is as good as any")
                .isEqualTo(200);
    }

    /** Two who ask the same wait for one answer; one of them goes, the other is told all the same. */
    @Test
    void whoeverStillWaitsIsTold() throws Exception {
        ExecutorService other = Executors.newSingleThreadExecutor();
        try {
            List<Future<MockHttpServletResponse>> still = new ArrayList<>();
            MockHttpServletResponse gone = held(() -> ask("ines", "page-6", "/results/table", table("DAY")), letGo -> {
                still.add(other.submit(() -> ask("tove", "page-7", "/results/table", table("DAY"))));
                takeBack("ines", "page-6");
                Waiting.until(() -> waiting() > 0);
                letGo.run();
            });
            assertThat(gone.getStatus()).isEqualTo(409);
            assertThat(still.get(0).get(1, TimeUnit.MINUTES).getStatus()).isEqualTo(200);
        } finally {
            other.shutdownNow();
        }
    }

    @Test
    void nobodyElseTakesItBack() throws Exception {
        MockHttpServletResponse told = held(() -> ask("ines", "page-3", "/results/table", table("NETWORK")), letGo -> {
            takeBack("tove", "page-3");
            takeBack("ines", "page-4");
            assertThat(waiting()).isPositive();
            letGo.run();
        });
        assertThat(told.getStatus()).isEqualTo(200);
    }

    /** The word that takes it back may come on a quicker connection; an edit is none, and is done whatever was said of its name. */
    @Test
    void whatIsTakenBackBeforeItIsHeardIsNotAsked() throws Exception {
        takeBack("ines", "page-5");
        assertThat(ask("ines", "page-5", "/results/table", table("ACCOUNT")).getStatus())
                .isEqualTo(409);
        assertThat(ask("ines", "page-5", "/plans", Map.of("name", "Spring")).getStatus())
                .isEqualTo(200);
        assertThat(scene.call("ines", HttpMethod.DELETE, "/api/questions/" + "x".repeat(65), "")
                        .status())
                .isEqualTo(400);
    }
}
