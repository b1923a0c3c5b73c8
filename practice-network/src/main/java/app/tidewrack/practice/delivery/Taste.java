package app.tidewrack.practice.delivery;

import app.tidewrack.practice.world.Panel;
import java.nio.charset.StandardCharsets;
import java.util.SplittableRandom;
import java.util.zip.CRC32;

/**
 * Hidden rates: how likely a person is to click a creative, and then to buy from the client. A creative's pull and appeal
 * come from its content, a client's from its account, so the same ad always works the same.
 */
final class Taste {
    private static final double CLICK_BASE = 0.011;
    private static final double BUY_BASE = 0.045;
    private static final double TIRED = 0.55;
    private static final double LIKELIEST = 0.35;

    private final double[] pull;
    private final double[] buyers;
    private final double appeal;

    Taste(String account, String creative) {
        SplittableRandom ofAccount = new SplittableRandom(seed(account));
        buyers = direction(ofAccount, 0.55);
        SplittableRandom ofCreative = new SplittableRandom(seed(account + creative));
        pull = direction(ofCreative, 0.4);
        // Half a unit either way: the best creative of a handful is clicked about twice as often as the worst.
        appeal = Math.exp(0.8 * (ofCreative.nextDouble() - 0.5));
    }

    private static double[] direction(SplittableRandom random, double length) {
        double[] direction = new double[4];
        for (int t = 0; t < direction.length; t++) {
            direction[t] = (random.nextDouble() * 2 - 1) * length;
        }
        return direction;
    }

    static long seed(String text) {
        CRC32 crc = new CRC32();
        crc.update(text.getBytes(StandardCharsets.UTF_8));
        return crc.getValue();
    }

    double click(Panel panel, int person, boolean seenBefore) {
        double rate = CLICK_BASE * appeal * Math.exp(panel.dot(person, pull) + 0.5 * panel.dot(person, buyers));
        return Math.min(LIKELIEST, seenBefore ? rate * TIRED : rate);
    }

    double buy(Panel panel, int person) {
        return Math.min(LIKELIEST, BUY_BASE * Math.exp(panel.dot(person, buyers)));
    }
}
