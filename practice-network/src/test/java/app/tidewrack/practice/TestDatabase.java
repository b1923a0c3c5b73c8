package app.tidewrack.practice;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Map;
import org.springframework.test.context.DynamicPropertyRegistry;

/** A database of its own in the cluster that ./tidewrack test starts, whose port and password are in the environment. */
final class TestDatabase {
    private TestDatabase() {}

    static void use(DynamicPropertyRegistry registry) {
        properties(200_000).forEach((name, value) -> registry.add(name, () -> value));
    }

    /** Settings of a practice network with a new, empty database and so many people. */
    static Map<String, Object> properties(int people) {
        String server = "jdbc:postgresql://127.0.0.1:" + System.getenv("TIDEWRACK_PG_PORT") + "/";
        String name = "practice_" + Long.toString(System.nanoTime(), 36);
        try (Connection connection =
                DriverManager.getConnection(server + "postgres", "app", System.getenv("TIDEWRACK_PG_PASSWORD"))) {
            connection.createStatement().execute("create database " + name);
        } catch (SQLException e) {
            throw new IllegalStateException("No test cluster; run these tests with ./tidewrack test", e);
        }
        return Map.of("spring.datasource.url", server + name, "practice.access-key", "k", "practice.people", people);
    }
}
