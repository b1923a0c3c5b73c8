package app.tidewrack.core.creative;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.stream.Stream;

/**
 * Media, headlines and bodies that are crossed: each with each.
 *
 * @param media hashes
 * @param headlines codes of phrases; none for creatives without one
 * @param bodies likewise
 */
public record Crossing(List<String> media, List<String> headlines, List<String> bodies) {
    /** Most creatives that are made in one go. */
    public static final int MOST = 200;

    public Crossing {
        media = List.copyOf(media);
        headlines = List.copyOf(headlines);
        bodies = List.copyOf(bodies);
    }

    /**
     * One of each.
     *
     * @param headline empty where there is none
     * @param body likewise
     */
    public record Pick(String medium, String headline, String body) {
        /** A name by codes, such as {@code heel-close H2 B1}; of a longer base only what leaves room for them. */
        public String name(String base, int longest) {
            String codes = Stream.of(headline, body)
                    .filter(c -> !c.isEmpty())
                    .map(c -> " " + c)
                    .reduce("", String::concat);
            int room = Math.max(1, longest - codes.length());
            String kept = base.strip();
            int points = kept.codePointCount(0, kept.length());
            int end = kept.offsetByCodePoints(0, Math.min(points, room));
            while (end > room) {
                end = kept.offsetByCodePoints(end, -1);
            }
            return kept.substring(0, end).strip() + codes;
        }
    }

    /** How many creatives it makes. */
    public long count() {
        return (long) media.size() * Math.max(1, headlines.size()) * Math.max(1, bodies.size());
    }

    /** @throws Refusal (field {@code media}) when there is nothing to cross, one thing stands in it twice, or it makes too many */
    public void require() {
        if (media.isEmpty()) {
            throw new Refusal("media", "No picture or video is chosen.", "Choose one or more.");
        }
        for (List<String> part : List.of(media, headlines, bodies)) {
            if (new HashSet<>(part).size() < part.size()) {
                throw new Refusal("media", "Something is chosen twice: %s.".formatted(part), "Choose each once.");
            }
        }
        if (count() > MOST) {
            throw new Refusal(
                    "media",
                    "%d media, %d headlines and %d bodies make %,d creatives; the most at once is %d."
                            .formatted(media.size(), headlines.size(), bodies.size(), count(), MOST),
                    "Choose fewer.");
        }
    }

    /** Each with each, media by media, then headline by headline. */
    public List<Pick> picks() {
        List<Pick> picks = new ArrayList<>();
        for (String medium : media) {
            for (String headline : orNone(headlines)) {
                for (String body : orNone(bodies)) {
                    picks.add(new Pick(medium, headline, body));
                }
            }
        }
        return List.copyOf(picks);
    }

    private static List<String> orNone(List<String> codes) {
        return codes.isEmpty() ? List.of("") : codes;
    }
}
