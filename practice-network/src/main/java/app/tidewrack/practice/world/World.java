package app.tidewrack.practice.world;

import app.tidewrack.practice.PracticeSettings;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The population with its places, topics and work; made once at start from the seed. */
@Component
public class World {
    /** Share of a country's people that is 14 or older; a round figure from memory. */
    private static final double OLD_ENOUGH = 0.84;

    private final Geography geography = new Geography();
    private final TopicTree topics = TopicTree.read();
    private final Map<String, Double> rates = Table.read("rates.tsv", f -> f).stream()
            .collect(Collectors.toMap(f -> f[0], f -> Double.parseDouble(f[1])));
    private final Panel panel;
    private final long seed;
    private final int weight;

    public World(PracticeSettings settings) {
        List<JobFunction> functions =
                Table.barred("work.txt").stream().map(JobFunction::of).toList();
        seed = settings.seed();
        panel = PanelMaker.make(seed, settings.people(), geography, topics, functions);
        double online = geography.countries().stream()
                .mapToDouble(c -> c.people() * c.online() * OLD_ENOUGH)
                .sum();
        weight = (int) Math.round(online / settings.people());
    }

    public Panel panel() {
        return panel;
    }

    public Geography geography() {
        return geography;
    }

    public TopicTree topics() {
        return topics;
    }

    public long seed() {
        return seed;
    }

    /** Real people that one panel person stands for. */
    public int weight() {
        return weight;
    }

    /** What one unit of a currency is worth in euros; made up and fixed. */
    public double inEuros(Currency currency) {
        Double rate = rates.get(currency.getCurrencyCode());
        if (rate == null) {
            throw new IllegalArgumentException("No rate for " + currency);
        }
        return rate;
    }
}
