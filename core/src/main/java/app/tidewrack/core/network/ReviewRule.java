package app.tidewrack.core.network;

import app.tidewrack.core.audience.AgeRange;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** How long review takes, from and to, and what it refuses. */
public record ReviewRule(Duration from, Duration to, List<Reason> reasons) {
    /** Code of the reason that copy tells people their age. */
    public static final String AGE = "age";

    /**
     * @param words what the advertiser is told; {@code %s} stands for what was found
     * @param triggers words that lead to it, in small letters; none for shouting, which is two words in capitals, and for age, which is the
     *     ages that an ad is shown to
     */
    public record Reason(String code, String words, List<String> triggers) {
        private static final String SHOUTING = "shouting";
        private static final Pattern CAPITALS = Pattern.compile("\\p{Lu}{4,}(\\s+\\p{Lu}{4,})+");

        private Optional<Risk> in(String text, @Nullable AgeRange shownTo) {
            if (code.equals(AGE)) {
                return shownTo == null ? Optional.empty() : ages(text, shownTo);
            }
            if (code.equals(SHOUTING)) {
                Matcher shouted = CAPITALS.matcher(text);
                return shouted.find() ? Optional.of(risk(text, shouted.start(), shouted.end())) : Optional.empty();
            }
            String small = text.toLowerCase(Locale.ROOT);
            return triggers.stream()
                    .filter(small::contains)
                    .findFirst()
                    .map(t -> risk(text, small.indexOf(t), small.indexOf(t) + t.length()));
        }

        /** Its ages as they are written in any of the demo's languages, such as 25–34, 25 to 34 or 65+. */
        private Optional<Risk> ages(String text, AgeRange shownTo) {
            if (!text.contains(String.valueOf(shownTo.from()))) {
                return Optional.empty();
            }
            Matcher said = Pattern.compile("(?<!\\d)%d(\\+|(\\s?[-–]\\s?|\\s(to|bis|til|tot)\\s)%d(?!\\d))"
                            .formatted(shownTo.from(), shownTo.to()))
                    .matcher(text);
            return said.find() ? Optional.of(risk(text, said.start(), said.end())) : Optional.empty();
        }

        private Risk risk(String text, int from, int to) {
            int end = Math.min(to, text.length());
            return new Risk(code, words.formatted(text.substring(from, end).replace('\n', ' ')), from, end);
        }
    }

    /**
     * Wording that review refuses.
     *
     * @param words what the advertiser is told
     * @param from where it stands, in UTF-16 units
     * @param to where it ends
     */
    public record Risk(String code, String words, int from, int to) {}

    /** What review refuses of a text whoever sees it, for each reason once, in the rulebook's order. */
    public Stream<Risk> risks(String text) {
        return risks(text, null);
    }

    /**
     * What review refuses of a text, for each reason once, in the rulebook's order.
     *
     * @param shownTo the ages of those who see it; null for all
     */
    public Stream<Risk> risks(String text, @Nullable AgeRange shownTo) {
        return reasons.stream().flatMap(r -> r.in(text, shownTo).stream());
    }
}
