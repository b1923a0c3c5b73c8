package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.ObjectiveRule.Action;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.practice.auction.Field.Standing;
import app.tidewrack.practice.bid.PersonPrice;
import app.tidewrack.practice.delivery.DeliveryMapper.LateEvent;
import app.tidewrack.practice.delivery.GroupRun.Offer;
import app.tidewrack.practice.delivery.GroupRun.Spot;
import app.tidewrack.practice.delivery.Response.Seen;
import app.tidewrack.practice.report.Measure;
import app.tidewrack.practice.report.Tally.Booking;
import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Delivers one hour of one ad group: impression after impression, until the hour's money or its chances are spent. */
final class GroupHour {
    private static final int SLOTS = 5;
    private static final double LEARNING = 0.35;

    /** By how much what two clients bid for the same person differs, beyond what they bid on average: a logarithm's deviation. */
    private static final double DIFFER = 0.5;

    private final GroupRun group;
    private final List<AdRun> ads;
    private final Instant hour;
    private final LocalDate day;
    private final World world;
    private final Panel panel;
    private final Devices devices;
    private final Cells cells;
    private final Notes notes;
    private final SplittableRandom random;
    private final double[] adWeights;
    private final double adsTotal;
    private final double meanPerformance;
    private final double euros;
    private final Offer offer;
    private final double wantsToday;

    /** Takes down what happens beyond numbers. */
    interface Notes {
        void tie(GroupRun group, Response.TieTo tie, LocalDate day, int person);

        /** Someone got a direct message of the group. */
        void messaged(GroupRun group, LocalDate day, int person);

        /** Something happens after its click. */
        void later(LateEvent event);

        void lead(GroupRun group, AdRun ad, Instant hour, int person);

        void chat(GroupRun group, AdRun ad, Instant hour, int person);
    }

    /**
     * @param euros to be spent this hour, about
     * @param behind hours that the group is behind with its money
     */
    GroupHour(
            GroupRun group,
            List<AdRun> ads,
            Instant hour,
            double euros,
            double behind,
            World world,
            Devices devices,
            Cells cells,
            Notes notes) {
        this.group = group;
        this.ads = ads;
        this.hour = hour;
        this.euros = euros;
        this.world = world;
        this.devices = devices;
        this.cells = cells;
        this.notes = notes;
        panel = world.panel();
        day = hour.atZone(group.account().zone()).toLocalDate();
        random = new SplittableRandom(Chance.bits(world.seed() ^ Chance.seed(group.id()), hour.getEpochSecond()));
        ads.forEach(a -> a.begin(day, group.network().slug()));
        adWeights = ads.stream().mapToDouble(this::weight).toArray();
        double total = 0;
        double mean = 0;
        for (int i = 0; i < adWeights.length; i++) {
            total += adWeights[i];
            mean += adWeights[i] * ads.get(i).performance();
        }
        adsTotal = total;
        meanPerformance = mean / total;
        wantsToday = Mood.wants(group.network().market(), group.account().client(), day);
        offer = offer(behind);
    }

    private Offer offer(double behind) {
        List<Spot> spots = group.spots().stream()
                .filter(s -> ads.stream().anyMatch(a -> a.fits(s.rule().code())))
                .toList();
        return spots.isEmpty() || euros <= 0 || group.draw().size() == 0
                ? Offer.NOTHING
                : group.offer(hour, spots, meanPerformance, euros, behind);
    }

    /** What others meet this hour where one ad is shown at a time. */
    List<Contender> bids() {
        return offer.chances().stream()
                .filter(c -> c.spot().place().slots().size() == 1)
                .map(c -> new Contender(
                        group.account().client(),
                        c.spot().number(),
                        group.draw().crowd(),
                        group.split(),
                        c.score() * offer.price(),
                        offer.part()))
                .toList();
    }

    /** Ads are shown evenly at first, then more the more they bring; while little is known, chance has a hand in it. */
    private double weight(AdRun ad) {
        double noise = LEARNING / Math.sqrt(1 + ad.brought() / 12);
        double luck = 2 * Chance.unit(Chance.seed(ad.id()), day.toEpochDay()) - 1;
        return Math.pow(ad.performance() * Math.exp(noise * luck), 1.5);
    }

