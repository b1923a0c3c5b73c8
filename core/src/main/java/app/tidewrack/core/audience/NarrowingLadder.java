package app.tidewrack.core.audience;

import app.tidewrack.core.audience.AudienceDefinition.Step;
import app.tidewrack.core.audience.AudienceDefinition.StepKind;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The size after each step of an audience, the share each step keeps, and which one narrows most.
 *
 * @param narrowsMost index of a rung; null when no step narrows
 */
public record NarrowingLadder(List<Rung> rungs, @Nullable Integer narrowsMost) {

    /**
     * @param number which condition, from 0
     * @param kept share of the step before that is left, 0 to 1; null on the first step
     */
    public record Rung(
            StepKind kind,
            int number,
            AudienceSize size,
            @Nullable Double kept) {}

    /**
     * @param steps as {@link AudienceDefinition#steps()} gives them
     * @param sizes one for each step, in the same order
     */
    public static NarrowingLadder of(List<Step> steps, List<AudienceSize> sizes) {
        List<Rung> rungs = new ArrayList<>();
        Integer tightest = null;
        double least = 1;
        for (int i = 0; i < steps.size(); i++) {
            Double kept = i == 0
                    ? null
                    : share(sizes.get(i).people(), sizes.get(i - 1).people());
            rungs.add(new Rung(steps.get(i).kind(), steps.get(i).number(), sizes.get(i), kept));
            if (kept != null && kept < least) {
                least = kept;
                tightest = i;
            }
        }
        return new NarrowingLadder(List.copyOf(rungs), tightest);
    }

    private static double share(long part, long whole) {
        return whole == 0 ? 1 : Math.min(1, (double) part / whole);
    }

    public AudienceSize last() {
        return rungs.get(rungs.size() - 1).size();
    }
}
