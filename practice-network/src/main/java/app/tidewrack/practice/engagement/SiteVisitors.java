package app.tidewrack.practice.engagement;

import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.LocalDate;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/**
 * Who visited a client's site: people who clicked an ad, and those who come anyway. The latter are a function of site and
 * day, so every site has a past. People come back: a site's public is a fixed crowd, of which some come often.
 */
@Component
@RequiredArgsConstructor
public class SiteVisitors {
    private static final int PUBLIC = 60_000;
    private static final int CANDIDATES = 5;
    private static final int FEWEST_A_DAY = 300;
    private static final int MOST_A_DAY = 2200;

    private final World world;
    private final Ties ties;
    private final Cache<Site, int[]> publics =
            Caffeine.newBuilder().maximumSize(50).build();
    private final Cache<SiteDay, RoaringBitmap> comers =
            Caffeine.newBuilder().maximumSize(4000).build();

    private record SiteDay(Site site, SiteEvent event, LocalDate day) {}

    /** Real people with an event on one day, whether an ad brought them or not. */
    public RoaringBitmap on(Site site, SiteEvent event, LocalDate day) {
        return RoaringBitmap.or(comers(site, event, day), ties.stored(Tie.site(site.domain(), event), day));
    }

    /**
     * Real people whose last event lies in a window of days.
     *
     * @param from days ago, 0 for today
     * @param to days ago, not less than {@code from}
     */
    public RoaringBitmap lastSeen(Site site, SiteEvent event, LocalDate today, int from, int to) {
        Map<LocalDate, RoaringBitmap> brought =
                ties.between(Tie.site(site.domain(), event), today.minusDays(to), today);
        RoaringBitmap within = new RoaringBitmap();
        RoaringBitmap later = new RoaringBitmap();
        for (int ago = 0; ago <= to; ago++) {
            RoaringBitmap all = ago < from ? later : within;
            all.or(comers(site, event, today.minusDays(ago)));
            RoaringBitmap byAds = brought.get(today.minusDays(ago));
            if (byAds != null) {
                all.or(byAds);
            }
        }
        within.andNot(later);
        return within;
    }

    private RoaringBitmap comers(Site site, SiteEvent event, LocalDate day) {
        RoaringBitmap viewers = comers.get(new SiteDay(site, SiteEvent.VIEW, day), k -> viewers(site, day));
        if (event == SiteEvent.VIEW) {
            return viewers;
        }
        return comers.get(new SiteDay(site, event, day), k -> {
            double share = switch (event) {
                case BASKET -> 0.11;
                case PURCHASE -> 0.03;
                case LEAD -> 0.035;
                default -> 0;
            };
            long salt = Chance.seed(site.domain() + event + day);
            RoaringBitmap some = new RoaringBitmap();
            viewers.forEach((int person) -> {
                if (Chance.unit(salt, person) < share) {
                    some.add(person);
                }
            });
            return some;
        });
    }

    private RoaringBitmap viewers(Site site, LocalDate day) {
        int[] people = publics.get(site, this::peopleOf);
        long salt = Chance.seed(site.domain() + day);
        int count = FEWEST_A_DAY
                + (int) (Chance.unit(Chance.seed("size of " + site.domain()), 0) * (MOST_A_DAY - FEWEST_A_DAY));
        count = (int) (count * (0.8 + 0.4 * Chance.unit(salt, -2)));
        RoaringBitmap viewers = new RoaringBitmap();
        for (int i = 0; i < count && people.length > 0; i++) {
            // The square lets a few come often and many once.
            double u = Chance.unit(salt, i);
            viewers.add(people[(int) (u * u * people.length)]);
        }
        return viewers;
    }

    /** A site's public: of a few people at home, each time the one who takes to the client most. */
    private int[] peopleOf(Site site) {
        Panel panel = world.panel();
        RoaringBitmap home = panel.inCountry(site.country());
        int size = home.getCardinality();
        double[] taste = ClientTaste.direction(site.domain());
        long salt = Chance.seed("public of " + site.domain());
        int[] people = new int[size == 0 ? 0 : PUBLIC];
        for (int i = 0; i < people.length; i++) {
            people[i] = ClientPeople.pick(world, home.first(), size, taste, Chance.bits(salt, i), CANDIDATES);
        }
        return people;
    }
}
