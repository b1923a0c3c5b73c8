package app.tidewrack.practice.delivery;

import java.util.Map;

/**
 * Hidden prices and habits of Hearthside, which no advertiser can read. Our own figures, set so that a cold traffic
 * campaign pays about 0.30 to 0.80 a click.
 */
final class Market {
    private Market() {}

    /** A thousand impressions, in ten-thousandths of a minor unit. */
    private static final Map<String, Double> THOUSAND = Map.of("GBP", 620e4, "EUR", 700e4, "DKK", 5200e4);

    /** How busy each hour of the account's day is. */
    private static final double[] HOURS = {
        1.2, .7, .4, .3, .3, .6, 1.6, 3.0, 3.6, 3.6, 3.8, 4.2, 5.0, 4.6, 4.2, 4.4, 4.8, 5.6, 6.6, 7.4, 8.0, 7.2, 5.0,
        2.6
    };

    /** Share of an audience that is there and willing to see one more ad in an average hour. */
    private static final double PRESENT = 0.02;

    static double priceOfOne(String currency) {
        return THOUSAND.getOrDefault(currency, 650e4) / 1000;
    }

    /** The part of what is left of a day's money that belongs to this hour. */
    static double shareOfRest(int hour) {
        double rest = 0;
        for (int h = hour; h < HOURS.length; h++) {
            rest += HOURS[h];
        }
        return HOURS[hour] / rest;
    }

    /** The most impressions an audience gives in an hour. */
    static long mostImpressions(long people, int hour) {
        return (long) (people * PRESENT * HOURS[hour] / 4.0);
    }
}
