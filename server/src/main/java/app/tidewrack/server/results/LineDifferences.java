package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.results.LineSums.Range;
import app.tidewrack.server.results.ResultTables.Question;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Tells whether two lines of a table differ by more than chance. */
@Component
@RequiredArgsConstructor
class LineDifferences {
    private final LineSums sums;
    private final ClientNumbers numbers;

    /**
     * Whether a number of two lines differs by more than chance.
     *
     * @param first currency and keys of a line; likewise the second
     * @return empty where that cannot be said: of sums, of two currencies, of results of different kinds
     * @throws Refusal when a line or the number is not there
     */
    Optional<Difference> of(String clientId, Question asked, String metric, List<String> first, List<String> second) {
        Range range = sums.range(clientId, asked);
        Metric compared = numbers.of(clientId, metric);
        Map<List<String>, LineSum> lines = sums.of(clientId, asked, range, List.of(compared));
        for (List<String> keys : List.of(first, second)) {
            if (!lines.containsKey(keys)) {
                throw LineSums.gone("first", keys);
            }
        }
        if (!first.get(0).equals(second.get(0))) {
            return Optional.empty();
        }
        Map<List<String>, Map<LocalDate, LineSum>> days =
                sums.byDay(clientId, asked, range, compared, Set.of(first, second));
        double margin = numbers.margin(clientId);
        Map<LocalDate, LineSum> one = days.getOrDefault(first, Map.of());
        Map<LocalDate, LineSum> other = days.getOrDefault(second, Map.of());
        List<LocalDate> all = Stream.concat(one.keySet().stream(), other.keySet().stream())
                .distinct()
                .sorted()
                .toList();
        return Difference.of(compared, facts(all, one, margin), facts(all, other, margin), lines.size());
    }

    private static List<Facts> facts(List<LocalDate> days, Map<LocalDate, LineSum> of, double margin) {
        return days.stream()
                .map(day -> Optional.ofNullable(of.get(day))
                        .map(line -> line.facts(margin))
                        .orElseGet(() -> new Facts(Counts.NONE, margin)))
                .toList();
    }
}
