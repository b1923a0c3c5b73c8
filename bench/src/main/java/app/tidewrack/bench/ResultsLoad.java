package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;

/**
 * A client with 5,000,400 facts, 2,315 ads by the hour of 90 days, asked for by what people ask for; then the same among 20,001,600, with
 * three more clients as large. Written by the database itself, since what is measured is the reading.
 */
final class ResultsLoad {
    private static final String CLIENT = "/api/clients/load";
    private static final int ADS = 2315;

    /** What a table of cold ads shows and what these numbers rest on. */
    static final List<String> SHOWN = List.of(
            "spend",
            "impressions",
            "clicks",
            "results",
            "cost_per_result",
            "click_rate",
            "cost_per_click",
            "visits",
            "cost_per_visit");

    private final ServerLoad server;
    private final Database database;

    ResultsLoad(ServerLoad server, Database database) {
        this.server = server;
        this.database = database;
    }

    List<Figure> figures() throws IOException, InterruptedException, SQLException {
        fill();
        List<Figure> figures = new ArrayList<>();
        Map<Asked, Double> few = tables();
        double raw = raw();
        few.forEach((asked, time) -> figures.add(
                asked.figure("5,000,000 facts %s, %.2f of the raw query".formatted(asked, time / raw), time)));
        others();
        Map<Asked, Double> many = tables();
        double rawOfMany = raw();
        many.forEach((asked, time) -> figures.add(asked.figure(
                "20,000,000 facts %s, %.2f of the raw query, %.2f of what it took among 5,000,000"
                        .formatted(asked, time / rawOfMany, time / few.get(asked)),
                time)));
        figures.add(new Figure(
                "creative x day: 3,600 lines as they are written",
                server.post(CLIENT + "/results/table", question(List.of("CREATIVE", "DAY"), "2027-01-01"))
                                .toString()
                                .length()
                        / 1000.0,
                "kB",
                300,
                false));
        figures.add(new Figure("results of a sheet of 100 x 100 ads", lens(), "ms", 150, false));
        return figures;
    }

    /** @param whole months, or with 11 to 19 days left out of one */
    private record Asked(List<String> by, boolean whole) {
        private static final Set<String> OF_TIME = Set.of("DAY", "WEEK", "HOUR");

        /** Never the same twice: what was asked a moment ago is answered from memory. Before January there is nothing. */
        LocalDate from(int time) {
            return whole
                    ? LocalDate.of(2027, 1, 1).minusMonths(time)
                    : LocalDate.of(2027, 1, 11).plusDays(time);
        }

        Figure figure(String what, double time) {
            return new Figure(what, time, "ms", by.stream().anyMatch(OF_TIME::contains) ? 200 : 150, false);
        }

        @Override
        public String toString() {
            return "by %s over whole months%s"
                    .formatted(String.join(" x ", by).toLowerCase(Locale.ROOT), whole ? "" : " and a part of one");
        }
    }

    /** The same by the database alone, of the hours themselves. */
    private double raw() throws IOException, InterruptedException, SQLException {
        return Database.median(() -> database.run("""
                select a.row_id, count(*), sum(f.impressions), sum(f.clicks), sum(f.spend) from fact_hour f
                join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
                where f.client_id = 'load' and f.day between '2027-01-01' and '2027-03-31' group by 1"""));
    }

    /** Milliseconds of each question. */
    private Map<Asked, Double> tables() throws IOException, InterruptedException, SQLException {
        Map<Asked, Double> taken = new LinkedHashMap<>();
        for (List<String> by : List.of(
                List.of("AUDIENCE", "CREATIVE"),
                List.of("TEMPERATURE", "FORMAT"),
                List.of("CREATIVE"),
                List.of("DAY"),
                List.of("WEEK"),
                List.of("HOUR"),
                List.of("CREATIVE", "DAY"))) {
            for (boolean whole : new boolean[] {true, false}) {
                Asked asked = new Asked(by, whole);
                AtomicInteger times = new AtomicInteger();
                taken.put(
                        asked,
                        Database.median(() -> server.post(
                                CLIENT + "/results/table",
                                question(by, asked.from(times.getAndIncrement()).toString()))));
            }
        }
        return taken;
    }

    /** Three more clients with as much. */
    private void others() throws SQLException {
        for (int i = 2; i <= 4; i++) {
            database.run("insert into client (id, name, about) values ('load%1$d', 'Load %1$d', '')".formatted(i));
            database.run("""
                    insert into fact_ad (client_id, campaign_id, row_id, column_id, account_id)
                    select 'load%d', campaign_id, row_id, column_id, account_id from fact_ad where client_id = 'load'
                    order by ad""".formatted(i));
            for (String table : List.of("fact_hour", "fact_day", "fact_month", "fact_clock")) {
                String columns = database.text("""
                        select string_agg(column_name, ', ') from information_schema.columns
                        where table_name = '%s' and column_name not in ('client_id', 'ad')""".formatted(table));
                database.run("""
                        insert into %1$s (client_id, ad, %2$s)
                        select 'load%3$d', t.ad, %2$s from (select * from %1$s where client_id = 'load') f
                        join (select ad, row_number() over (order by ad) as place from fact_ad where client_id = 'load') o on o.ad = f.ad
                        join (select ad, row_number() over (order by ad) as place from fact_ad where client_id = 'load%3$d') t using (place)""".formatted(table, columns, i));
                database.run("analyze " + table);
            }
        }
    }

