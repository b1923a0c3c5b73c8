package app.tidewrack.practice.engagement;

import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.Liking;

/** What kind of people a client attracts: hidden, and the same on every network. */
public final class ClientTaste {
    private static final double LENGTH = 0.65;

    private ClientTaste() {}

    /** The direction of traits along which people take to a client, 0.65 long or so. */
    public static double[] direction(String client) {
        long seed = Chance.seed("taste of " + client);
        double[] direction = new double[Liking.TRAITS];
        double sum = 0;
        for (int t = 0; t < direction.length; t++) {
            direction[t] = Chance.unit(seed, t) * 2 - 1;
            sum += direction[t] * direction[t];
        }
        for (int t = 0; t < direction.length; t++) {
            direction[t] *= LENGTH / Math.sqrt(sum);
        }
        return direction;
    }
}
