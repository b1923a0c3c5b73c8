package app.tidewrack.server.results;

import app.tidewrack.core.evidence.Weekdays;
import app.tidewrack.core.evidence.Weekdays.Brought;
import app.tidewrack.core.evidence.Weekdays.Unusual;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.text.DayWords;
import app.tidewrack.server.results.FactSums.Days;
import app.tidewrack.server.results.ResultTables.Question;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the week of results is like: how its days differ, which days were unusual, what weekdays alone make of two ranges. */
@RestController
@RequestMapping("/api/clients/{clientId}/results/week")
@RequiredArgsConstructor
class WeekController {
    /** So far back a week is learned. */
    private static final int DAYS = 182;

    private final LineSums lines;
    private final ClientNumbers numbers;
    private final FactSums facts;

    /**
     * @param table what is looked at; by what its lines are made does not matter
     * @param metric code of the number
     * @param besideFrom first day of a range that it is held against; null for none
     * @param besideTo its last day
     */
    record WeekQuestion(
            @Valid TableQuestion table,
            String metric,
            @Nullable LocalDate besideFrom,
            @Nullable LocalDate besideTo) {}

    /**
     * @param factors the number on each day from Monday, times its mean
     * @param weeks that it was learned from
     * @param unusual days of the range that neither trend, week nor chance explains
     * @param beside what the number would be in the range for its weekdays alone, times that of the range beside; null without one
     */
    record WeekView(
            List<Double> factors,
            int weeks,
            List<UnusualDay> unusual,
            @Nullable Double beside) {}

    /**
     * @param value of the number on the day
     * @param from the least that would have been usual
     * @param to the most
     */
    record UnusualDay(LocalDate day, double value, double from, double to) {}

    /** @param told null where it is not known: of fewer than four weeks, of several currencies, of sums in other sums */
    record WeekAnswer(@Nullable WeekView told) {}

    @AsksOnly
    @PostMapping
    WeekAnswer week(@PathVariable String clientId, @Valid @RequestBody WeekQuestion body) {
        Metric metric = numbers.of(clientId, body.metric());
        Days known = facts.days(clientId);
        LocalDate first = known.first();
        LocalDate last = known.last();
        if (first == null || last == null) {
            return new WeekAnswer(null);
        }
        LocalDate begun = known.begun();
        LocalDate whole = begun != null && !last.isBefore(begun) ? begun.minusDays(1) : last;
        LocalDate to = earlier(Objects.requireNonNullElse(body.table().to(), whole), whole);
        LocalDate from = Objects.requireNonNullElse(body.table().from(), first);
        LocalDate learned = whole.minusDays(DAYS).isBefore(first) ? first : whole.minusDays(DAYS);
        if (whole.isBefore(learned) || to.isBefore(from)) {
            return new WeekAnswer(null);
        }
        Question asked = body.table().question();
        Map<List<String>, LineSum> sums = lines.of(
                clientId,
                new Question(List.of("DAY"), learned, whole, asked.campaignIds(), asked.temperature()),
                new LineSums.Range(learned, whole),
                List.of(metric));
        if (sums.keySet().stream().map(k -> k.get(0)).distinct().count() != 1) {
            return new WeekAnswer(null);
        }
        SortedMap<LocalDate, LineSum> days = new TreeMap<>();
        sums.forEach((keys, sum) -> days.put(LocalDate.parse(keys.get(1)), sum));
        boolean inverse =
                Difference.kind(metric) == Kind.COST && !metric.rests().isEmpty();
        double margin = numbers.margin(clientId);
        return new WeekAnswer(learn(metric, days, margin)
                .map(week -> told(body, week, metric, days, new Range(from, to), inverse, margin))
                .orElse(null));
    }

    /** Days that are looked at, both included. */
    private record Range(LocalDate from, LocalDate to) {}

    private static LocalDate earlier(LocalDate one, LocalDate other) {
        return one.isBefore(other) ? one : other;
    }

    /** Of numbers that count something, alone or for something else; of a day of which more is to come only costs say anything. */
    private static Optional<Weekdays> learn(Metric metric, SortedMap<LocalDate, LineSum> days, double margin) {
        boolean told = metric.isCount()
                || metric.code().equals(Measure.SPEND.code())
                || metric.pair(new Facts(Counts.NONE, margin)).isPresent();
        if (!told) {
            return Optional.empty();
        }
        SortedMap<LocalDate, Brought> brought = new TreeMap<>();
        days.forEach((day, sum) -> {
            Metric.Pair pair = metric.pair(sum.ripe(metric, margin)).orElseGet(() -> {
                double count = metric.of(sum.facts(margin)).orElse(0);
                return new Metric.Pair(count, count > 0 ? 1 : 0);
            });
            brought.put(day, new Brought(pair.came(), sum.late(metric) ? 0 : pair.of()));
        });
        return Weekdays.of(brought);
    }

    /** @param inverse the number is a cost, which is low where much comes */
    private static WeekView told(
            WeekQuestion body,
            Weekdays week,
            Metric metric,
            SortedMap<LocalDate, LineSum> days,
            Range range,
            boolean inverse,
            double margin) {
        List<UnusualDay> unusual = week.unusual().stream()
                .filter(u -> !u.day().isBefore(range.from()) && !u.day().isAfter(range.to()))
                .flatMap(u -> metric
                        .of(Objects.requireNonNull(days.get(u.day())).facts(margin))
                        .stream()
                        .mapToObj(value -> day(u, value, inverse)))
                .toList();
        return new WeekView(
                inverse ? week.factors().stream().map(f -> 1 / f).toList() : week.factors(),
                week.weeks(),
                unusual,
                beside(body, week, inverse, range));
    }

    private static UnusualDay day(Unusual unusual, double value, boolean inverse) {
        double usual = inverse ? value * unusual.times() : value / unusual.times();
        return inverse
                ? new UnusualDay(unusual.day(), value, usual / unusual.to(), usual / unusual.from())
                : new UnusualDay(unusual.day(), value, usual * unusual.from(), usual * unusual.to());
    }

    private static @Nullable Double beside(WeekQuestion body, Weekdays week, boolean inverse, Range range) {
        LocalDate first = body.besideFrom();
        LocalDate last = body.besideTo();
        if (first == null || last == null) {
            return null;
        }
        if (last.isBefore(first) || ChronoUnit.DAYS.between(first, last) > DAYS * 2) {
            throw new Refusal(
                    "besideTo",
                    "%s to %s is no range of up to a year.".formatted(DayWords.of(first), DayWords.of(last)),
                    "Choose the days again.");
        }
        double times = week.mean(range.from(), range.to()) / week.mean(first, last);
        return inverse ? 1 / times : times;
    }
}
