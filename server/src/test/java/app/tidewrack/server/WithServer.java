package app.tidewrack.server;

import app.tidewrack.connector.kit.MemoryNetwork;
import app.tidewrack.connector.practice.PracticeWorld;
import java.io.IOException;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.context.bean.override.convention.TestBean;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.json.JsonMapper;

/**
 * The server whole, with PostgreSQL and its jobs, one client with an account, and a network that does as
 * it is told. Each heir brings a database, so that none sees what another left.
 */
@Tag("whole")
@SpringBootTest(
        properties = {
            "db-scheduler.polling-interval=100ms",
            "tidewrack.patience.first-wait=20ms",
            "tidewrack.patience.longest-wait=200ms",
            "tidewrack.patience.longest-rest=0s",
            "management.prometheus.metrics.export.enabled=true"
        })
@AutoConfigureMockMvc
abstract class WithServer {
    @Autowired
    MockMvc mvc;

    @Autowired
    JdbcTemplate sql;

    @Autowired
    JsonMapper json;

    @TestBean
    private PracticeWorld practice;

    ToldWorld world;
    MemoryNetwork network;
    Scene scene;

    @BeforeEach
    void setScene() throws IOException {
        if (sql.queryForObject("select count(*) from person", Long.class) == 0) {
            Scene.people(sql);
        }
        network = Scene.network(json);
        world = (ToldWorld) practice;
        world.answer(network);
        scene = new Scene(mvc, json);
    }

    static PracticeWorld practice() {
        ToldWorld world = new ToldWorld("HS");
        world.set(Instant.parse("2027-03-09T06:00:00Z"));
        return world;
    }
}
