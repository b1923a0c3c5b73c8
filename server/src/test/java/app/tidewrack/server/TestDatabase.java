package app.tidewrack.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.springframework.test.context.DynamicPropertyRegistry;

/** A database of its own in the cluster that ./tidewrack test starts, whose port and password are in the environment. */
final class TestDatabase {
    private static final int POOL = 6;

    private TestDatabase() {}

    /** @return the address of the database, new and empty */
    static String use(DynamicPropertyRegistry registry) {
        String server = "jdbc:postgresql://127.0.0.1:" + System.getenv("TIDEWRACK_PG_PORT") + "/";
        String name = "server_" + Long.toString(System.nanoTime(), 36);
        try (Connection connection =
                DriverManager.getConnection(server + "postgres", "app", System.getenv("TIDEWRACK_PG_PASSWORD"))) {
            connection.createStatement().execute("create database " + name);
        } catch (SQLException e) {
            throw new IllegalStateException("No test cluster; run these tests with ./tidewrack test", e);
        }
        registry.add("spring.datasource.url", () -> server + name);
        // Networks answer as each test tells them to, and not before.
        registry.add("tidewrack.networks.ahead", () -> false);
        // Every test class keeps its server, and the cluster has a hundred places.
        registry.add("spring.datasource.hikari.maximum-pool-size", () -> POOL);
        return server + name;
    }
}