    /**
     * @param others what other clients' ad groups bid on the network
     * @param mostTiny that may be spent whatever happens
     * @return spent, in ten-thousandths of a minor unit
     */
    long run(List<Contender> others, long mostTiny) {
        double expected = offer.impressions();
        long count = (long) (expected + random.nextDouble());
        if (count == 0) {
            return 0;
        }
        double tinyPerEuro = group.minorPerEuro() * Purse.TINY;
        Draw.Hour drawing = group.draw().at(group.network().market(), hour, random);
        Response response = new Response(group.network().market(), random, group.minorPerEuro());
        Map<Integer, List<Contender>> against = others.stream().collect(Collectors.groupingBy(Contender::spot));
        long spent = 0;
        long wanted = (long) (euros * tinyPerEuro);
        for (long i = 0; i < count && spent < wanted; i++) {
            long paid = show(expected, drawing, response, against, mostTiny - spent, tinyPerEuro);
            if (paid < 0) {
                break;
            }
            spent += paid;
        }
        return spent;
    }

    private boolean due(Counting counting) {
        return switch (group.charge()) {
            case IMPRESSION, SEND -> true;
            case CLICK -> counting.clicked;
            case VIEW -> counting.viewed;
        };
    }

    /** @return paid, or −1 when there is no money left for it */
    private long show(
            double expected,
            Draw.Hour drawing,
            Response response,
            Map<Integer, List<Contender>> against,
            long leftTiny,
            double tinyPerEuro) {
        GroupRun.Chance chance = chance(expected);
        Spot spot = chance.spot();
        AdRun ad = ad(spot);
        int real = person(drawing, ad);
        if (real < 0) {
            return 0;
        }
        int person = real / world.weight();
        int device = devices.one(person, spot.devices(), random);
        if (device < 0 || (group.sends() && group.inbox().contains(real))) {
            return 0;
        }
        double best = bestOf(against.getOrDefault(spot.number(), List.of()), real);
        if (best > chance.score() * offer.price()) {
            return 0;
        }
        Standing standing = spot.field().standing(chance.score(), random);
        double due = Math.max(best, standing.price() * offer.price());
        long price = price(
                due * PersonPrice.of(world, person) / group.meanPersonPrice(), spot, tinyPerEuro, standing.attention());
        if (price > leftTiny) {
            return -1;
        }
        if (group.sends()) {
            group.inbox().add(real);
            notes.messaged(group, day, real);
        }
        int[] combination = combination(ad);
        long cell = cells.cell(person, spot.number(), device, combination);
        Booking booking = ad.book(cell);
        booking.add(Measure.IMPRESSIONS, 1);
        Counting counting = new Counting(ad, booking, cell, real);
        Seen seen = seen(ad, spot, standing, combination, person, real);
        boolean acted = response.respond(seen, counting);
        long paid = due(counting) ? price : 0;
        booking.add(Measure.SPEND_TINY, paid);
        learn(ad, spot, acted, counting);
        ad.spend(paid, acted);
        return paid;
    }

    /** The most that any of those bids for a person who seeks them now, in euros; 0 when none does. */
    private double bestOf(List<Contender> others, int real) {
        double best = 0;
        for (Contender other : others) {
            if (random.nextDouble() < other.part() && other.seeks(real)) {
                best = Math.max(best, other.euros() * Math.exp(DIFFER * random.nextGaussian()));
            }
        }
        return best;
    }

    /** What is charged for one impression, click, view or send; never over the bid it came from. */
    private long price(double due, Spot spot, double tinyPerEuro, double attention) {
        double units = switch (group.charge()) {
            case IMPRESSION, SEND -> 1;
            case CLICK, VIEW -> group.unitRate(spot, meanPerformance) * attention;
        };
        double tiny = due / units * tinyPerEuro;
        Long bid = group.order().bid().minor();
        boolean capped =
                group.charge() != Charge.IMPRESSION && group.order().bid().strategy() == BidStrategy.MAXIMUM;
        return (long) (bid != null && capped ? Math.min(tiny, bid * (double) Purse.TINY) : tiny);
    }

    private void learn(AdRun ad, Spot spot, boolean acted, Counting counting) {
        double average = group.unitRate(spot, 1);
        boolean brought = switch (group.charge()) {
            case CLICK -> counting.clicked;
            case VIEW -> counting.viewed;
            default -> acted && group.goal().action() != Action.IMPRESSION;
        };
        if (group.goal().action() != Action.IMPRESSION || group.charge() != Charge.IMPRESSION) {
            ad.expect(average);
            if (brought) {
                ad.bring();
            }
        }
    }

