package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Properties;

/**
 * A client with 5,000,400 facts, 2,315 ads by the hour of 90 days, asked for by two tokens of names. Written by the database itself,
 * since what is measured is the reading; the database is the running server's, named by {@code TIDEWRACK_PG_PORT} and
 * {@code TIDEWRACK_PG_PASSWORD}.
 */
final class ResultsLoad {
    private static final String CLIENT = "/api/clients/load";
    private static final int ADS = 2315;
    private static final int TIMES = 9;

    private final ServerLoad server;

    ResultsLoad(ServerLoad server) {
        this.server = server;
    }

    List<Figure> figures() throws IOException, InterruptedException {
        Properties login = new Properties();
        login.setProperty("user", "app");
        login.setProperty("password", System.getenv("TIDEWRACK_PG_PASSWORD"));
        String address = "jdbc:postgresql://127.0.0.1:%s/tidewrack".formatted(System.getenv("TIDEWRACK_PG_PORT"));
        try (Connection connection = DriverManager.getConnection(address, login);
                Statement sql = connection.createStatement()) {
            fill(sql);
            double raw = median(() -> sql.execute("""
                    select a.row_id, count(*), sum(f.impressions), sum(f.clicks), sum(f.spend) from fact_hour f
                    join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
                    where f.client_id = 'load' and f.day between '2027-01-01' and '2027-03-31' group by 1"""));
            List<Figure> figures = new ArrayList<>();
            for (List<String> by :
                    List.of(List.of("AUDIENCE", "CREATIVE"), List.of("CREATIVE"), List.of("DAY"), List.of("HOUR"))) {
                double time = median(() -> server.post(
                        CLIENT + "/results/table", Map.of("by", by, "from", "2027-01-01", "to", "2027-03-31")));
                figures.add(new Figure(
                        "5,000,000 facts by %s, %.2f of the raw query"
                                .formatted(String.join(" × ", by).toLowerCase(), time / raw),
                        time,
                        "ms",
                        300,
                        false));
            }
            return figures;
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void fill(Statement sql) throws SQLException {
        sql.execute("insert into client (id, name, about) values ('load', 'Load', '')");
        sql.execute("""
                insert into membership (person_id, client_id, role)
                select person_id, 'load', role from membership where client_id = 'oddment'""");
        sql.execute("""
                insert into account (client_id, id, network, external_id, name, currency, zone)
                values ('load', 'loadhs', 'HS', 'load', 'Load GBP', 'GBP', 'Europe/London')""");
        sql.execute("""
                insert into fact_ad (client_id, campaign_id, row_id, column_id, account_id)
                select 'load', 'c' || i / 100, 'r' || i / 10, 'k' || i, 'loadhs' from generate_series(0, %d) i""".formatted(ADS - 1));
        sql.execute("""
                insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, fields,
                                       paused, review_state)
                select 'load', campaign_id, row_id || '/' || column_id, 'AD',
                       'COLD_CONV_GB_HS_Audience-' || row_id || '_PIC_Creative-' || ad % 40 || '_v1',
                       'loadhs', 'x' || ad, '{}', true, 'APPROVED' from fact_ad where client_id = 'load'""");
        for (String month : List.of("01", "02", "03")) {
            for (String table : List.of("fact_hour", "fact_day", "fact_part")) {
                sql.execute(
                        "create table if not exists %1$s_2027_%2$s partition of %1$s for values from ('2027-%2$s-01') to ('2027-%3$02d-01')"
                                .formatted(table, month, Integer.parseInt(month) + 1));
            }
        }
        sql.execute("""
                insert into fact_hour (client_id, day, ad, hour, impressions, clicks, spend, visits, purchases, value)
                select 'load', d::date, a.ad, d + make_interval(hours => h), 50 + (a.ad + h) % 90, a.ad % 3, 40 + h, a.ad % 2,
                       case when h = 20 then 1 else 0 end, case when h = 20 then 2400 else 0 end
                from generate_series('2027-01-01'::timestamptz, '2027-03-31'::timestamptz, '1 day') d
                cross join fact_ad a cross join generate_series(0, 23) h where a.client_id = 'load'""");
        sql.execute("""
                insert into fact_day (client_id, day, ad, impressions, clicks, spend, visits, purchases, value)
                select client_id, day, ad, sum(impressions), sum(clicks), sum(spend), sum(visits), sum(purchases), sum(value)
                from fact_hour where client_id = 'load' group by 1, 2, 3""");
        sql.execute("""
                insert into fact_month (client_id, month, ad, impressions, clicks, spend, visits, purchases, value)
                select client_id, date_trunc('month', day)::date, ad, sum(impressions), sum(clicks), sum(spend), sum(visits),
                       sum(purchases), sum(value)
                from fact_day where client_id = 'load' group by 1, 2, 3""");
        sql.execute("""
                insert into fact_clock (client_id, month, ad, hour, impressions, clicks, spend, visits, purchases, value)
                select client_id, date_trunc('month', day)::date, ad, extract(hour from hour at time zone 'Europe/London'),
                       sum(impressions), sum(clicks), sum(spend), sum(visits), sum(purchases), sum(value)
                from fact_hour where client_id = 'load' group by 1, 2, 3, 4""");
        sql.execute("analyze fact_hour");
        sql.execute("analyze fact_clock");
        sql.execute("analyze fact_day");
    }

    private interface Work {
        Object make() throws SQLException, IOException, InterruptedException;
    }

    private static double median(Work work) throws SQLException, IOException, InterruptedException {
        double[] times = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            long begun = System.nanoTime();
            work.make();
            times[i] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(times);
        return times[TIMES / 2];
    }
}
