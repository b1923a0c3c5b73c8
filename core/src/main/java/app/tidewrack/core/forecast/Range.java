package app.tidewrack.core.forecast;

/**
 * From and to, both included.
 *
 * @param from 0 or more
 * @param to not under {@code from}
 */
public record Range(double from, double to) {
    public Range {
        if (!(from >= 0) || !(to >= from)) {
            throw new IllegalArgumentException("%s to %s is no range".formatted(from, to));
        }
    }

    /**
     * This over another, when the two are independent and spread by factors: the middles (geometric) divide, and the
     * spreads add like those of independent log-normal amounts, by squares. Both must be over 0.
     */
    public Range over(Range other) {
        double middle = Math.sqrt(from * to) / Math.sqrt(other.from * other.to);
        double factor = Math.exp(Math.hypot(Math.log(to / from), Math.log(other.to / other.from)) / 2);
        return new Range(middle / factor, middle * factor);
    }
}
