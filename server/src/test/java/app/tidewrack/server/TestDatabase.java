package app.tidewrack.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.flywaydb.core.Flyway;
import org.springframework.test.context.DynamicPropertyRegistry;

/** A database of its own in the cluster that ./tidewrack test starts, whose port and password are in the environment. */
final class TestDatabase {
    private static final int POOL = 6;

    private TestDatabase() {}

    /** Migrated once, and copied for each that wants one. */
    private static final class Template {
        static final String NAME = create("template0");

        static {
            Flyway.configure()
                    .dataSource(server() + NAME, "app", System.getenv("TIDEWRACK_PG_PASSWORD"))
                    .load()
                    .migrate();
        }

        private Template() {}
    }

    private static String server() {
        return "jdbc:postgresql://127.0.0.1:" + System.getenv("TIDEWRACK_PG_PORT") + "/";
    }

    private static String create(String template) {
        String name = "server_" + Long.toString(System.nanoTime(), 36);
        try (Connection connection =
                DriverManager.getConnection(server() + "postgres", "app", System.getenv("TIDEWRACK_PG_PASSWORD"))) {
            connection.createStatement().execute("create database " + name + " template " + template);
        } catch (SQLException e) {
            throw new IllegalStateException("No test cluster; run these tests with ./tidewrack test", e);
        }
        return name;
    }

    /** A database as the server makes it. */
    static void use(DynamicPropertyRegistry registry) {
        register(registry, create(Template.NAME));
    }

    /** @return the address of a database with nothing in it */
    static String empty(DynamicPropertyRegistry registry) {
        return register(registry, create("template0"));
    }

    private static String register(DynamicPropertyRegistry registry, String name) {
        registry.add("spring.datasource.url", () -> server() + name);
        registry.add("tidewrack.key", () -> "not-a-secret-and-long-enough");
        registry.add("tidewrack.first-key", () -> "first");
        // Networks answer as each test tells them to, and not before.
        registry.add("tidewrack.networks.ahead", () -> false);
        // Every test class keeps its server, and the cluster has so many places.
        registry.add("spring.datasource.hikari.maximum-pool-size", () -> POOL);
        return server() + name;
    }
}
