package app.tidewrack.practice.network;

import app.tidewrack.practice.auction.Auction;
import app.tidewrack.practice.world.Liking;
import java.util.List;
import java.util.Map;

/**
 * Hidden prices and habits of one network, which no advertiser can read; read from {@code markets/}. Our own figures, set so
 * that costs and rates come out as common practice knows them.
 *
 * @param member who is on the network
 * @param hours how busy each hour of the day is where people are
 * @param rivals how many bid against one ad for each chance to show
 * @param thousandEur the middle of what one rival offers for a thousand impressions, in euros
 * @param spread how much rivals differ: deviation of the logarithm
 * @param auction how places are priced
 */
public record Market(
        Liking member,
        List<Double> hours,
        int rivals,
        double thousandEur,
        double spread,
        Auction auction,
        Map<String, Place> placements,
        Actions actions) {

    /**
     * One placement.
     *
     * @param visitsADay chances to show that an average member gives in a day
     * @param clickRate clicks per impression of an average ad
     * @param slots places shown at once with their share of attention, the first 1
     * @param viewStart share of impressions of a video that are watched for three seconds
     */
    public record Place(double visitsADay, double clickRate, List<Double> slots, double viewStart) {}

    /**
     * What average people do once they have clicked; {@code engage} is a multiple of the click rate.
     *
     * @param orderEur middle value of an order in euros
     */
    public record Actions(
            double visit,
            double basket,
            double purchase,
            double lead,
            double formOpen,
            double formSend,
            double chat,
            double engage,
            double orderEur) {}

    /** Hours are taken as parts of the day, whatever they add up to. */
    public Market {
        double all = hours.stream().mapToDouble(h -> h).sum();
        hours = hours.stream().map(h -> h / all).toList();
    }

    /** The part of a day's visits that falls into an hour. */
    public double share(int hour) {
        return hours.get(hour);
    }
}
