package app.tidewrack.practice.matching;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Presence;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.OfferedAudience;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/** Turns a definition into a crowd: set algebra over the panel's columns and the account's sources. */
@Component
@RequiredArgsConstructor
public class Matcher {
    private static final int CIRCLES_KEPT = 2000;

    private final World world;
    private final TermMatcher terms;
    private final Cache<Circle, RoaringBitmap> circles =
            Caffeine.newBuilder().maximumSize(CIRCLES_KEPT).build();

    /**
     * @param account null where none is at hand; then no sources, lookalikes or ties can be asked for
     * @throws Refusal when the network does not offer what is asked
     */
    public Crowd crowd(Network network, @Nullable Account account, AudienceDefinition definition) {
        OfferedAudience.require(definition, network.rulebook().audience());
        Crowd crowd = panel(network.members());
        if (!definition.places().none()) {
            crowd = crowd.and(panel(at(definition.places(), definition.presence())));
        }
        if (!definition.placesLeftOut().none()) {
            crowd = crowd.andNot(panel(at(definition.placesLeftOut(), Presence.LIVING)));
        }
        AgeRange ages = definition.ages();
        if (ages != null) {
            boolean over = ages.to() == network.rulebook().audience().oldest();
            crowd = crowd.and(panel(world.panel().aged(ages.from(), over ? Integer.MAX_VALUE : ages.to())));
        }
        if (definition.gender() != Gender.ANY) {
            crowd = crowd.and(panel(
                    definition.gender() == Gender.WOMEN
                            ? world.panel().women()
                            : world.panel().men()));
        }
        for (AnyOf condition : definition.conditions()) {
            crowd = crowd.and(any(network, account, condition.terms()));
        }
        return definition.leftOut().isEmpty() ? crowd : crowd.andNot(any(network, account, definition.leftOut()));
    }

    /** The size as the network tells it. */
    public AudienceSize size(Network network, @Nullable Account account, AudienceDefinition audience) {
        return told(network, crowd(network, account, audience).size());
    }

    /** A number of people as the network tells it. */
    AudienceSize told(Network network, long people) {
        return AudienceSize.told(people, network.rulebook().audience().privacyFloor());
    }

    /** People who hold one of some devices, whether or not the network lets an audience ask for them. */
    public Crowd holders(Network network, List<String> devices) {
        return any(
                network,
                null,
                devices.stream().map(d -> new Term(TermKind.DEVICE, d)).toList());
    }

    private Crowd any(Network network, @Nullable Account account, List<Term> anyOf) {
        Crowd any = panel(new RoaringBitmap());
        for (Term term : anyOf) {
            any = any.or(terms.crowd(network, account, term));
        }
        return any;
    }

    private Crowd panel(RoaringBitmap people) {
        return Crowd.ofPanel(world.weight(), people);
    }

    private RoaringBitmap at(Places places, Presence presence) {
        RoaringBitmap living = new RoaringBitmap();
        places.countries().forEach(c -> living.or(world.panel().inCountry(c)));
        places.regions().forEach(r -> living.or(region(r)));
        places.circles().forEach(c -> living.or(circles.get(c, this::within)));
        if (presence == Presence.LIVING) {
            return living;
        }
        Panel panel = world.panel();
        RoaringBitmap there = panel.awayIn(
                city -> places.countries().contains(city.country())
                        || places.regions().contains(city.region())
                        || places.circles().stream().anyMatch(c -> c.contains(city.latitude(), city.longitude())),
                world.geography());
        return presence == Presence.LATELY ? RoaringBitmap.or(living, there) : RoaringBitmap.andNot(there, living);
    }

    private RoaringBitmap region(String region) {
        return world.panel()
                .inRegion(region)
                .orElseThrow(() -> new Refusal(
                        "places", "“%s” is no region.".formatted(region), "Look it up among the network’s places."));
    }

    private RoaringBitmap within(Circle circle) {
        return world.panel().within(circle, world.geography());
    }
}
