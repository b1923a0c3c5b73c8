package app.tidewrack.practice.network;

import app.tidewrack.practice.auction.Auction;
import app.tidewrack.practice.world.Liking;
import java.time.DayOfWeek;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;

/**
 * Hidden prices and habits of one network, which no advertiser can read; read from {@code markets/}. Our own figures, set so
 * that costs and rates come out as common practice knows them.
 *
 * @param member who is on the network
 * @param hours how busy each hour of the day is where people are
 * @param weekdays how busy each day of the week is, from Monday
 * @param buying how ready people are to buy or to leave their data on each day of the week, from Monday
 * @param bidding how much rivals offer on each day of the week, from Monday
 * @param rivals how many bid against one ad for each chance to show
 * @param thousandEur the middle of what one rival offers for a thousand impressions, in euros
 * @param spread how much rivals differ: deviation of the logarithm
 * @param auction how places are priced
 */
public record Market(
        Liking member,
        List<Double> hours,
        List<Double> weekdays,
        List<Double> buying,
        List<Double> bidding,
        int rivals,
        double thousandEur,
        double spread,
        Auction auction,
        Map<String, Place> placements,
        Actions actions,
        Posts posts) {

    /**
     * How posts live that no money is behind.
     *
     * @param halfLifeHours by then half of all views have come
     * @param viewsPerFollower that a post ever gets on average
     */
    public record Posts(double halfLifeHours, double viewsPerFollower) {}

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

    /** Hours are taken as parts of the day and days as multiples of the mean day, whatever they add up to. */
    public Market {
        hours = timesTheirSum(hours, 1);
        weekdays = timesTheirSum(weekdays, weekdays.size());
        buying = timesTheirSum(buying, buying.size());
        bidding = timesTheirSum(bidding, bidding.size());
    }

    private static List<Double> timesTheirSum(List<Double> parts, double sum) {
        double all = parts.stream().mapToDouble(p -> p).sum();
        return parts.stream().map(p -> p / all * sum).toList();
    }

    /** The part of a day's visits that falls into an hour. */
    public double share(int hour) {
        return hours.get(hour);
    }

    /** The part of a mean day's visits that falls into an hour where people are. */
    public double presence(ZonedDateTime hour) {
        return share(hour.getHour()) * of(weekdays, hour.getDayOfWeek());
    }

    /** How ready people are on a day to buy or to leave their data, 1 on average. */
    public double buying(DayOfWeek day) {
        return of(buying, day);
    }

    /** How much rivals offer on a day, 1 on average. */
    public double bidding(DayOfWeek day) {
        return of(bidding, day);
    }

    private static double of(List<Double> week, DayOfWeek day) {
        return week.get(day.getValue() - 1);
    }
}
