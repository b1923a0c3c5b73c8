package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Coming;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Ranks;
import app.tidewrack.server.results.LineSums.Range;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Results by whatever a person asks: tokens of names, days, hours, or what networks break them down by. */
@Component
@RequiredArgsConstructor
class ResultTables {
    private final LineSums sums;
    private final ClientNumbers numbers;

    /**
     * What is asked.
     *
     * @param by up to two: names of tokens, {@code AD}, {@code DAY}, {@code WEEK}, {@code HOUR}, or breakdowns in small letters
     * @param from first account day; null for the first there is
     * @param to last account day, included; null for the last
     * @param campaignIds only these; empty for all
     */
    record Question(
            List<String> by,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            List<String> campaignIds,
            @Nullable Temperature temperature) {}

    /**
     * @param keys one for each that was asked by; empty where an ad has no such value
     * @param values numbers that have one, by code
     * @param temperatures of the ads in it
     * @param coming what is still to come of fresh days, by count
     */
    record Line(
            List<String> keys,
            String currency,
            Map<String, Double> values,
            Set<Temperature> temperatures,
            List<Sought> sought,
            Map<String, Coming> coming) {}

    /**
     * What ads that seek one kind of result brought of it, for their money.
     *
     * @param coming what is still to come of it; null for nothing worth telling
     */
    record Sought(
            String code,
            String words,
            long count,
            long spendMinor,
            @Nullable Coming coming) {}

    /**
     * @param code of the number by which lines are ranked
     * @param signs one a line: step from 0 worst to 4 best, {@code ~} where there is too little to say, {@code -} without the number
     */
    record Ranked(String code, String signs) {
        static <K> String sign(Ranks<K> ranks, K line) {
            Integer step = ranks.steps().get(line);
            return step != null ? step.toString() : ranks.few().contains(line) ? "~" : "-";
        }
    }

    /**
     * @param totals one for each currency: currencies are never added
     * @param mixed cold ads stand in one line with others
     */
    record Table(
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            List<Line> lines,
            @Nullable Ranked ranked,
            List<Line> totals,
            boolean mixed) {}

    /**
     * @param metrics whose values are told
     * @param ranked the one whose lines are ranked; null for none
     * @throws Refusal when it asks by what cannot be told, or a range ends before it begins
     */
    Table table(String clientId, Question asked, List<Metric> metrics, @Nullable Metric ranked) {
        Range range = sums.range(clientId, asked);
        List<Metric> read = new ArrayList<>(metrics);
        Optional.ofNullable(ranked).ifPresent(read::add);
        return told(range, sums.of(clientId, asked, range, read), metrics, ranked, numbers.margin(clientId));
    }

    /** Takes lines of a file, some at a time, in their order. */
    interface LineTaker {
        void take(List<Line> lines);
    }

    /** What a file ends with: its days, and the totals as a table has them. */
    record Ended(LocalDate from, LocalDate to, List<Line> totals) {}

    /**
     * The lines of a table that may be far longer than one on a screen. One that could be shown is in the same order; a longer one goes by
     * what ads tell first, since all that an ad brought is added up at once.
     *
     * @throws Refusal as {@link #table}, and when there are more lines than a file has
     */
    Ended lines(String clientId, Question asked, List<Metric> metrics, LineTaker taker) {
        Range range = sums.range(clientId, asked);
        double margin = numbers.margin(clientId);
        Map<String, LineSum> totals = new LinkedHashMap<>();
        sums.inPortions(clientId, asked, range, metrics, portion -> {
            addUp(portion, totals);
            taker.take(lines(portion, ordered(portion), metrics, margin));
        });
        return new Ended(range.from(), range.to(), totals(totals, metrics, margin));
    }

    private static List<Line> lines(
            Map<List<String>, LineSum> sums, List<List<String>> ordered, List<Metric> metrics, double margin) {
        return ordered.stream()
                .map(keys -> Objects.requireNonNull(sums.get(keys)).line(keys, metrics, margin))
                .toList();
    }

    /**
     * Every number of one line.
     *
     * @param keys its currency and keys
     * @throws Refusal when there is none by these
     */
    Line line(String clientId, Question asked, List<String> keys) {
        List<Metric> all = numbers.all(clientId);
        LineSum sum = sums.of(clientId, asked, sums.range(clientId, asked), all).get(keys);
        if (sum == null) {
            throw LineSums.gone("line", keys);
        }
        return sum.line(keys, all, numbers.margin(clientId));
    }

    /** Of counts what they will be once all has come in; of costs what they are for money that has had its time. */
    private static <K> Ranks<K> ranks(Metric metric, Map<K, LineSum> lines, LineSum all, double margin) {
        if (all.late().contains(metric.code())) {
            Map<K, Double> values = new HashMap<>();
            lines.forEach((line, sum) -> values.put(line, sum.once(metric)));
            return Ranks.ofValues(values, metric.better());
        }
        Map<K, Facts> facts = new HashMap<>();
        lines.forEach((line, sum) -> facts.put(line, sum.ripe(metric, margin)));
        return Ranks.of(facts, metric);
    }

    private static Table told(
            Range range,
            Map<List<String>, LineSum> sums,
            List<Metric> metrics,
            @Nullable Metric ranked,
            double margin) {
        Map<String, LineSum> totals = new LinkedHashMap<>();
        addUp(sums, totals);
        List<List<String>> ordered = ordered(sums);
        List<Line> lines = lines(sums, ordered, metrics, margin);
        return new Table(
                range.from(),
                range.to(),
                lines,
                ranked == null ? null : new Ranked(ranked.code(), signs(ranked, ordered, sums, totals, margin)),
                totals(totals, metrics, margin),
                lines.stream().anyMatch(l -> l.temperatures().size() > 1));
    }

    private static void addUp(Map<List<String>, LineSum> sums, Map<String, LineSum> totals) {
        sums.forEach((keys, sum) ->
                totals.computeIfAbsent(keys.get(0), k -> sum.empty()).add(sum));
    }

    private static List<List<String>> ordered(Map<List<String>, LineSum> sums) {
        return sums.keySet().stream().sorted(LineSums.BY_EYE).toList();
    }

    private static List<Line> totals(Map<String, LineSum> totals, List<Metric> metrics, double margin) {
        return totals.entrySet().stream()
                .map(e -> e.getValue().line(List.of(e.getKey()), metrics, margin))
                .toList();
    }

    /** Ranks within each currency: money of one says nothing beside that of another. */
    private static String signs(
            Metric ranked,
            List<List<String>> ordered,
            Map<List<String>, LineSum> sums,
            Map<String, LineSum> totals,
            double margin) {
        Map<List<String>, String> signs = new HashMap<>();
        totals.forEach((currency, all) -> {
            Map<List<String>, LineSum> own = new HashMap<>();
            sums.forEach((keys, sum) -> {
                if (keys.get(0).equals(currency)) {
                    own.put(keys, sum);
                }
            });
            Ranks<List<String>> ranks = ranks(ranked, own, all, margin);
            own.keySet().forEach(keys -> signs.put(keys, Ranked.sign(ranks, keys)));
        });
        return ordered.stream().map(keys -> signs.getOrDefault(keys, "-")).collect(Collectors.joining());
    }
}
