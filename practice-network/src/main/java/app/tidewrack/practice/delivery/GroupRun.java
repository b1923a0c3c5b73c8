package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.ObjectiveRule.Action;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.auction.Field;
import app.tidewrack.practice.bid.Fields;
import app.tidewrack.practice.bid.PersonPrice;
import app.tidewrack.practice.bid.Rates;
import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.Bid;
import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.report.Labels;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.roaringbitmap.RoaringBitmap;

/** One ad group while hours are delivered: its people, placements and bid. */
final class GroupRun {
    private static final int BISECTIONS = 36;

    private final String id;
    private final Network network;
    private final Account account;
    private final AdGroupOrder order;
    private final GoalRule goal;
    private final Charge charge;
    private final Draw draw;
    private final List<Spot> spots;
    private final double minorPerEuro;
    private final double meanPersonPrice;
    private final SplitShare split;
    private final RoaringBitmap inbox;
    private final Set<AdRun> ads = new HashSet<>();

    /**
     * A placement of the group.
     *
     * @param number in the rulebook
     * @param devices numbers of the devices it shows on
     * @param reachable share of the group's people who have one of them
     */
    record Spot(PlacementRule rule, int number, Market.Place place, Field field, int[] devices, double reachable) {}

    /**
     * What delivery needs to know of a group.
     *
     * @param inbox who lately got a message on the network; grows as this group sends
     */
    record Facts(
            String id,
            Network network,
            Account account,
            AdGroupOrder order,
            GoalRule goal,
            Draw draw,
            SplitShare split,
            RoaringBitmap inbox) {}

    GroupRun(Facts facts, World world, Fields fields, Devices devices) {
        id = facts.id();
        network = facts.network();
        account = facts.account();
        order = facts.order();
        goal = facts.goal();
        draw = facts.draw();
        split = facts.split();
        inbox = facts.inbox();
        Charge asked = order.charge();
        charge = asked == null ? goal.charged().get(0) : asked;
        minorPerEuro = Math.pow(10, account.currency().getDefaultFractionDigits()) / world.inEuros(account.currency());
        meanPersonPrice = PersonPrice.mean(world, draw.crowd().whole());
        spots = spots(world.panel(), fields, devices);
    }

    private List<Spot> spots(Panel panel, Fields fields, Devices devices) {
        List<Spot> found = new ArrayList<>();
        List<PlacementRule> all = network.rulebook().placements();
        for (int i = 0; i < all.size(); i++) {
            PlacementRule rule = all.get(i);
            if (order.placements().isEmpty() || order.placements().contains(rule.code())) {
                RoaringBitmap holders = devices.holders(rule.devices());
                found.add(new Spot(
                        rule,
                        i,
                        Objects.requireNonNull(network.market().placements().get(rule.code())),
                        fields.field(network, rule.code()),
                        rule.devices().stream()
                                .mapToInt(Labels.DEVICES::indexOf)
                                .toArray(),
                        draw.share(panel, holders)));
            }
        }
        return found;
    }

    String id() {
        return id;
    }

    /** True when its ads are messages, charged by what is sent. */
    boolean sends() {
        return charge == Charge.SEND;
    }

    /** Who lately got a message on the network, from whomever. */
    RoaringBitmap inbox() {
        return inbox;
    }

    Network network() {
        return network;
    }

    Account account() {
        return account;
    }

    AdGroupOrder order() {
        return order;
    }

    GoalRule goal() {
        return goal;
    }

    Charge charge() {
        return charge;
    }

    Draw draw() {
        return draw;
    }

    SplitShare split() {
        return split;
    }

    double meanPersonPrice() {
        return meanPersonPrice;
    }

    double minorPerEuro() {
        return minorPerEuro;
    }

    /** Notes an ad of the group, so that what it brought counts for the group. */
    void has(AdRun ad) {
        ads.add(ad);
    }

    /** Results per money so far, for sharing a campaign's money out; a new group counts as average. */
    double efficiency(double usualTinyPerResult) {
        return (results() + 5) / (spentTiny() + 5 * usualTinyPerResult);
    }

    private long results() {
        return ads.stream().mapToLong(AdRun::results).sum();
    }

    private double spentTiny() {
        return ads.stream().mapToLong(AdRun::spentTiny).sum();
    }

    /** One placement's part in an hour. */
    record Chance(Spot spot, double score, double count) {}

    /**
     * What may be bought in an hour.
     *
     * @param price of one impression at the middle offer, in euros
     * @param part share of the chances that are bid for
     */
    record Offer(List<Chance> chances, double price, double part) {
        static final Offer NOTHING = new Offer(List.of(), 0, 0);

