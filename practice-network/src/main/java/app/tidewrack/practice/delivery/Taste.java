package app.tidewrack.practice.delivery;

import app.tidewrack.practice.creative.CreativeDesk.Shown;
import app.tidewrack.practice.creative.CreativeOrder;
import app.tidewrack.practice.engagement.ClientTaste;
import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.Liking;
import app.tidewrack.practice.world.Panel;
import java.util.List;

/**
 * Hidden: how a creative works on people. Its pull and appeal come from its content and the client's from its site, so the
 * same ad always works the same; each text and file of a mix ad has an appeal of its own.
 */
final class Taste {
    private static final double PULL = 0.5;
    private static final double LIKELIEST = 0.5;

    /** The mean of the exponential of a normal number with the variance of both pulls; taken out again. */
    private static final double MEAN = Math.exp((PULL * PULL + 0.33 * 0.33) / 2);

    private final double[] pull;
    private final double[] client;
    private final double[][] appeals;
    private final double carries;
    private final double hook;
    private final double hold;

    Taste(String clientName, Shown creative) {
        CreativeOrder order = creative.order();
        client = ClientTaste.direction(clientName);
        long seed = Chance.seed(clientName + order.media() + order.headlines() + order.bodies() + order.post());
        pull = new double[Liking.TRAITS];
        for (int t = 0; t < pull.length; t++) {
            pull[t] = (Chance.unit(seed, t) * 2 - 1) * PULL * Math.sqrt(3.0 / pull.length);
        }
        appeals = new double[][] {
            appeals(clientName, order.media(), 0.7),
            appeals(clientName, order.bodies(), 0.35),
            appeals(clientName, order.headlines(), 0.45),
            appeals(clientName, order.descriptions(), 0.15),
            appeals(clientName, order.callsToAction(), 0.2)
        };
        carries = creative.carries();
        hook = 0.8 + 0.4 * Chance.unit(seed, 20);
        hold = Math.exp(0.5 * (Chance.unit(seed, 21) - 0.5));
    }

    /** Half of {@code spread} either way: for media the best is clicked about twice as often as the worst. */
    private static double[] appeals(String clientName, List<String> parts, double spread) {
        return parts.isEmpty()
                ? new double[] {1}
                : parts.stream()
                        .mapToDouble(p -> Math.exp(spread * (Chance.unit(Chance.seed(clientName + p), 9) - 0.5)))
                        .toArray();
    }

    /** How many of a slot's parts there are to choose from: media, bodies, headlines, descriptions, calls to action. */
    int parts(int slot) {
        return appeals[slot].length;
    }

    /** How much better than average a combination of parts is. */
    double appeal(int[] combination) {
        double appeal = carries;
        for (int slot = 0; slot < appeals.length; slot++) {
            appeal *= appeals[slot][combination[slot]];
        }
        return appeal;
    }

    /** How much likelier than average a person is to do something with the ad. */
    double draw(Panel panel, int person) {
        return Math.exp(panel.dot(person, pull) + 0.5 * panel.dot(person, client)) / MEAN;
    }

    /** How much likelier than average a person is to buy, or to leave their data, once there. */
    double wants(Panel panel, int person) {
        return Math.exp(panel.dot(person, client));
    }

    /** How well the first three seconds hold, about 0.8 to 1.2. */
    double hook() {
        return hook;
    }

    /** How well the rest holds, about 0.8 to 1.3. */
    double hold() {
        return hold;
    }

    static double capped(double rate) {
        return Math.min(LIKELIEST, rate);
    }
}
