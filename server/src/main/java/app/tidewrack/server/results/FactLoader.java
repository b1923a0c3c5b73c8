package app.tidewrack.server.results;

import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.facts.FactMarks;
import app.tidewrack.server.facts.FactRow;
import java.io.IOException;
import java.io.StringReader;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Writes facts in bulk, within the transaction of the caller. What is told again takes the place of what was told before, so
 * nothing is counted twice; days and months are rolled up from their hours in the same transaction.
 */
@Component
@Transactional
@RequiredArgsConstructor
class FactLoader {
    private static final String COLUMNS = FactRow.COLUMNS;
    private static final String EXCLUDED = Measure.REPORTED.stream()
            .map(m -> m.code() + " = excluded." + m.code())
            .collect(Collectors.joining(", "));
    private static final String SUMS =
            Measure.REPORTED.stream().map(m -> "sum(" + m.code() + ")").collect(Collectors.joining(", "));
    private static final String CHANGES = Measure.REPORTED.stream()
            .map(m -> "i.%1$s - coalesce(h.%1$s, 0) as %1$s".formatted(m.code()))
            .collect(Collectors.joining(", "));
    private static final String ADDED = Measure.REPORTED.stream()
            .map(m -> "%1$s = t.%1$s + excluded.%1$s".formatted(m.code()))
            .collect(Collectors.joining(", "));

    private final FactMapper mapper;
    private final DataSource source;
    private final FactMarks marks;

    /** An ad of a campaign. */
    record AdKey(String campaignId, CellRef cell) {}

    /**
     * @param day the account's, on which the hour falls
     * @param clock hour of that day, 0 to 23
     */
    record HourFact(AdKey ad, LocalDate day, Instant hour, int clock, Counts counts) {}

    record PartFact(AdKey ad, LocalDate day, String value, Counts counts) {}

    /**
     * @param seq of the last telling in it; days are due for their breakdowns again
     * @param told the account day on which they are told
     */
    void keepHours(String clientId, String accountId, List<HourFact> hours, long seq, LocalDate told) {
        marks.change(clientId);
        SortedSet<LocalDate> days = hours.stream().map(HourFact::day).collect(Collectors.toCollection(TreeSet::new));
        Map<AdKey, Integer> ads =
                ads(clientId, accountId, hours.stream().map(HourFact::ad).toList());
        makePartitions(days);
        copy(
                "hour timestamptz, clock smallint",
                hours.stream()
                        .map(h -> line(
                                Objects.requireNonNull(ads.get(h.ad())),
                                h.day(),
                                h.hour() + "\t" + h.clock(),
                                h.counts()))
                        .collect(Collectors.joining()));
        String age = "greatest(0, '%s'::date - i.day)::smallint".formatted(told);
        // By how much each hour differs from what was told before, so that it is asked before that is replaced.
        run("drop table if exists fact_more");
        run("""
            create temporary table fact_more on commit drop as
            select i.day, i.ad, i.clock, case when h.ad is null then %s else h.first_age end as first_age, %s
            from fact_in i left join fact_hour h
                 on h.client_id = ? and h.day = i.day and h.ad = i.ad and h.hour = i.hour and h.day between '%s' and '%s'""".formatted(age, CHANGES, days.first(), days.last()), clientId);
        run("""
            insert into fact_hour (client_id, day, ad, hour, clock, first_age, %s)
            select ?, day, ad, hour, clock, %s, %s from fact_in i
            on conflict (client_id, day, ad, hour) do update set %s""".formatted(COLUMNS, age, COLUMNS, EXCLUDED), clientId);
        run("""
            insert into fact_told as t (client_id, account_id, day, first_age, age, %1$s)
            select ?, ?, day, first_age, greatest(first_age, %2$s), %3$s from fact_more i
            where first_age is not null and %2$s <= %5$s group by day, first_age
            on conflict (client_id, account_id, day, first_age, age) do update set %4$s""".formatted(COLUMNS, age, SUMS, ADDED, Arrivals.MOST_AGE), clientId, accountId);
        run(
                "delete from fact_told where client_id = ? and account_id = ? and day < '%s'"
                        .formatted(told.minusDays(Arrivals.LEARNED_FROM)),
                clientId,
                accountId);
        addUp("fact_day", "day, ad", "day, ad", clientId);
        addUp("fact_month", "month, ad", "date_trunc('month', day)::date, ad", clientId);
        addUp("fact_clock", "month, ad, clock", "date_trunc('month', day)::date, ad, clock", clientId);
        days.forEach(day -> mapper.noteDue(clientId, accountId, day, seq));
        hours.stream()
                .map(HourFact::hour)
                .max(Instant::compareTo)
                .ifPresent(last -> mapper.noteUntil(clientId, accountId, last.plus(Duration.ofHours(1))));
    }

