package app.tidewrack.practice.matching;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/** Who an audience is: exact over the panel, told rounded and with the privacy floor. */
@Component
public class Matcher {
    private static final int CIRCLES_KEPT = 500;

    private final World world;
    private final Map<Circle, RoaringBitmap> circles =
            Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Circle, RoaringBitmap> eldest) {
                    return size() > CIRCLES_KEPT;
                }
            });

    Matcher(World world) {
        this.world = world;
    }

    /** Panel people who meet every condition. */
    public RoaringBitmap members(AudienceDefinition audience) {
        Panel panel = world.panel();
        RoaringBitmap members = panel.inCountry(audience.country()).clone();
        if (!audience.places().isEmpty()) {
            RoaringBitmap near = new RoaringBitmap();
            audience.places().forEach(c -> near.or(within(c)));
            members.and(near);
        }
        AgeRange ages = audience.ages();
        if (ages != null) {
            members.and(panel.aged(ages.from(), ages.to()));
        }
        if (audience.gender() == Gender.WOMEN) {
            members.and(panel.women());
        } else if (audience.gender() == Gender.MEN) {
            members.andNot(panel.women());
        }
        if (!audience.interests().isEmpty()) {
            RoaringBitmap likers = new RoaringBitmap();
            audience.interests().forEach(i -> likers.or(panel.likers(i)));
            members.and(likers);
        }
        return members;
    }

    /** Real people in an audience, as the network tells it. */
    public AudienceSize size(AudienceDefinition audience) {
        long exact = members(audience).getLongCardinality() * world.weight();
        return AudienceSize.told(exact, world.rulebook().audience().privacyFloor());
    }

    private RoaringBitmap within(Circle circle) {
        return circles.computeIfAbsent(circle, this::scan);
    }

    private RoaringBitmap scan(Circle circle) {
        Panel panel = world.panel();
        // No point within the radius is further north or south than this, so most people need no trigonometry.
        double band = Math.toDegrees(circle.radiusKm() / Circle.EARTH_RADIUS_KM) + 1e-4;
        RoaringBitmap within = new RoaringBitmap();
        for (int person = 0; person < panel.size(); person++) {
            if (Math.abs(panel.latitude(person) - circle.latitude()) <= band
                    && circle.contains(panel.latitude(person), panel.longitude(person))) {
                within.add(person);
            }
        }
        return within;
    }
}
