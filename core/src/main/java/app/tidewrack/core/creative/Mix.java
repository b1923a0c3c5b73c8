package app.tidewrack.core.creative;

import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.function.ToIntFunction;

/**
 * The ads that a network makes of a mix: one of each part that has any. Combinations are counted from 0 in a stable order in which
 * the call to action changes fastest, then description, headline, body, and media slowest.
 */
public final class Mix {
    private Mix() {}

    /**
     * One combination: which medium, body, headline, description and call to action, counted from 0; −1 for a part that has none.
     *
     * @param number which combination, counted from 0
     */
    public record Combination(long number, int media, int body, int headline, int description, int callToAction) {}

    /** How many ads the parts can make: the product of how many there are of each part that has any. */
    public static long count(Creative creative) {
        return sizes(creative).stream().mapToLong(n -> Math.max(1, n)).reduce(1, Math::multiplyExact);
    }

    private static List<Integer> sizes(Creative c) {
        return List.of(
                c.media().size(),
                c.bodies().size(),
                c.headlines().size(),
                c.descriptions().size(),
                c.callsToAction().size());
    }

    /** @throws Refusal (field {@code combination}) when there is no such combination */
    public static Combination at(Creative creative, long number) {
        if (number < 0 || number >= count(creative)) {
            throw new Refusal(
                    "combination",
                    "There is no combination %,d of %,d.".formatted(number + 1, count(creative)),
                    "Choose one of them.");
        }
        int[] chosen = new int[5];
        long left = number;
        for (int i = 4; i >= 0; i--) {
            int size = sizes(creative).get(i);
            chosen[i] = size == 0 ? -1 : (int) (left % size);
            left /= Math.max(1, size);
        }
        return new Combination(number, chosen[0], chosen[1], chosen[2], chosen[3], chosen[4]);
    }

    /**
     * How many combinations a placement shows: those without a part it refuses.
     *
     * @param misfits of the placement
     */
    public static long shown(Creative creative, List<Misfit> misfits) {
        ToIntFunction<Part> refused = part -> (int) misfits.stream()
                .filter(m -> m.part() == part && m.refused())
                .map(Misfit::index)
                .distinct()
                .count();
        return fitting(creative.media().size(), refused.applyAsInt(Part.MEDIA))
                * fitting(creative.bodies().size(), refused.applyAsInt(Part.BODY))
                * fitting(creative.headlines().size(), refused.applyAsInt(Part.HEADLINE))
                * fitting(creative.descriptions().size(), refused.applyAsInt(Part.DESCRIPTION))
                * Math.max(1, creative.callsToAction().size());
    }

    private static long fitting(int given, int refused) {
        return given == 0 ? 1 : given - refused;
    }
}
