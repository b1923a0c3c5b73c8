package app.tidewrack.core.playbook;

import app.tidewrack.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the playbook advises of a row. Nothing is done by itself.
 *
 * @param amount per cent of a raise or shift, copies sideways; 0 where there is none
 * @param money of the row after it, or its bid; null where neither changes
 * @param toRowId the row that a shift gives money to; null otherwise
 * @param perDayMinor what it costs more a day, less than 0 when it saves
 * @param says the numbers behind it, in one or two sentences
 * @param p how likely luck alone would ever show as much, on any day and of any row of the campaign; 1 where that is not asked
 * @param until the last day on which it is left alone; null but for that
 * @param instead what could be done as well
 */
public record Advice(
        Move move,
        String rowId,
        double amount,
        @Nullable Money money,
        @Nullable String toRowId,
        long perDayMinor,
        String says,
        double p,
        @Nullable LocalDate until,
        List<Move> instead) {
    public Advice {
        instead = List.copyOf(instead);
    }
}
