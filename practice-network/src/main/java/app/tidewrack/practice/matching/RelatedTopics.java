package app.tidewrack.practice.matching;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.Topic;
import app.tidewrack.practice.world.World;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Topics that people who like some topics like more than others do. */
@RestController
@RequestMapping("/networks/{network}/topics/related")
@RequiredArgsConstructor
class RelatedTopics {
    private static final int MOST_ASKED = 60;

    /** Under so many panel people a lift is mostly chance. */
    private static final int FEWEST = 30;

    private final Networks networks;
    private final Matcher matcher;
    private final World world;

    /** @param places none for wherever the network is */
    record Asked(Places places, List<String> topics) {}

    /**
     * @param branch the branch it belongs to, in words
     * @param lift how many times as common among those who like the topics asked as among all there
     * @param people who like it there
     */
    record Related(String code, String words, String branch, double lift, AudienceSize people) {}

    /** Single topics, none of them asked or below one that is; the highest lift first. */
    @PostMapping
    List<Related> related(@PathVariable String network, @RequestBody Asked asked) {
        if (asked.topics().isEmpty() || asked.topics().size() > MOST_ASKED) {
            throw new Refusal(
                    "topics",
                    "The call names %d topics; 1 to %d are taken."
                            .formatted(asked.topics().size(), MOST_ASKED),
                    "Name some.");
        }
        Network of = networks.network(network);
        AudienceDefinition there = AudienceDefinition.everyoneIn(asked.places());
        RoaringBitmap all = matcher.crowd(of, null, there).whole();
        RoaringBitmap fans =
                matcher.crowd(of, null, there.interestedIn(asked.topics())).whole();
        Set<String> known = new HashSet<>(asked.topics());
        asked.topics().forEach(t -> world.topics().find(t).ifPresent(topic -> known.addAll(topic.leaves())));
        double share = (double) fans.getCardinality() / Math.max(1, all.getCardinality());
        return world.topics().all().stream()
                .filter(t -> t.level() == 3 && !known.contains(t.code()))
                .flatMap(t -> related(of, t, all, fans, share).stream())
                .sorted(Comparator.comparingDouble(Related::lift).reversed().thenComparing(Related::code))
                .toList();
    }

    private String branch(Topic topic) {
        return Optional.ofNullable(topic.parent())
                .flatMap(world.topics()::find)
                .map(Topic::words)
                .orElse("");
    }

    private Optional<Related> related(
            Network network, Topic topic, RoaringBitmap all, RoaringBitmap fans, double share) {
        RoaringBitmap liking =
                world.panel().column(TermKind.INTEREST, topic.code()).orElseThrow();
        int there = RoaringBitmap.andCardinality(liking, all);
        if (there < FEWEST || share == 0) {
            return Optional.empty();
        }
        double lift = RoaringBitmap.andCardinality(liking, fans) / (there * share);
        return Optional.of(new Related(
                topic.code(),
                topic.words(),
                branch(topic),
                lift,
                matcher.told(network, (long) there * world.weight())));
    }
}