        double impressions() {
            return chances.stream().mapToDouble(Chance::count).sum();
        }
    }

    /**
     * Bids for an hour. An automatic bid is at least the one that is usual, and takes part in fewer chances rather than going under it
     * (throttling beside bid shading: S. Balseiro, A. Kim, M. Mahdian, V. Mirrokni, "Budget Management Strategies in Repeated Auctions",
     * WWW 2017).
     *
     * @param spotsWithAds those where one of the group's ads fits
     * @param performance of its ads against the average
     * @param euros to spend
     * @param behind hours that the group is behind with its money; an automatic bid rises with them
     */
    Offer offer(Instant hour, List<Spot> spotsWithAds, double performance, double euros, double behind) {
        Market market = network.market();
        double priceOfOne = market.thousandEur() / 1000 * meanPersonPrice * HourPrice.of(network.slug(), market, hour);
        double presence = draw.presence(market, hour, account.zone()) / split.parts();
        Bidding bidding = new Bidding(spotsWithAds, performance, presence, priceOfOne);
        Bid bid = order.bid();
        Long minor = bid.minor();
        double most = bid.strategy() == BidStrategy.AUTOMATIC || minor == null
                ? bidding.spending(euros, Math.min(Rates.MOST_WON, Rates.USUALLY_WON * Math.max(1, behind)))
                : minor / minorPerEuro * (bid.strategy() == BidStrategy.TARGET_COST ? steering(minor) : 1);
        List<Chance> chances = bidding.chances(most);
        double cost = bidding.cost(most);
        double part = cost > euros ? euros / cost : 1;
        return new Offer(
                chances.stream()
                        .map(c -> new Chance(c.spot(), c.score(), c.count() * part))
                        .toList(),
                priceOfOne,
                part);
    }

    /** Bids more when results are cheaper than wanted and less when they are dearer. */
    private double steering(long targetMinor) {
        double targetTiny = (double) targetMinor * Purse.TINY;
        double cost = (spentTiny() + 10 * targetTiny) / (results() + 10);
        return Math.max(0.4, Math.min(1.6, Math.pow(targetTiny / cost, 1.5)));
    }

    /** How often an impression at a spot is expected to bring what is bid for. */
    double unitRate(Spot spot, double performance) {
        boolean byResponse =
                charge != Charge.SEND && !(charge == Charge.IMPRESSION && goal.action() == Action.IMPRESSION);
        return Rates.bidUnit(network.market(), spot.place(), goal, charge) * (byResponse ? performance : 1);
    }

    /** An hour's chances against a bid in euros. */
    private final class Bidding {
        private final List<Spot> open;
        private final double performance;
        private final double presence;
        private final double priceOfOne;

        Bidding(List<Spot> open, double performance, double presence, double priceOfOne) {
            this.open = open;
            this.performance = performance;
            this.presence = presence;
            this.priceOfOne = priceOfOne;
        }

        private double score(Spot spot, double bid) {
            return bid * unitRate(spot, performance) / priceOfOne;
        }

        private double visits(Spot spot) {
            return draw.size() * spot.reachable() * spot.place().visitsADay() * presence;
        }

        List<Chance> chances(double bid) {
            return open.stream()
                    .map(s -> new Chance(s, score(s, bid), visits(s) * s.field().win(score(s, bid))))
                    .filter(c -> c.count() > 0)
                    .toList();
        }

        double cost(double bid) {
            double cost = 0;
            for (Spot spot : open) {
                double score = score(spot, bid);
                cost += visits(spot) * spot.field().win(score) * spot.field().price(score) * priceOfOne;
            }
            return cost;
        }

        /** The lowest bid that wins a share of the chances of one of the placements. */
        private double winning(double share) {
            return open.stream()
                    .mapToDouble(s -> s.field().winning(share) * priceOfOne / unitRate(s, performance))
                    .min()
                    .orElseThrow();
        }

        /** The bid that spends a sum, between one that wins a share of the chances and one that wins most of them. */
        double spending(double euros, double leastWon) {
            double low = winning(leastWon);
            double high = winning(Rates.MOST_WON);
            if (cost(high) <= euros) {
                return high;
            }
            if (cost(low) >= euros) {
                return low;
            }
            for (int i = 0; i < BISECTIONS; i++) {
                double middle = Math.sqrt(low * high);
                if (cost(middle) < euros) {
                    low = middle;
                } else {
                    high = middle;
                }
            }
            return high;
        }
    }

    List<Spot> spots() {
        return spots;
    }
}
