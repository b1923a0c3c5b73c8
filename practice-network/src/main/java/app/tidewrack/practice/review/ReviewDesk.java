package app.tidewrack.practice.review;

import app.tidewrack.core.network.Rulebook.ReviewRule;
import app.tidewrack.practice.campaign.Orders.AdOrder;
import app.tidewrack.practice.review.ReviewMapper.Waiting;
import app.tidewrack.practice.world.World;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;

/** Decides ads when their time has come. What it refuses is a rule anybody could read: promises, shouting, link bait. */
@Service
public class ReviewDesk {
    private static final Pattern PROMISE =
            Pattern.compile("\\b(guaranteed?|risk[- ]free|miracle|100 ?% (safe|effective))\\b");
    private static final Pattern BAIT = Pattern.compile("\\byou won.?t believe\\b");
    private static final int SHOUTING_LETTERS = 8;

    private final ReviewMapper mapper;
    private final World world;

    ReviewDesk(ReviewMapper mapper, World world) {
        this.mapper = mapper;
        this.world = world;
    }

    /** When an ad will be decided: within the rulebook's span, the same for the same ad. */
    public Instant due(String id, AdOrder order, Instant now) {
        ReviewRule rule = world.rulebook().review();
        long span = rule.to().minus(rule.from()).toMinutes();
        return now.plus(rule.from()).plusSeconds(60 * Math.floorMod((id + order.body()).hashCode(), span));
    }

    /** Decides all ads whose time has come by {@code now}. */
    public void decide(Instant now) {
        for (Waiting ad : mapper.due(now)) {
            Optional<String> reason = reasonAgainst(ad.body() + "\n" + ad.headline() + "\n" + ad.description());
            mapper.decide(ad.id(), reason.isPresent() ? "REFUSED" : "APPROVED", reason.orElse(null));
        }
    }

    static Optional<String> reasonAgainst(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        var promise = PROMISE.matcher(lower);
        if (promise.find()) {
            return Optional.of("The text promises a result: “%s”.".formatted(promise.group()));
        }
        var bait = BAIT.matcher(lower);
        if (bait.find()) {
            return Optional.of("The text baits the reader: “%s”.".formatted(bait.group()));
        }
        long letters = text.chars().filter(Character::isLetter).count();
        long capitals = text.chars().filter(Character::isUpperCase).count();
        if (letters >= SHOUTING_LETTERS && capitals * 2 > letters) {
            return Optional.of("More than half of the text is in capitals.");
        }
        return Optional.empty();
    }
}
