package app.tidewrack.practice.review;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.network.ReviewRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.creative.CreativeDesk;
import app.tidewrack.practice.creative.CreativeOrder;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.review.ReviewMapper.Open;
import app.tidewrack.practice.review.ReviewMapper.Waiting;
import app.tidewrack.practice.world.Chance;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks at ads when their time has come, by the reasons of the rulebook. */
@Component
@RequiredArgsConstructor
public class ReviewDesk {
    private final ReviewMapper mapper;
    private final Networks networks;
    private final CreativeDesk creatives;
    private final PracticeClock clock;

    /** When an ad sent now will have been looked at; most are done in the first third of the usual time. */
    public Instant due(Network network, String adId, Instant now) {
        ReviewRule rule = network.rulebook().review();
        long range = rule.to().minus(rule.from()).toMinutes();
        double u = Chance.unit(Chance.seed(adId), now.getEpochSecond());
        return now.plus(rule.from()).plus(Duration.ofMinutes((long) (range * u * u)));
    }

    /** Decides all whose time has come. */
    public void decide(Instant now) {
        for (Waiting waiting : mapper.due(now)) {
            Network network = networks.network(waiting.network());
            String reason = fault(network, creatives.creative(waiting.network(), waiting.creativeId()), waiting.ages());
            mapper.decide(waiting.id(), reason == null ? "APPROVED" : "REFUSED", reason, now);
        }
    }

    private static @Nullable String fault(Network network, CreativeOrder creative, @Nullable AgeRange shownTo) {
        String text = String.join("\n", texts(creative));
        return network.rulebook()
                .review()
                .risks(text, shownTo)
                .findFirst()
                .map(ReviewRule.Risk::words)
                .orElse(null);
    }

    private static List<String> texts(CreativeOrder creative) {
        List<String> texts = new ArrayList<>(creative.bodies());
        texts.addAll(creative.headlines());
        texts.addAll(creative.descriptions());
        CreativeOrder.Message message = creative.message();
        if (message != null) {
            texts.add(message.subject());
            texts.add(message.body());
        }
        CreativeOrder.Chat chat = creative.chat();
        if (chat != null) {
            texts.add(chat.greeting());
        }
        return texts.stream().filter(Objects::nonNull).toList();
    }

    List<ReviewMapper.Decision> ofAccount(String network, String account, String after) {
        int page = networks.network(network).rulebook().calls().page();
        return mapper.ofAccount(network, account, after, page);
    }

    /** Ads that wait, the next due first. */
    List<Open> open() {
        return mapper.open();
    }

    /** Decides one ad by hand, whatever it says. */
    void decide(String adId, boolean approved, @Nullable String reason) {
        if (!approved && (reason == null || reason.isBlank())) {
            throw new Refusal("reason", "A refusal names no reason.", "Give one.");
        }
        if (mapper.decide(adId, approved ? "APPROVED" : "REFUSED", approved ? null : reason, clock.now()) == 0) {
            throw new NotKnown("ad", adId);
        }
    }
}
