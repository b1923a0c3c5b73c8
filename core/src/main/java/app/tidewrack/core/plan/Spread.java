package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One sum spread over rows by largest remainder, so that they add up to it exactly. Locked rows keep what they have, and the
 * others share the rest; rows that are not among them keep theirs.
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
        AS_NOW,
        /** Where the next unit brings most, as far as the row's own days tell: half of what it has to double. */
        BRINGS_MOST
    }

    /**
     * What is known of rows.
     *
     * @param sizes by row id, for {@link How#BY_PEOPLE}; null where it is not known
     * @param best for {@link How#BRINGS_MOST}; null while nothing ran
     */
    public record Known(
            Map<String, @Nullable AudienceSize> sizes,
            @Nullable Best best) {
        public static final Known NOTHING = new Known(Map.of(), null);

        public static Known ofPeople(Map<String, @Nullable AudienceSize> sizes) {
            return new Known(sizes, null);
        }
    }

    /** Knows where money brings most. */
    public interface Best {
        /** Whether a row is to keep what it has. */
        boolean keeps(Row row);

        /**
         * The sum, spread.
         *
         * @throws Refusal where that cannot be told
         */
        Map<String, Money> of(List<Row> rows, Money sum);
    }

    /**
     * New money of some of a campaign's rows, as {@link #of}.
     *
     * @throws Refusal (field {@code money}) also when the campaign shares its money
     */
    public Map<String, Money> over(Campaign campaign, List<String> rowIds, Known known) {
        campaign.requireMoneyOfRows();
        return of(campaign.rows(rowIds), known);
    }

    /** The edit that gives rows of a campaign their part, as {@link #over}. */
    public Together edit(Campaign campaign, List<String> rowIds, Known known) {
        return new Together(
                "spread %s over %s".formatted(total, Counted.of(rowIds.size(), "row")),
                List.of(new SetRowMoney(campaign.id(), over(campaign, rowIds, known))));
    }

    /**
     * New money by row id.
     *
     * @param rows at least one
     * @throws Refusal (field {@code money}) when there is nothing to go by, every row is locked, or the locked ones have more
     */
    public Map<String, Money> of(List<Row> rows, Known known) {
        Map<String, Money> spread = new LinkedHashMap<>();
        rows.forEach(r -> spread.put(r.id(), r.money()));
        Optional<Best> best = best(known);
        List<Row> free = rows.stream()
                .filter(r -> !r.locked() && best.filter(b -> b.keeps(r)).isEmpty())
                .toList();
        Money rest = rest(rows, free);
        if (best.isPresent()) {
            spread.putAll(best.get().of(free, rest));
            return spread;
        }
        long[] shares = free.stream()
                .mapToLong(r -> share(r, known.sizes().get(r.id())))
                .toArray();
        long sum = 0;
        for (long share : shares) {
            sum += share;
        }
        if (sum == 0) {
            throw new Refusal("money", "The rows have no money now to go by.", "Spread it equally.");
        }
        List<Money> parts = rest.splitBy(shares);
        for (int i = 0; i < free.size(); i++) {
            spread.put(free.get(i).id(), parts.get(i));
        }
        return spread;
    }

    private Money rest(List<Row> rows, List<Row> free) {
        if (free.isEmpty()) {
            throw new Refusal("money", "The money of every row is locked or in a test.", "Unlock one of them.");
        }
        Money kept = Money.sum(
                total.currency(),
                rows.stream().filter(r -> !free.contains(r)).map(Row::money).toList());
        if (kept.compareTo(total) > 0) {
            throw new Refusal(
                    "money",
                    "The locked rows have %s, more than the %s to spread.".formatted(kept, total),
                    "Spread at least that, or unlock some.");
        }
        return total.minus(kept);
    }

    private Optional<Best> best(Known known) {
        if (how != How.BRINGS_MOST) {
            return Optional.empty();
        }
        Best best = known.best();
        if (best == null) {
            throw new Refusal(
                    "how",
                    "None of these rows has run, so nothing is known of where money brings most.",
                    "Spread it equally or by people.");
        }
        return Optional.of(best);
    }

    private long share(Row row, @Nullable AudienceSize size) {
        return switch (how) {
            case EQUAL -> 1;
            case AS_NOW -> row.money().minor();
            case BY_PEOPLE -> {
                if (size == null) {
                    throw new Refusal(
                            "money",
                            "The size of row %s is not known.".formatted(row.label()),
                            "Open it once the network answers, or spread equally.");
                }
                yield size.people();
            }
            case BRINGS_MOST -> throw new IllegalStateException("What brings most has no shares");
        };
    }
}
