package app.tidewrack.core.audience;

import java.util.List;
import java.util.Objects;
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

    private static boolean better(Nearest run, Nearest best) {
        int miss = run.surplusYears() + run.shortYears();
        int least = best.surplusYears() + best.shortYears();
        return miss < least || (miss == least && run.shortYears() < best.shortYears());
    }

    private static Nearest difference(AgeRange asked, AgeRange got) {
        int both = Math.max(0, Math.min(asked.to(), got.to()) - Math.max(asked.from(), got.from()) + 1);
        return new Nearest(got, years(got) - both, years(asked) - both);
    }

    private static int years(AgeRange range) {
        return range.to() - range.from() + 1;
    }
}