    /** As the screen asks: the columns that cold ads begin with, and what these rest on. */
    private static Map<String, Object> question(List<String> by, String from) {
        return Map.of(
                "table",
                Map.of("by", by, "from", from, "to", "2027-03-31"),
                "metrics",
                SHOWN,
                "ranked",
                "cost_per_result");
    }

    /** A sheet of which every ad has 14 days of facts. */
    private double lens() throws IOException, InterruptedException, SQLException {
        LoadSheet sheet = new LoadSheet(server, 25, 3, 100);
        List<String> rows = ids(sheet.only().get("rows"));
        List<String> columns = ids(sheet.only().get("columns"));
        database.run("""
                insert into fact_ad (client_id, campaign_id, row_id, column_id, account_id)
                select 'oddment', '%s', r, c, 'oddmenths' from unnest('{%s}'::text[]) r, unnest('{%s}'::text[]) c""".formatted(sheet.campaign(), String.join(",", rows), String.join(",", columns)));
        database.run("""
                insert into fact_day (client_id, day, ad, impressions, clicks, spend, visits, value)
                select 'oddment', d::date, ad, 50 + mod(ad, 90), mod(ad, 7), 40 + mod(ad, 100), mod(ad, 2), mod(ad, 5)
                from fact_ad cross join generate_series('2027-03-01'::date, '2027-03-14', '1 day') d
                where campaign_id = '%s'""".formatted(sheet.campaign()));
        database.run("""
                insert into fact_month (client_id, month, ad, impressions, clicks, spend, visits, value)
                select f.client_id, '2027-03-01', f.ad, sum(impressions), sum(clicks), sum(spend), sum(visits), sum(value)
                from fact_day f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
                where campaign_id = '%s' group by 1, 3""".formatted(sheet.campaign()));
        String path = "/api/clients/oddment/plans/%s/campaigns/%s/results".formatted(sheet.plan(), sheet.campaign());
        return Database.median(() -> server.get(path));
    }

    private static List<String> ids(JsonNode nodes) {
        List<String> ids = new ArrayList<>();
        nodes.forEach(n -> ids.add(n.get("id").asString()));
        return ids;
    }

    private void fill() throws SQLException {
        database.run("insert into client (id, name, about) values ('load', 'Load', '')");
        database.run("""
                insert into membership (person_id, client_id, role)
                select person_id, 'load', role from membership where client_id = 'oddment'""");
        database.run("""
                insert into account (client_id, id, network, external_id, name, currency, zone)
                values ('load', 'loadhs', 'HS', 'load', 'Load GBP', 'GBP', 'Europe/London')""");
        database.run("""
                insert into fact_ad (client_id, campaign_id, row_id, column_id, account_id)
                select 'load', 'c' || i / 100, 'r' || i / 10, 'k' || i, 'loadhs' from generate_series(0, %d) i""".formatted(ADS - 1));
        database.run("""
                insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, settings,
                                       paused, review_state)
                select 'load', campaign_id, row_id || '/' || column_id, 'AD',
                       'COLD_CONV_GB_HS_Audience-' || row_id || '_PIC_Creative-' || ad % 40 || '_v1',
                       'loadhs', 'x' || ad, '{}', true, 'APPROVED' from fact_ad where client_id = 'load'""");
        for (String month : List.of("01", "02", "03")) {
            for (String table : List.of("fact_hour", "fact_day", "fact_part")) {
                database.run(
                        "create table if not exists %1$s_2027_%2$s partition of %1$s for values from ('2027-%2$s-01') to ('2027-%3$02d-01')"
                                .formatted(table, month, Integer.parseInt(month) + 1));
            }
        }
        database.run("""
                insert into fact_hour (client_id, day, ad, hour, clock, impressions, clicks, spend, visits, purchases, value)
                select 'load', d::date, a.ad, d + make_interval(hours => h), h, 50 + (a.ad + h) % 90, a.ad % 3, 40 + h, a.ad % 2,
                       case when h = 20 then 1 else 0 end, case when h = 20 then 2400 else 0 end
                from generate_series('2027-01-01'::timestamptz, '2027-03-31'::timestamptz, '1 day') d
                cross join fact_ad a cross join generate_series(0, 23) h where a.client_id = 'load'""");
        database.run("""
                insert into fact_day (client_id, day, ad, impressions, clicks, spend, visits, purchases, value)
                select client_id, day, ad, sum(impressions), sum(clicks), sum(spend), sum(visits), sum(purchases), sum(value)
                from fact_hour where client_id = 'load' group by 1, 2, 3""");
        database.run("""
                insert into fact_month (client_id, month, ad, impressions, clicks, spend, visits, purchases, value)
                select client_id, date_trunc('month', day)::date, ad, sum(impressions), sum(clicks), sum(spend), sum(visits),
                       sum(purchases), sum(value)
                from fact_day where client_id = 'load' group by 1, 2, 3""");
        database.run("""
                insert into fact_clock (client_id, month, ad, clock, impressions, clicks, spend, visits, purchases, value)
                select client_id, date_trunc('month', day)::date, ad, clock,
                       sum(impressions), sum(clicks), sum(spend), sum(visits), sum(purchases), sum(value)
                from fact_hour where client_id = 'load' group by 1, 2, 3, 4""");
        database.run("analyze fact_hour");
        database.run("analyze fact_clock");
        database.run("analyze fact_day");
    }
}
