package app.tidewrack.practice.delivery;

import app.tidewrack.practice.matching.Crowd;
import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.world.Panel;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.roaringbitmap.RoaringBitmap;

/** Draws people of a crowd by who is there at an hour: each country by its own clock. */
final class Draw {
    private static final int TRIES = 30;

    private final Crowd crowd;
    private final int[] people;
    private final List<Part> parts = new ArrayList<>();
    private final long singles;

    /** Panel people of one country, by place in {@link #people}. */
    private record Part(int from, int to, ZoneId zone) {}

    Draw(Crowd crowd, List<CountryZone> zones) {
        this.crowd = crowd;
        people = crowd.whole().toArray();
        singles = crowd.singles().getLongCardinality();
        RoaringBitmap whole = crowd.whole();
        for (CountryZone zone : zones) {
            int from = zone.first() == 0 ? 0 : whole.rank(zone.first() - 1);
            int to = whole.rank(zone.last());
            if (to > from) {
                parts.add(new Part(from, to, zone.zone()));
            }
        }
    }

    /** A country's first and last panel person and the clock of its largest city. */
    record CountryZone(int first, int last, ZoneId zone) {}

    long size() {
        return crowd.size();
    }

    Crowd crowd() {
        return crowd;
    }

    /** True for a real person who is in the crowd by a tie of their own, such as a visit. */
    boolean isWarm(int real) {
        return singles > 0 && crowd.singles().contains(real);
    }

    /** The part of a mean day's visits that falls into an hour, over all countries by their people. */
    double presence(Market market, Instant hour, ZoneId home) {
        double weighted = singles * market.presence(hour.atZone(home));
        double all = singles;
        for (Part part : parts) {
            double here = (double) (part.to() - part.from()) * crowd.weight();
            weighted += here * market.presence(hour.atZone(part.zone()));
            all += here;
        }
        return all == 0 ? 0 : weighted / all;
    }

    /** One hour's drawing. */
    Hour at(Market market, Instant hour, SplittableRandom random) {
        return new Hour(market, hour, random);
    }

    final class Hour {
        private final double[] upTo;
        private final double singlesShare;
        private final SplittableRandom random;

        private Hour(Market market, Instant hour, SplittableRandom random) {
            this.random = random;
            upTo = new double[parts.size()];
            double total = 0;
            for (int i = 0; i < upTo.length; i++) {
                Part part = parts.get(i);
                total += (part.to() - part.from()) * market.presence(hour.atZone(part.zone()));
                upTo[i] = total;
            }
            singlesShare = singles == 0 ? 0 : (double) singles / crowd.size();
        }

        /** A real person, or −1 when none was found in some tries. */
        int person() {
            for (int i = 0; i < TRIES; i++) {
                int real = anyone();
                if (crowd.hasNoHoles() || crowd.contains(real)) {
                    return real;
                }
            }
            return -1;
        }

        private int anyone() {
            if (singlesShare > 0 && (people.length == 0 || random.nextDouble() < singlesShare)) {
                return crowd.singles().select((int) (random.nextDouble() * singles));
            }
            double ticket = random.nextDouble() * upTo[upTo.length - 1];
            int i = 0;
            while (i < upTo.length - 1 && ticket >= upTo[i]) {
                i++;
            }
            Part part = parts.get(i);
            int person = people[part.from() + random.nextInt(part.to() - part.from())];
            return person * crowd.weight() + random.nextInt(crowd.weight());
        }
    }

    /** Share of some panel people of the crowd for whom something holds. */
    double share(Panel panel, RoaringBitmap holds) {
        int size = crowd.whole().getCardinality();
        if (size > 0) {
            return (double) RoaringBitmap.andCardinality(crowd.whole(), holds) / size;
        }
        return (double) holds.getCardinality() / panel.size();
    }
}