    private Seen seen(AdRun ad, Spot spot, Standing standing, int[] combination, int person, int real) {
        boolean mayEngage = group.order().switches().getOrDefault("comments", true);
        return new Seen(
                ad,
                group.goal(),
                spot.place(),
                standing.attention(),
                ad.taste().appeal(combination) * ad.mood(),
                ad.taste().draw(panel, person),
                ad.taste().wants(panel, person) * wantsToday,
                ad.freshness(real),
                group.draw().isWarm(real),
                mayEngage,
                group.account().site() != null,
                tie -> notes.tie(group, tie, day, real));
    }

    private GroupRun.Chance chance(double expected) {
        double ticket = random.nextDouble() * expected;
        for (GroupRun.Chance chance : offer.chances()) {
            ticket -= chance.count();
            if (ticket < 0) {
                return chance;
            }
        }
        return offer.chances().get(offer.chances().size() - 1);
    }

    private AdRun ad(Spot spot) {
        for (int tries = 0; tries < 50; tries++) {
            double ticket = random.nextDouble() * adsTotal;
            int i = 0;
            while (i < adWeights.length - 1 && ticket >= adWeights[i]) {
                ticket -= adWeights[i++];
            }
            if (ads.get(i).fits(spot.rule().code())) {
                return ads.get(i);
            }
        }
        return ads.stream().filter(a -> a.fits(spot.rule().code())).findFirst().orElseThrow();
    }

    /** The network knows its people a little: of two it takes the one likelier to do what is sought. */
    private int person(Draw.Hour drawing, AdRun ad) {
        int one = apart(drawing);
        int other = apart(drawing);
        if (one < 0 || other < 0) {
            return Math.max(one, other);
        }
        return likelihood(ad, other) > likelihood(ad, one) ? other : one;
    }

    private double likelihood(AdRun ad, int real) {
        int person = real / world.weight();
        double draw = ad.taste().draw(panel, person);
        boolean further =
                group.goal().action() == Action.SITE_EVENT || group.goal().action() == Action.FORM_SEND;
        return group.goal().action() == Action.IMPRESSION
                ? 1
                : further ? draw * ad.taste().wants(panel, person) : draw;
    }

    /** Someone of the group's part of the people, where groups are held apart. */
    private int apart(Draw.Hour drawing) {
        for (int tries = 0; tries < 60; tries++) {
            int real = drawing.person();
            if (real < 0 || group.split().takes(real)) {
                return real;
            }
        }
        return -1;
    }

    /** Of two combinations at random the more appealing one; the network finds out about as well. */
    private int[] combination(AdRun ad) {
        int[] one = new int[SLOTS];
        int[] other = new int[SLOTS];
        boolean choice = false;
        for (int slot = 0; slot < SLOTS; slot++) {
            int parts = ad.taste().parts(slot);
            if (parts > 1) {
                choice = true;
                one[slot] = random.nextInt(parts);
                other[slot] = random.nextInt(parts);
            }
        }
        return choice && ad.taste().appeal(other) > ad.taste().appeal(one) ? other : one;
    }

    /** Counts what a person does into the hour of the ad. */
    private final class Counting implements Outcome {
        private final AdRun ad;
        private final Booking booking;
        private final long cell;
        private final int real;
        private boolean clicked;
        private boolean viewed;

        Counting(AdRun ad, Booking booking, long cell, int real) {
            this.ad = ad;
            this.booking = booking;
            this.cell = cell;
            this.real = real;
        }

        @Override
        public void now(Measure measure, long count) {
            booking.add(measure, count);
            clicked |= measure == Measure.CLICKS;
            viewed |= measure == Measure.VIEWS;
        }

        @Override
        public void later(Measure measure, long valueMinor, double hours) {
            if (hours > 0) {
                Instant due = hour.plus(Duration.ofMinutes((long) (hours * 60)));
                notes.later(new LateEvent(0, ad.id(), hour, day, due, cell, measure.name(), valueMinor, real));
                return;
            }
            booking.add(measure, 1);
            booking.add(Measure.VALUE_MINOR, valueMinor);
            notes.tie(group, new Response.TieTo("site-purchase", ""), day, real);
        }

        @Override
        public void lead() {
            notes.lead(group, ad, hour, real);
        }

        @Override
        public void chat() {
            notes.chat(group, ad, hour, real);
        }
    }
}
