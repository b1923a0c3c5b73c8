package app.tidewrack.practice.matching;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.practice.world.City;
import app.tidewrack.practice.world.World;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the network offers, and how many people audiences have. */
@RestController
@RequestMapping("/networks/hearthside")
class MatchingController {
    private final World world;
    private final Matcher matcher;

    MatchingController(World world, Matcher matcher) {
        this.world = world;
        this.matcher = matcher;
    }

    @GetMapping("/rulebook")
    Rulebook rulebook() {
        return world.rulebook();
    }

    @GetMapping("/topics")
    List<OfferedTopic> topics() {
        return world.topics().stream()
                .map(t -> new OfferedTopic(t.code(), t.words(), t.group()))
                .toList();
    }

    @GetMapping("/places")
    List<City> places(@RequestParam String country, @RequestParam String text) {
        return world.find(country, text);
    }

    @PostMapping("/sizes")
    List<AudienceSize> sizes(@RequestBody List<AudienceDefinition> audiences) {
        return audiences.stream().map(matcher::size).toList();
    }

    record OfferedTopic(String code, String words, String group) {}
}
