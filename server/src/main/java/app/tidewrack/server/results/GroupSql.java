package app.tidewrack.server.results;

import app.tidewrack.core.results.Measure;
import app.tidewrack.server.facts.FactRow;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Sums facts by groups of ads that are handed over as arrays, so that the database adds up whatever the groups are. */
public final class GroupSql {
    private GroupSql() {}

    /** What ads are summed by beside their group. */
    enum Beside {
        NOTHING("fact_day", "1", "null::text"),
        DAY("fact_day", "f.day", "s.b::text"),
        HOUR("fact_hour", "f.clock", "lpad(s.b::text, 2, '0')"),
        PART("fact_part", "f.part", "s.b"),
        /** Day, a space and the part. */
        PART_OF_DAY("fact_part", "f.day::text || ' ' || f.part", "s.b"),
        /** Day, a space and the hour. */
        HOUR_OF_DAY("fact_hour", "f.day::text || ' ' || lpad(f.clock::text, 2, '0')", "s.b");

        private final String table;
        private final String value;
        private final String told;

        Beside(String table, String value, String told) {
            this.table = table;
            this.value = value;
            this.told = told;
        }
    }

    /**
     * What is to be summed.
     *
     * @param ads numbers of ads as an array, {@code {1,2}}; with as many groups
     * @param dimension for {@link Beside#PART}: which
     * @param measures of those that networks report; to add up all takes twice as long as to add up six
     */
    record Grouped(
            String clientId,
            String ads,
            String groups,
            Beside beside,
            @Nullable String dimension,
            LocalDate from,
            LocalDate to,
            List<Measure> measures) {}

    /**
     * Ads are joined as distinct, though they are, since without it the planner takes the array for few values and lays out the facts
     * instead; values become text once they are summed.
     */
    public static String sums(Grouped asked) {
        Beside beside = asked.beside;
        return """
                select s.g as group_number, %s as beside, %s from (
                select m.g, %s as b, %s
                from %s join (select distinct on (ad) ad, g
                              from unnest(#{ads}::int[], #{groups}::int[]) as u (ad, g)) m on m.ad = f.ad
                group by 1, 2) s""".formatted(
                        beside.told,
                        FactRow.columns(asked.measures),
                        beside.value,
                        FactRow.sums(asked.measures),
                        source(asked));
    }

    /**
     * Each ad's sums over days of what came and of what it came, with those of their squares.
     *
     * @param came measures that are added up; likewise {@code of}
     */
    record Blocks(String clientId, String ads, List<Measure> came, List<Measure> of) {}

    public static String blocks(Blocks asked) {
        String came = added(asked.came);
        String of = added(asked.of);
        return """
                select ad, count(*) filter (where y <> 0 or x <> 0)::int as days, sum(y) as came, sum(x) as of,
                       sum(y * y) as came_square, sum(x * y) as product, sum(x * x) as of_square
                from (select ad, (%s)::float8 as y, (%s)::float8 as x from fact_day
                      where client_id = #{clientId} and ad = any(#{ads}::int[])) f group by ad""".formatted(came, of);
    }

    private static String added(List<Measure> measures) {
        return measures.stream().map(Measure::code).collect(Collectors.joining(" + "));
    }

    /** All that accounts ever brought. */
    public static String ofAccounts() {
        return """
                select a.account_id, %s from fact_month f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
                where f.client_id = #{clientId} group by 1""".formatted(FactRow.SUMS);
    }

    private static String source(Grouped asked) {
        return switch (asked.beside) {
            case NOTHING -> months("fact_month", "fact_day", "ad", asked);
            case HOUR -> months("fact_clock", "fact_hour", "ad, clock", asked);
            default -> days(asked.beside);
        };
    }

    private static String days(Beside beside) {
        return "(select * from %s where client_id = #{clientId} and day between #{from} and #{to} %s) f"
                .formatted(beside.table, beside.table.equals("fact_part") ? "and dimension = #{dimension}" : "");
    }

    /**
     * Whole months of the range from their sums, the days before and after them one by one.
     *
     * @param columns what is taken beside the counts
     */
    private static String months(String months, String days, String columns, Grouped asked) {
        LocalDate from = asked.from;
        LocalDate to = asked.to;
        LocalDate first = from.plusMonths(1).minusDays(1).withDayOfMonth(1);
        LocalDate after = to.plusDays(1).withDayOfMonth(1);
        if (!first.isBefore(after)) {
            first = from;
            after = from;
        }
        return """
                (select %4$s, %1$s from %5$s
                 where client_id = #{clientId} and month >= '%2$s' and month < '%3$s'
                 union all
                 select %4$s, %1$s from %6$s where client_id = #{clientId} and day >= #{from} and day < '%2$s'
                 union all
                 select %4$s, %1$s from %6$s where client_id = #{clientId} and day >= '%3$s' and day <= #{to}) f""".formatted(FactRow.columns(asked.measures), first, after, columns, months, days);
    }
}
