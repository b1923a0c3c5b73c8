package app.tidewrack.practice.world;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** The interest tree in three levels, read from {@code topics.txt}. */
public final class TopicTree {
    private static final double MOST_LIKED = -2.5;
    private static final double LESS_BY_RANK = 0.3;

    private final Map<String, Topic> topics = new LinkedHashMap<>();

    private TopicTree() {}

    static TopicTree read() {
        TopicTree tree = new TopicTree();
        Domain domain = null;
        for (String line : Table.lines("topics.txt")) {
            if (line.startsWith("#") || line.isBlank()) {
                continue;
            }
            if (line.startsWith(" ")) {
                if (domain == null) {
                    throw new IllegalArgumentException("A branch before any domain: " + line);
                }
                tree.branch(domain, line.strip());
            } else {
                domain = Domain.of(line);
                tree.add(new Topic(slug(domain.words), domain.words, null, 1, new ArrayList<>(), null));
            }
        }
        return tree;
    }

    private record Domain(String words, double[] pull, double woman, double older) {
        static Domain of(String line) {
            String[] parts = line.split("\\|");
            String[] last = parts[2].strip().split("\\s+");
            return new Domain(
                    parts[0].strip(), Liking.pull(parts[1]), Double.parseDouble(last[0]), Double.parseDouble(last[1]));
        }
    }

    private void branch(Domain domain, String line) {
        String words = line.substring(0, line.indexOf(':'));
        Topic above = Objects.requireNonNull(topics.get(slug(domain.words)));
        Topic branch = new Topic(above.code() + "/" + slug(words), words, above.code(), 2, new ArrayList<>(), null);
        add(branch);
        int rank = 0;
        for (String each : line.substring(line.indexOf(':') + 1).split(",")) {
            Topic topic = topic(domain, branch, each.strip(), rank++);
            add(topic);
            branch.leaves().add(topic.code());
            above.leaves().add(topic.code());
        }
    }

    private static Topic topic(Domain domain, Topic branch, String text, int rank) {
        String[] partsOfBase = text.split("@");
        String[] partsOfCode = partsOfBase[0].split("=");
        String words = partsOfCode[partsOfCode.length - 1];
        String code = partsOfCode.length == 2 ? partsOfCode[0] : slug(words);
        long own = Chance.seed(code);
        double base = partsOfBase.length == 2
                ? Double.parseDouble(partsOfBase[1])
                : MOST_LIKED - LESS_BY_RANK * rank + 0.25 * Chance.normal(own, 100);
        double[] pull = domain.pull.clone();
        for (int t = 0; t < pull.length; t++) {
            pull[t] += 0.25 * Chance.normal(own, t);
        }
        return new Topic(
                code,
                words,
                branch.code(),
                3,
                List.of(code),
                new Liking(base, pull, domain.woman, domain.older + 0.15 * Chance.normal(own, 50)));
    }

    private void add(Topic topic) {
        if (topics.put(topic.code(), topic) != null) {
            throw new IllegalArgumentException("Two topics have the code " + topic.code());
        }
    }

    /** Small letters and hyphens: {@code Children's clothes} becomes {@code childrens-clothes}. */
    static String slug(String words) {
        return Normalizer.normalize(words.replace("'", ""), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-");
    }

    public List<Topic> all() {
        return List.copyOf(topics.values());
    }

    public Optional<Topic> find(String code) {
        return Optional.ofNullable(topics.get(code));
    }

    List<Topic> leaves() {
        return topics.values().stream().filter(t -> t.level() == 3).toList();
    }
}
