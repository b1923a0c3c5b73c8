package app.tidewrack.core.audience;

import app.tidewrack.core.refusal.Refusal;

/** Whole years from {@code from} to {@code to}, both included; the network's oldest age stands for it and over. */
public record AgeRange(int from, int to) {
    /** @throws Refusal (field {@code ages}) when the range runs backwards or leaves 0 to 120 */
    public AgeRange {
        if (from > to) {
            throw new Refusal("ages", "Ages %d to %d run backwards.".formatted(from, to), "Put the lower age first.");
        }
        if (from < 0 || to > 120) {
            throw new Refusal("ages", "Ages %d to %d leave 0 to 120.".formatted(from, to), "Choose ages within it.");
        }
    }
}
