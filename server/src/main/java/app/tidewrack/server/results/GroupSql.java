package app.tidewrack.server.results;

import app.tidewrack.core.results.Measure;
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
        HOUR("fact_hour", "to_char(f.hour at time zone m.zone, 'HH24')"),
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
                from %s f join unnest(#{ads}::int[], #{groups}::int[], #{zones}::text[]) as m (ad, g, zone) on m.ad = f.ad
                where f.client_id = #{clientId} and f.day between #{from} and #{to} %s
                group by 1, 2""".formatted(
                beside.value, SUMS, beside.table, beside == Beside.PART ? "and f.dimension = #{dimension}" : "");
    }
}