    /**
     * Adds what is more, or less, to sums.
     *
     * @param keys what the table's sums are of, beside the client
     * @param from the same of {@code fact_more}
     */
    private void addUp(String table, String keys, String from, String clientId) {
        run("""
            insert into %1$s as t (client_id, %2$s, %3$s) select ?, %4$s, %5$s from fact_more group by %4$s
            on conflict (client_id, %2$s) do update set %6$s""".formatted(table, keys, COLUMNS, from, SUMS, ADDED), clientId);
    }

    /** Puts what a report tells of some days in the place of what was told before. */
    void replaceParts(
            String clientId, String accountId, String dimension, LocalDate from, LocalDate to, List<PartFact> parts) {
        marks.change(clientId);
        mapper.hold(clientId, accountId);
        mapper.forgetParts(clientId, accountId, dimension, from, to);
        if (parts.isEmpty()) {
            return;
        }
        Map<AdKey, Integer> ads =
                ads(clientId, accountId, parts.stream().map(PartFact::ad).toList());
        makePartitions(parts.stream().map(PartFact::day).collect(Collectors.toSet()));
        copy(
                "part text",
                parts.stream()
                        .map(p ->
                                line(Objects.requireNonNull(ads.get(p.ad())), p.day(), escaped(p.value()), p.counts()))
                        .collect(Collectors.joining()));
        run("""
            insert into fact_part (client_id, day, ad, dimension, part, %s)
            select ?, day, ad, ?, part, %s from fact_in""".formatted(COLUMNS, COLUMNS), clientId, dimension);
    }

    private Map<AdKey, Integer> ads(String clientId, String accountId, List<AdKey> wanted) {
        Map<AdKey, Integer> known = known(clientId);
        List<AdKey> fresh =
                wanted.stream().filter(k -> !known.containsKey(k)).distinct().toList();
        if (fresh.isEmpty()) {
            return known;
        }
        fresh.forEach(k -> mapper.addAd(
                clientId, k.campaignId(), k.cell().rowId(), k.cell().columnId(), accountId));
        return known(clientId);
    }

    private Map<AdKey, Integer> known(String clientId) {
        Map<AdKey, Integer> known = new HashMap<>();
        mapper.ads(clientId)
                .forEach(a -> known.put(new AdKey(a.campaignId(), new CellRef(a.rowId(), a.columnId())), a.ad()));
        return known;
    }

    private void makePartitions(Collection<LocalDate> days) {
        days.stream().map(d -> d.withDayOfMonth(1)).distinct().forEach(mapper::makeMonth);
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\\\").replace("\t", "\\t").replace("\n", "\\n");
    }

    /** @param part what is told apart on the day, as fields of a COPY */
    private static String line(int ad, LocalDate day, String part, Counts counts) {
        StringBuilder line = new StringBuilder()
                .append(ad)
                .append('\t')
                .append(day)
                .append('\t')
                .append(part);
        Measure.REPORTED.forEach(m -> line.append('\t').append(counts.get(m)));
        return line.append('\n').toString();
    }

    /** Lays lines in a table of this transaction's own, {@code fact_in}. */
    private void copy(String part, String lines) {
        run("drop table if exists fact_in");
        run("create temporary table fact_in (ad integer, day date, %s, %s) on commit drop"
                .formatted(
                        part,
                        Measure.REPORTED.stream().map(m -> m.code() + " bigint").collect(Collectors.joining(", "))));
        withConnection(c ->
                c.unwrap(PGConnection.class).getCopyAPI().copyIn("copy fact_in from stdin", new StringReader(lines)));
        // Without it the planner expects a few lines, and reads all facts there are beside thousands.
        run("analyze fact_in");
    }

    private void run(String sql, @Nullable String... parameters) {
        withConnection(c -> {
            try (var statement = c.prepareStatement(sql)) {
                for (int i = 0; i < parameters.length; i++) {
                    statement.setString(i + 1, parameters[i]);
                }
                statement.execute();
            }
        });
    }

    /** What is done on the transaction's own connection. */
    private interface Work {
        void on(Connection connection) throws SQLException, IOException;
    }

    private void withConnection(Work work) {
        Connection connection = DataSourceUtils.getConnection(source);
        try {
            work.on(connection);
        } catch (SQLException | IOException e) {
            throw new IllegalStateException(e);
        } finally {
            DataSourceUtils.releaseConnection(connection, source);
        }
    }
}
