package app.tidewrack.server;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.kit.MemoryNetwork;
import app.tidewrack.connector.practice.PracticeWorld;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.context.bean.override.mockito.MockReset;
import org.springframework.test.context.bean.override.mockito.MockitoBean;
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

    /** The server's jobs call it all the time, so it is told once and for all what to do. */
    @MockitoBean(reset = MockReset.NONE)
    PracticeWorld world;

    private static final Map<PracticeWorld, AtomicReference<NetworkConnector>> NETWORKS = new ConcurrentHashMap<>();

    MemoryNetwork network;
    Scene scene;

    @BeforeEach
    void setScene() throws IOException {
        if (sql.queryForObject("select count(*) from person", Long.class) == 0) {
            Scene.people(sql);
        }
        network = Scene.network(json);
        AtomicReference<NetworkConnector> at = NETWORKS.computeIfAbsent(world, w -> Scene.world(w, network));
        at.set(network);
        scene = new Scene(mvc, json);
    }

    /** From here on another connector answers for the network, such as one that takes its time. */
    void answer(NetworkConnector by) {
        NETWORKS.get(world).set(by);
    }
}
