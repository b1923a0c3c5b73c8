package app.tidewrack.practice.world;

import java.util.Arrays;

/**
 * How likely people are to like, do or own something, by their hidden traits.
 *
 * @param base log-odds of the average person
 * @param pull how each hidden trait moves the log-odds
 * @param woman how being a woman moves them; a man moves them the other way
 * @param older how thirty years more move them
 */
public record Liking(double base, double[] pull, double woman, double older) {
    /** Hidden traits of a person: care, outdoors, show, mind, play, money. */
    public static final int TRAITS = 6;

    /** The same direction, more or less common. */
    public Liking shifted(double by) {
        return new Liking(base + by, pull, woman, older);
    }

    static double[] pull(String numbers) {
        double[] pull = Arrays.stream(numbers.strip().split("\\s+"))
                .mapToDouble(Double::parseDouble)
                .toArray();
        if (pull.length != TRAITS) {
            throw new IllegalArgumentException("Six traits are wanted, not “" + numbers + "”");
        }
        return pull;
    }
}
