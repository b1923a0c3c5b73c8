package app.tidewrack.bench;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.Properties;

/** The running server's database, named by {@code TIDEWRACK_PG_PORT} and {@code TIDEWRACK_PG_PASSWORD}. */
final class Database implements AutoCloseable {
    private static final int TIMES = 9;

    private final Connection connection;
    private final Statement statement;

    Database() throws SQLException {
        Properties login = new Properties();
        login.setProperty("user", "app");
        login.setProperty("password", System.getenv("TIDEWRACK_PG_PASSWORD"));
        connection = DriverManager.getConnection(
                "jdbc:postgresql://127.0.0.1:%s/tidewrack".formatted(System.getenv("TIDEWRACK_PG_PORT")), login);
        statement = connection.createStatement();
    }

    void run(String sql) throws SQLException {
        statement.execute(sql);
    }

    long number(String sql) throws SQLException {
        return Long.parseLong(text(sql));
    }

    String text(String sql) throws SQLException {
        try (ResultSet result = statement.executeQuery(sql)) {
            result.next();
            return result.getString(1);
        }
    }

    Connection connection() {
        return connection;
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }

    interface Work {
        void make() throws SQLException, IOException, InterruptedException;
    }

    static double milliseconds(Work work) throws SQLException, IOException, InterruptedException {
        long begun = System.nanoTime();
        work.make();
        return (System.nanoTime() - begun) / 1e6;
    }

    /** Milliseconds, of several times. */
    static double median(Work work) throws SQLException, IOException, InterruptedException {
        double[] times = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            times[i] = milliseconds(work);
        }
        Arrays.sort(times);
        return times[TIMES / 2];
    }
}
