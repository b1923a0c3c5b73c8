package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One sum a day spread over rows by largest remainder, so that they add up to it exactly; rows that are not among them keep
 * theirs.
 *
 * @param total of all the rows, over zero
 */
public record Spread(Money total, How how) {

    /** What a row's part follows. */
    public enum How {
        EQUAL,
        /** The people the row talks to. */
        BY_PEOPLE,
        /** What the row has now. */
        AS_NOW
    }

    /**
     * New money a day by row id.
     *
     * @param rows at least one
     * @param sizes by row id, for {@link How#BY_PEOPLE}; null where it is not known
     * @throws Refusal (field {@code money}) when there is nothing to go by
     */
    public Map<String, Money> of(List<Row> rows, Map<String, @Nullable AudienceSize> sizes) {
        long[] shares =
                rows.stream().mapToLong(r -> share(r, sizes.get(r.id()))).toArray();
        long sum = 0;
        for (long share : shares) {
            sum += share;
        }
        if (sum == 0) {
            throw new Refusal("money", "The rows have no money now to go by.", "Spread it equally.");
        }
        List<Money> parts = total.splitBy(shares);
        Map<String, Money> daily = new LinkedHashMap<>();
        for (int i = 0; i < rows.size(); i++) {
            daily.put(rows.get(i).id(), parts.get(i));
        }
        return daily;
    }

    private long share(Row row, @Nullable AudienceSize size) {
        return switch (how) {
            case EQUAL -> 1;
            case AS_NOW -> row.daily().minor();
            case BY_PEOPLE -> {
                if (size == null) {
                    throw new Refusal(
                            "money",
                            "The size of row %s is not known.".formatted(row.label()),
                            "Open it once the network answers, or spread equally.");
                }
                yield size.people();
            }
        };
    }
}
