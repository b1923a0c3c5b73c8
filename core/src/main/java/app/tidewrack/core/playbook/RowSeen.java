package app.tidewrack.core.playbook;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.results.Counts;
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
 * @param frequency how often a person has seen it on average; 0 when not known
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
        double frequency,
        List<DayBrought> days) {
    public RowSeen {
        days = List.copyOf(days);
    }

    /** One account day that is over. */
    public record DayBrought(LocalDate day, Counts counts) {}

    Counts all() {
        Counts sum = Counts.NONE;
        for (DayBrought day : days) {
            sum = sum.plus(day.counts());
        }
        return sum;
    }

    /** As it was at the end of a day. */
    RowSeen until(LocalDate day) {
        return new RowSeen(
                rowId,
                label,
                daily,
                since,
                bid,
                suggested,
                tested,
                frequency,
                days.stream().filter(d -> !d.day().isAfter(day)).toList());
    }
}
