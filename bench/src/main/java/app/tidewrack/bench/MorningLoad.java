package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * How long a person with 200 clients waits for the morning page. The clients are copies of the demo's largest with all that is asked of
 * it, made in the database by its own catalogue, and taken away again.
 */
final class MorningLoad {
    private static final int CLIENTS = 200;
    private static final String COPIED = "oddment";

    /** What the morning never asks: what is large, and by what rounds ask networks that know no copy. */
    private static final String LEFT =
            "('fact_hour', 'fact_part', 'fact_month', 'fact_clock', 'client', 'membership', 'trail',"
                    + " 'sign_off_link', 'hidden_need', 'session_of_person', 'lead_form_on_account', 'lead_cursor')";

    /** Calls before any is measured, as on a server that has been up for a morning. */
    private static final int WARM = 30;

    private static final double MOST_MILLIS = 300;

    private final ServerLoad server;
    private final Database database;

    MorningLoad(ServerLoad server, Database database) {
        this.server = server;
        this.database = database;
    }

    List<Figure> figures() throws SQLException, IOException, InterruptedException {
        try {
            copy();
            double all = warm("/api/morning");
            double narrowed = warm("/api/morning?mine=true&kind=REFUSED");
            double one = warm("/api/clients/" + COPIED + "/morning");
            return List.of(
                    new Figure("the morning of %d clients".formatted(CLIENTS), all, "ms", MOST_MILLIS, false),
                    new Figure("the same, only mine that were refused", narrowed, "ms", MOST_MILLIS, false),
                    new Figure("what needs a person at one desk", one, "ms", MOST_MILLIS, false));
        } finally {
            takeAway();
        }
    }

    private double warm(String path) throws SQLException, IOException, InterruptedException {
        for (int i = 0; i < WARM; i++) {
            server.get(path);
        }
        return Database.median(() -> server.get(path));
    }

    private void copy() throws SQLException {
        Connection connection = database.connection();
        connection.setAutoCommit(false);
        try (Statement statement = connection.createStatement()) {
            statement.execute("set local session_replication_role = replica");
            statement.execute(
                    "insert into client (id, name, about, domains, currencies) select 'copy-' || n, c.name || ' ' || n,"
                            + " c.about, c.domains, c.currencies from client c, generate_series(1, %d) n where c.id = '%s'"
                                    .formatted(CLIENTS, COPIED));
            statement.execute(
                    "insert into membership (person_id, client_id, role) select m.person_id, 'copy-' || n, m.role"
                            + " from membership m, generate_series(1, %d) n where m.client_id = '%s'"
                                    .formatted(CLIENTS, COPIED));
            for (Map.Entry<String, String> table : tables(statement).entrySet()) {
                // What networks know a thing by, they know once.
                String values = table.getValue().replace("external_id", "'copy-' || n || '-' || external_id");
                statement.execute(
                        "insert into %s (client_id, %s) overriding system value select 'copy-' || n, %s from %s t,"
                                        .formatted(table.getKey(), table.getValue(), values, table.getKey())
                                + " generate_series(1, %d) n where t.client_id = '%s'".formatted(CLIENTS, COPIED));
            }
            // As after a round: copies that are all due at once would be reckoned beside what is measured.
            statement.execute("update client_reckoned set reckoned_at = now() where client_id like 'copy-%'");
            // The practice network knows no copy, and rounds that ask it for them would be measured along.
            statement.execute("update account set network = 'AN' where client_id like 'copy-%'");
            connection.commit();
        } finally {
            connection.setAutoCommit(true);
        }
        database.run("vacuum analyze");
    }

    /** Tables that are by client, each with its other columns. */
    private static Map<String, String> tables(Statement statement) throws SQLException {
        Map<String, String> tables = new LinkedHashMap<>();
        try (ResultSet columns = statement.executeQuery("""
                select c.table_name, string_agg(quote_ident(o.column_name), ', ' order by o.ordinal_position)
                from information_schema.columns c
                join information_schema.columns o on o.table_schema = c.table_schema and o.table_name = c.table_name
                     and o.column_name <> 'client_id' and o.is_generated = 'NEVER'
                join pg_class k on k.relname = c.table_name and k.relkind in ('r', 'p') and not k.relispartition
                where c.table_schema = 'public' and c.column_name = 'client_id' and c.table_name not in\s""" + LEFT + """
                 group by c.table_name order by c.table_name""")) {
            while (columns.next()) {
                tables.put(columns.getString(1), columns.getString(2));
            }
        }
        return tables;
    }

    private void takeAway() throws SQLException {
        Connection connection = database.connection();
        connection.setAutoCommit(false);
        try (Statement statement = connection.createStatement()) {
            statement.execute("set local session_replication_role = replica");
            List<String> all = new ArrayList<>(tables(statement).keySet());
            all.addAll(List.of("hidden_need", "lead_cursor", "membership"));
            for (String table : all) {
                statement.execute("delete from %s where client_id like 'copy-%%'".formatted(table));
            }
            statement.execute("delete from client where id like 'copy-%'");
            connection.commit();
        } finally {
            connection.setAutoCommit(true);
        }
    }
}
