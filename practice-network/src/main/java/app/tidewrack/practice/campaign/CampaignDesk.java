package app.tidewrack.practice.campaign;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.AdOrder;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.review.ReviewDesk;
import app.tidewrack.practice.world.World;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Currency;
import java.util.HexFormat;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Sets up and changes what advertisers order, once by idempotency key, and refuses what the rulebook forbids. */
@Service
@Transactional
class CampaignDesk {
    private final CampaignMapper mapper;
    private final World world;
    private final Matcher matcher;
    private final PracticeClock clock;
    private final ReviewDesk review;
    private final JsonMapper json;

    CampaignDesk(
            CampaignMapper mapper,
            World world,
            Matcher matcher,
            PracticeClock clock,
            ReviewDesk review,
            JsonMapper json) {
        this.mapper = mapper;
        this.world = world;
        this.matcher = matcher;
        this.clock = clock;
        this.review = review;
        this.json = json;
    }

    String create(String key, CampaignOrder order) {
        requireName(order.name());
        if (rulebook().objective(order.objective()).isEmpty()) {
            throw new Refusal("objective", "“%s” is not offered.".formatted(order.objective()), "See the rulebook.");
        }
        return once(key, "HSC", id -> mapper.insertCampaign(id, order));
    }

    void change(String id, CampaignOrder order) {
        requireName(order.name());
        found(mapper.updateCampaign(id, order), id);
    }

    String create(String key, AdGroupOrder order) {
        require(order);
        return once(key, "HSG", id -> mapper.insertAdGroup(id, order, json.writeValueAsString(order.audience())));
    }

    void change(String id, AdGroupOrder order) {
        require(order);
        found(mapper.updateAdGroup(id, order, json.writeValueAsString(order.audience())), id);
    }

    private void require(AdGroupOrder order) {
        requireName(order.name());
        Currency currency = Currency.getInstance(
                mapper.currency(order.campaignId()).orElseThrow(() -> unknown("campaignId", order.campaignId())));
        MoneyRule rule = rulebook()
                .money(currency)
                .orElseThrow(
                        () -> new Refusal("currency", "%s is not taken.".formatted(currency), "See the rulebook."));
        if (order.dailyMinor() < rule.lowestDailyMinor()) {
            throw new Refusal(
                    "dailyMinor",
                    "%s a day is under the lowest, %s."
                            .formatted(
                                    new Money(order.dailyMinor(), currency),
                                    new Money(rule.lowestDailyMinor(), currency)),
                    "Raise it.");
        }
        int least = rulebook().audience().leastPeople();
        if (matcher.members(order.audience()).getLongCardinality() * world.weight() < least) {
            throw new Refusal("audience", "The audience has fewer than %,d people.".formatted(least), "Widen it.");
        }
    }

    String create(String key, AdOrder order) {
        require(order);
        return once(key, "HSA", id -> mapper.insertAd(id, order, clock.now(), review.due(id, order, clock.now())));
    }

    void change(String id, AdOrder order) {
        require(order);
        found(mapper.updateAd(id, order, clock.now(), review.due(id, order, clock.now())), id);
    }

    private void require(AdOrder order) {
        requireName(order.name());
        if (!mapper.hasAdGroup(order.adGroupId())) {
            throw unknown("adGroupId", order.adGroupId());
        }
        if (!mapper.hasPicture(order.pictureSha())) {
            throw unknown("pictureSha", order.pictureSha());
        }
    }

    void keepPicture(String sha, byte[] content) {
        try {
            String actual = HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(content));
            if (!actual.equals(sha)) {
                throw new Refusal(
                        "sha256", "The content’s SHA-256 is %s, not %s.".formatted(actual, sha), "Send it again.");
            }
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
        mapper.insertPicture(sha, content);
    }

    void pauseCampaign(String id, boolean paused) {
        found(mapper.pauseCampaign(id, paused), id);
    }

    void pauseAdGroup(String id, boolean paused) {
        found(mapper.pauseAdGroup(id, paused), id);
    }

    void pauseAd(String id, boolean paused) {
        found(mapper.pauseAd(id, paused), id);
    }

    /** Creates under a key, or answers what the key created before; two calls with one key wait for each other. */
    private String once(String key, String prefix, Consumer<String> create) {
        mapper.lock(key);
        return mapper.answered(key).orElseGet(() -> {
            String id = prefix + mapper.nextNumber();
            create.accept(id);
            mapper.answer(key, id);
            return id;
        });
    }

    private Rulebook rulebook() {
        return world.rulebook();
    }

    private void requireName(String name) {
        int limit = rulebook().nameLimit();
        if (name.isBlank() || name.length() > limit) {
            throw new Refusal(
                    "name",
                    "A name has 1 to %d characters; this has %d.".formatted(limit, name.length()),
                    "Change it.");
        }
    }

    private static void found(int rows, String id) {
        if (rows == 0) {
            throw unknown("id", id);
        }
    }

    private static Refusal unknown(String field, String id) {
        return new Refusal(field, "Nothing is known by “%s”.".formatted(id), "Create it first.");
    }
}
