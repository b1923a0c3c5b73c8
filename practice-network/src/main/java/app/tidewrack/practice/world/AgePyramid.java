package app.tidewrack.practice.world;

import java.util.Arrays;

/**
 * How many people have each age from 14 to 80, the last standing for it and over: level to 60, then thinning, tilted by the
 * country's median age. Our own approximation; no open table of ages is at hand.
 */
final class AgePyramid {
    private static final double USUAL_MEDIAN = 42;
    private static final double TILT = 0.0009;

    private final double[] upTo = new double[Panel.OLDEST - Panel.YOUNGEST + 1];

    AgePyramid(double medianAge) {
        double total = 0;
        for (int i = 0; i < upTo.length; i++) {
            int age = Panel.YOUNGEST + i;
            double level = age <= 60 ? 1 : 1 - 0.03 * (age - 60);
            double years = age == Panel.OLDEST ? 4.2 : 1;
            total += level * years * Math.max(0.1, 1 + TILT * (medianAge - USUAL_MEDIAN) * (age - 45));
            upTo[i] = total;
        }
        for (int i = 0; i < upTo.length; i++) {
            upTo[i] /= total;
        }
    }

    /** The age of someone at a share of all people, from the youngest up. */
    int age(double share) {
        int found = Arrays.binarySearch(upTo, share);
        return Panel.YOUNGEST + Math.min(upTo.length - 1, found < 0 ? -found - 1 : found + 1);
    }

    /** Share of people up to and with an age. */
    double share(int age) {
        return upTo[age - Panel.YOUNGEST];
    }
}
