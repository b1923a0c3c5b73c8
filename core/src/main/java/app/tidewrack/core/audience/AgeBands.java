package app.tidewrack.core.audience;

import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Ages asked of a network that has fixed bands: the nearest allowed set, with the difference told. */
public final class AgeBands {
    private AgeBands() {}

    /**
     * @param range whole bands next to each other
     * @param surplusYears whole years covered that were not asked for
     * @param shortYears whole years asked for that are not covered
     */
    public record Nearest(AgeRange range, int surplusYears, int shortYears) {
        public boolean exact() {
            return surplusYears + shortYears == 0;
        }
    }

    /**
     * The run of bands with the least mismatch in years; of equals the one that leaves nobody out, then the younger.
     *
     * @param bands in order, next to each other; none means any whole ages are taken
     */
    public static Nearest nearest(AgeRange asked, List<AgeRange> bands) {
        @Nullable Nearest best = bands.isEmpty() ? new Nearest(asked, 0, 0) : null;
        for (int i = 0; i < bands.size(); i++) {
            for (int j = i; j < bands.size(); j++) {
                Nearest run = difference(
                        asked, new AgeRange(bands.get(i).from(), bands.get(j).to()));
                if (best == null || better(run, best)) {
                    best = run;
                }
            }
        }
        return Objects.requireNonNull(best);
    }

    /**
     * Several ages that stand beside each other, as whole bands without one band twice: each band goes to those who ask for most of
     * its years, of equals to the younger.
     *
     * @param asked in any order; where two of them share a year, each is answered as if alone
     * @param bands as {@link #nearest} takes them
     * @return for each that is asked its bands; where others have all of them, the bands of the one that has the most years of it;
     *     empty where no band has any of its years
     */
    public static List<Optional<AgeRange>> beside(List<AgeRange> asked, List<AgeRange> bands) {
        if (bands.isEmpty()) {
            return asked.stream().map(Optional::of).toList();
        }
        if (!apart(asked)) {
            return asked.stream()
                    .map(a -> Optional.of(nearest(a, bands).range()).filter(r -> both(r, a) > 0))
                    .toList();
        }
        Map<AgeRange, AgeRange> ownerOf = new LinkedHashMap<>();
        Map<AgeRange, AgeRange> owned = new HashMap<>();
        for (AgeRange band : bands) {
            asked.stream()
                    .filter(a -> both(a, band) > 0)
                    .max(Comparator.comparingInt((AgeRange a) -> both(a, band))
                            .thenComparing(
                                    Comparator.comparingInt(AgeRange::from).reversed()))
                    .ifPresent(owner -> {
                        ownerOf.put(band, owner);
                        owned.merge(owner, band, (run, more) -> new AgeRange(run.from(), more.to()));
                    });
        }
        return asked.stream()
                .map(a -> owned.containsKey(a)
                        ? Optional.of(owned.get(a))
                        : ownerOf.entrySet().stream()
                                .filter(e -> both(a, e.getKey()) > 0)
                                .max(Comparator.comparingInt(e -> both(a, e.getKey())))
                                .map(e -> owned.get(e.getValue())))
                .toList();
    }

    private static boolean apart(List<AgeRange> asked) {
        for (int i = 0; i < asked.size(); i++) {
            for (int j = i + 1; j < asked.size(); j++) {
                if (both(asked.get(i), asked.get(j)) > 0) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Whole years that both have. */
    private static int both(AgeRange one, AgeRange other) {
        return Math.max(0, Math.min(one.to(), other.to()) - Math.max(one.from(), other.from()) + 1);
    }

    private static boolean better(Nearest run, Nearest best) {
        int miss = run.surplusYears() + run.shortYears();
        int least = best.surplusYears() + best.shortYears();
        return miss < least || (miss == least && run.shortYears() < best.shortYears());
    }

    private static Nearest difference(AgeRange asked, AgeRange got) {
        int both = both(asked, got);
        return new Nearest(got, years(got) - both, years(asked) - both);
    }

    private static int years(AgeRange range) {
        return range.to() - range.from() + 1;
    }
}
