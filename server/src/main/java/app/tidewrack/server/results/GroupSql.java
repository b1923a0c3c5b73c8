package app.tidewrack.server.results;

import app.tidewrack.core.results.Measure;
import java.time.LocalDate;
import java.util.Map;
import java.util.stream.Collectors;

/** Sums facts by groups of ads that are handed over as arrays, so that the database adds up whatever the groups are. */
public final class GroupSql {
    private GroupSql() {}

    private static final String SUMS = Measure.REPORTED.stream()
            .map(m -> "sum(f.%s)::bigint as %s".formatted(m.code(), m.code()))
            .collect(Collectors.joining(", "));

    /** What ads are summed by beside their group. */
    enum Beside {
        NOTHING("fact_day", "null::text"),
        DAY("fact_day", "f.day::text"),
        WEEK("fact_day", "date_trunc('week', f.day)::date::text"),
        HOUR("fact_hour", "coalesce(f.clock, to_char(f.hour at time zone m.zone, 'HH24'))"),
        PART("fact_part", "f.part");

        private final String table;
        private final String value;

        Beside(String table, String value) {
            this.table = table;
            this.value = value;
        }
    }

    /** Named parameters are {@link FactSums#sums}'. */
    public static String sums(Map<String, Object> parameters) {
        Beside beside = (Beside) parameters.get("beside");
        return """
                select m.g as group_number, %s as beside, %s
                from %s join unnest(#{ads}::int[], #{groups}::int[], #{zones}::text[]) as m (ad, g, zone) on m.ad = f.ad
                group by 1, 2""".formatted(beside.value, SUMS, source(beside, (LocalDate) parameters.get("from"), (LocalDate)
                parameters.get("to")));
    }

    private static String source(Beside beside, LocalDate from, LocalDate to) {
        return switch (beside) {
            case NOTHING -> months("fact_month", "fact_day", "ad", "ad", from, to);
            case HOUR ->
                months(
                        "fact_clock",
                        "fact_hour",
                        "ad, lpad(hour::text, 2, '0') as clock, null::timestamptz as hour",
                        "ad, null::text as clock, hour",
                        from,
                        to);
            default -> days(beside);
        };
    }

    private static String days(Beside beside) {
        return "(select * from %s where client_id = #{clientId} and day between #{from} and #{to} %s) f"
                .formatted(beside.table, beside == Beside.PART ? "and dimension = #{dimension}" : "");
    }

    /**
     * Whole months of the range from their sums, the days before and after them one by one.
     *
     * @param ofMonths what is taken of the table of months beside the counts; likewise of that of days
     */
    private static String months(
            String months, String days, String ofMonths, String ofDays, LocalDate from, LocalDate to) {
        LocalDate first = from.plusMonths(1).minusDays(1).withDayOfMonth(1);
        LocalDate after = to.plusDays(1).withDayOfMonth(1);
        if (!first.isBefore(after)) {
            first = from;
            after = from;
        }
        return """
                (select %4$s, %1$s from %6$s
                 where client_id = #{clientId} and month >= '%2$s' and month < '%3$s'
                 union all
                 select %5$s, %1$s from %7$s where client_id = #{clientId} and day >= #{from} and day < '%2$s'
                 union all
                 select %5$s, %1$s from %7$s where client_id = #{clientId} and day >= '%3$s' and day <= #{to}) f""".formatted(FactLoader.COLUMNS, first, after, ofMonths, ofDays, months, days);
    }
}
