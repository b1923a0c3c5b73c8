package app.tidewrack.practice.world;

import app.tidewrack.core.network.Rulebook;
import app.tidewrack.practice.PracticeSettings;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The population, its cities and topics, and the network's rulebook; made once at start from the seed. */
@Component
public class World {
    private static final int MOST_PLACES_FOUND = 12;

    private final List<City> cities = Table.read("cities.tsv", City::of);
    private final List<Topic> topics = Table.read("topics.tsv", Topic::of);
    private final Panel panel;
    private final Rulebook rulebook;
    private final int weight;

    World(PracticeSettings settings, JsonMapper json) throws IOException {
        panel = Panel.make(settings.seed(), settings.people(), cities, topics);
        rulebook = json.readValue(
                new ClassPathResource("rulebooks/hearthside.json").getContentAsString(StandardCharsets.UTF_8),
                Rulebook.class);
        weight = settings.weight();
    }

    public Panel panel() {
        return panel;
    }

    public Rulebook rulebook() {
        return rulebook;
    }

    public List<Topic> topics() {
        return topics;
    }

    /** Real people that one panel person stands for. */
    public int weight() {
        return weight;
    }

    /** Cities of a country whose name, or a word of it, starts with the text; the largest first. */
    public List<City> find(String country, String text) {
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        return cities.stream()
                .filter(c -> c.country().equals(country))
                .filter(c -> c.search().startsWith(wanted)
                        || c.search().contains(" " + wanted)
                        || c.name().toLowerCase(Locale.ROOT).startsWith(wanted))
                .limit(MOST_PLACES_FOUND)
                .toList();
    }
}
