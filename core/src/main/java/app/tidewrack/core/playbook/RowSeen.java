package app.tidewrack.core.playbook;

import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A row as it runs.
 *
 * @param daily what it may spend a day; of a shared pot its supposed part
 * @param since the first day on which it ran as it does now: of its launch, or after its last change
 * @param bid what it bids at most; null when the network bids
 * @param suggested what the network suggests to bid; null when it is not known
 * @param tested it is in a split test that runs, and is left whole
 * @param shown how often it was shown since its beginning
 * @param people who have seen it; 0 when not known
 * @param days what it brought, by day, in order
 */
public record RowSeen(
        String rowId,
        String label,
        Money daily,
        LocalDate since,
        @Nullable Money bid,
        @Nullable Money suggested,
        boolean tested,
        long shown,
        long people,
        List<DayBrought> days) {
    public RowSeen {
        days = List.copyOf(days);
    }

    /**
     * One account day that is over.
     *
     * @param come the part of what it brings of the judging number's count that has come in by now, over 0 to 1
     */
    public record DayBrought(LocalDate day, Counts counts, double come) {}

    /** How often a person has seen it on average; 0 when not known. */
    double frequency() {
        return people == 0 ? 0 : (double) shown / people;
    }

    Counts all() {
        Counts sum = Counts.NONE;
        for (DayBrought day : days) {
            sum = sum.plus(day.counts());
        }
        return sum;
    }

    /** What was spent for what has come in: each day's money by as much as it has had time to bring; in minor units. */
    double ripeSpend() {
        return days.stream()
                .mapToDouble(d -> d.counts().spendMinor() * d.come())
                .sum();
    }

    /**
     * As it was at the end of a day: who had seen it by then as if it were shown at random to always the same people. What came in
     * late is counted from the beginning, since it is not known of each row when it came.
     */
    RowSeen until(LocalDate day) {
        long later = days.stream()
                .filter(d -> d.day().isAfter(day))
                .mapToLong(d -> d.counts().get(Measure.IMPRESSIONS))
                .sum();
        long then = Math.max(0, shown - later);
        return new RowSeen(
                rowId,
                label,
                daily,
                since,
                bid,
                suggested,
                tested,
                then,
                people == 0 || shown <= people
                        ? Math.min(people, then)
                        : Math.round(Reach.among(shown, people).of(then)),
                days.stream().filter(d -> !d.day().isAfter(day)).toList());
    }
}
