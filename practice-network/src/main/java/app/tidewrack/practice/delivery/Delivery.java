package app.tidewrack.practice.delivery;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.practice.delivery.DeliveryMapper.HourRow;
import app.tidewrack.practice.delivery.DeliveryMapper.Runnable;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * Delivers one hour: each ad group's share of its daily money buys impressions at a varying price, people are drawn from
 * its audience, and click and buy by hidden rates. Money never passes the day's sum. The same seed, set-up and hour give
 * the same result.
 */
@Service
public class Delivery {
    private static final long TINY_PER_MINOR = 10_000;

    private final DeliveryMapper mapper;
    private final World world;
    private final Matcher matcher;
    private final JsonMapper json;

    Delivery(DeliveryMapper mapper, World world, Matcher matcher, JsonMapper json) {
        this.mapper = mapper;
        this.world = world;
        this.matcher = matcher;
        this.json = json;
    }

    /** @param hour the start of a whole hour */
    public void deliver(Instant hour) {
        Map<String, List<Runnable>> groups = mapper.runnable().stream()
                .filter(r -> runs(r, hour))
                .collect(Collectors.groupingBy(Runnable::adGroupId, LinkedHashMap::new, Collectors.toList()));
        groups.values().forEach(ads -> deliver(ads, hour));
    }

    private static boolean runs(Runnable ad, Instant hour) {
        LocalDate day = hour.atZone(ZoneId.of(ad.zone())).toLocalDate();
        return !day.isBefore(ad.startsOn()) && day.isBefore(ad.endsOn());
    }

    private void deliver(List<Runnable> ads, Instant hour) {
        Runnable group = ads.get(0);
        ZonedDateTime local = hour.atZone(ZoneId.of(group.zone()));
        LocalDate day = local.toLocalDate();
        int[] members = matcher.members(json.readValue(group.audience(), AudienceDefinition.class))
                .toArray();
        long left = group.dailyMinor() * TINY_PER_MINOR - mapper.spentTiny(group.adGroupId(), day);
        double budget = left * Market.shareOfRest(local.getHour());
        long most = Market.mostImpressions((long) members.length * world.weight(), local.getHour());
        if (members.length == 0 || most == 0 || budget < 1) {
            return;
        }
        SplittableRandom random = new SplittableRandom(Taste.seed(group.adGroupId() + hour));
        List<Showing> showings = new ArrayList<>();
        for (Runnable ad : ads) {
            showings.add(new Showing(
                    ad, mapper.reached(ad.adId(), day).map(Bitmaps::bitmap).orElseGet(RoaringBitmap::new)));
        }
        double price = Market.priceOfOne(group.currency()) * (group.objective().equals("conversions") ? 1.3 : 1);
        for (long shown = 0; shown < most; shown++) {
            double paid = price * Math.exp(0.35 * (random.nextDouble() + random.nextDouble() - 1));
            if (paid > budget) {
                break;
            }
            budget -= paid;
            pick(showings, random).show(members, (long) paid, random);
        }
        showings.stream().filter(s -> s.impressions > 0).forEach(s -> s.keep(hour, day));
    }

    /** Ads of a group are shown evenly at first, then more the more they are clicked. */
    private static Showing pick(List<Showing> showings, SplittableRandom random) {
        double total = 0;
        for (Showing showing : showings) {
            total += showing.weight;
        }
        double ticket = random.nextDouble() * total;
        for (Showing showing : showings) {
            ticket -= showing.weight;
            if (ticket < 0) {
                return showing;
            }
        }
        return showings.get(showings.size() - 1);
    }

    /** One ad during one hour. */
    private final class Showing {
        private final Runnable ad;
        private final RoaringBitmap reached;
        private final Taste taste;
        private final double weight;
        private final boolean forConversions;
        private long impressions;
        private long clicks;
        private long conversions;
        private long spendTiny;

        Showing(Runnable ad, RoaringBitmap reached) {
            this.ad = ad;
            this.reached = reached;
            taste = new Taste(ad.account(), ad.creative());
            // The prior of 30 clicks in 2,500 impressions keeps the first day even.
            weight = Math.pow((ad.clicks() + 30.0) / (ad.impressions() + 2500.0), 1.5);
            forConversions = ad.objective().equals("conversions");
        }

        void show(int[] members, long paid, SplittableRandom random) {
            Panel panel = world.panel();
            int person = members[random.nextInt(members.length)];
            int other = members[random.nextInt(members.length)];
            // The network knows its people a little: of two it takes the one more likely to do what is paid for.
            if (likelihood(panel, other) > likelihood(panel, person)) {
                person = other;
            }
            int realPerson = person * world.weight() + random.nextInt(world.weight());
            boolean seenBefore = !reached.checkedAdd(realPerson);
            impressions++;
            spendTiny += paid;
            if (random.nextDouble() < taste.click(panel, person, seenBefore)) {
                clicks++;
                if (random.nextDouble() < taste.buy(panel, person)) {
                    conversions++;
                }
            }
        }

        private double likelihood(Panel panel, int person) {
            double click = taste.click(panel, person, false);
            return forConversions ? click * taste.buy(panel, person) : click;
        }

        void keep(Instant hour, LocalDate day) {
            long before = ad.spendTiny() / TINY_PER_MINOR;
            long after = (ad.spendTiny() + spendTiny) / TINY_PER_MINOR;
            mapper.insertHour(
                    new HourRow(ad.adId(), hour, day, impressions, clicks, conversions, spendTiny, after - before));
            mapper.keepReach(ad.adId(), day, Bitmaps.bytes(reached));
        }
    }
}
