package app.tidewrack.practice.network;

import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.world.City;
import app.tidewrack.practice.world.Question;
import app.tidewrack.practice.world.Topic;
import app.tidewrack.practice.world.World;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the networks offer: rulebooks, the interest tree, places and questions. */
@RestController
@RequiredArgsConstructor
class OfferController {
    private static final int MOST_WITHIN = 150;

    private final Networks networks;
    private final World world;

    record Listed(String slug, String code, String name, String kind, int version) {}

    record OfferedTopic(
            String code,
            String words,
            String group,
            int level,
            @Nullable String parent) {}

    @GetMapping("/networks")
    List<Listed> all() {
        return networks.all().stream()
                .map(n -> new Listed(
                        n.slug(),
                        n.code(),
                        n.rulebook().name(),
                        n.rulebook().kind(),
                        n.rulebook().version()))
                .toList();
    }

    @GetMapping(path = "/rulebook-schema.json", produces = MediaType.APPLICATION_JSON_VALUE)
    String schema() {
        return networks.schema();
    }

    @GetMapping("/networks/{network}/rulebook")
    Rulebook rulebook(@PathVariable String network) {
        return networks.network(network).rulebook();
    }

    /** The interest tree; a topic's group is its domain. */
    @GetMapping("/networks/{network}/topics")
    List<OfferedTopic> topics(@PathVariable String network) {
        networks.network(network);
        return world.topics().all().stream()
                .map(t -> new OfferedTopic(t.code(), t.words(), domain(t), t.level(), t.parent()))
                .toList();
    }

    private String domain(Topic topic) {
        String parent = topic.parent();
        return parent == null
                ? topic.words()
                : domain(world.topics().find(parent).orElseThrow());
    }

    /** @param country empty for any */
    @GetMapping("/networks/{network}/places")
    List<City> places(
            @PathVariable String network, @RequestParam(defaultValue = "") String country, @RequestParam String text) {
        networks.network(network);
        return world.geography().find(country, text);
    }

    /**
     * The largest places of an area.
     *
     * @throws Refusal when there is no such area on Earth
     */
    @GetMapping("/networks/{network}/places/within")
    List<City> within(
            @PathVariable String network,
            @RequestParam double south,
            @RequestParam double west,
            @RequestParam double north,
            @RequestParam double east) {
        networks.network(network);
        requireOnEarth(south, west);
        requireOnEarth(north, east);
        return world.geography().within(south, west, north, east, MOST_WITHIN);
    }

    /**
     * The nearest place to a point.
     *
     * @throws Refusal when there is no such point on Earth
     */
    @GetMapping("/networks/{network}/places/near")
    City near(@PathVariable String network, @RequestParam double latitude, @RequestParam double longitude) {
        networks.network(network);
        requireOnEarth(latitude, longitude);
        return world.geography().nearest(latitude, longitude);
    }

    private static void requireOnEarth(double latitude, double longitude) {
        if (!(Math.abs(latitude) <= 90) || !(Math.abs(longitude) <= 180)) {
            throw new Refusal(
                    "latitude",
                    "%s, %s is no point on Earth.".formatted(latitude, longitude),
                    "Give a latitude within 90 and a longitude within 180.");
        }
    }

    /** Names of regions by code. */
    @GetMapping("/networks/{network}/regions")
    Map<String, String> regions(@PathVariable String network) {
        networks.network(network);
        return world.geography().regions();
    }

    /** @param topic code of a topic or branch */
    @GetMapping("/networks/{network}/questions")
    List<Question> questions(@PathVariable String network, @RequestParam String topic) {
        networks.network(network);
        return Question.about(
                world.topics().find(topic).orElseThrow(() -> new NotKnown("topic", topic)), world.topics());
    }
}
