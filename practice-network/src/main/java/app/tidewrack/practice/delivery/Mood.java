package app.tidewrack.practice.delivery;

import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.world.Chance;
import java.time.LocalDate;

/**
 * How days differ from each other beyond chance: one network, ad or client has better days and worse ones. Our own figures, about a
 * tenth either way.
 */
final class Mood {
    private static final double OF_NETWORK = 0.08;
    private static final double OF_AD = 0.08;
    private static final double OF_CLIENT = 0.12;

    private Mood() {}

    /** How much likelier people are to click an ad on a day than on others, 1 on average. */
    static double clicks(String network, String ad, LocalDate day) {
        return chance("mood on " + network, day, OF_NETWORK) * chance("mood for " + ad, day, OF_AD);
    }

    /** How much likelier people are to buy from a client on a day than on others, 1 on average. */
    static double wants(Market market, String client, LocalDate day) {
        return market.buying(day.getDayOfWeek()) * chance("mood to buy from " + client, day, OF_CLIENT);
    }

    private static double chance(String what, LocalDate day, double spread) {
        return Math.exp(spread * Chance.normal(Chance.seed(what), day.toEpochDay()) - spread * spread / 2);
    }
}
