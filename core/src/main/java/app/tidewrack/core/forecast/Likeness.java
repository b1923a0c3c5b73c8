package app.tidewrack.core.forecast;

/**
 * How near what was seen is to what is forecast, the farthest first. What is only alike differs, so a belief learned from it is widened
 * before it serves for what is nearer (partial pooling, level by level: A. Gelman et al., Bayesian Data Analysis, 3rd edition, 5; the
 * sizes are measured by {@code ./tidewrack bench -Dbench.parts=forecast}).
 */
public enum Likeness {
    /** The same account. */
    ACCOUNT(0.1),
    /** Of the same objective and temperature besides. */
    KIND(0.015),
    /** Of the same audience or creative besides. */
    ALIKE(0.011),
    /** The row itself, earlier. */
    ROW(0.004);

    private final double apart;

    Likeness(double apart) {
        this.apart = apart;
    }

    /** By how much those that are so alike, and no nearer, differ: variance over the square of the mean. */
    double apart() {
        return apart;
    }
}
