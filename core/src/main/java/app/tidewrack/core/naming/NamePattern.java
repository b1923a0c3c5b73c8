package app.tidewrack.core.naming;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How names of one level are put together and read back: parts in order, joined by a separator.
 *
 * @param separator one of {@link #SEPARATORS}
 * @param space what a space inside a value is written as, one of {@link #SPACES}; unlike the separator's sign
 * @param letters what becomes of a value's other signs
 */
public record NamePattern(List<NamePart> parts, String separator, String space, Letters letters) {
    public static final List<String> SEPARATORS = List.of("_", "-", "|", "/", ".", "+", ":", " | ", " - ", " / ");

    public static final List<String> SPACES = List.of("-", "_", ".", "+", " ");

    public static final int MOST_PARTS = 24;

    /** What becomes of the signs of a value that have no place in a name. */
    public enum Letters {
        /** Every sign stays; those with a meaning are escaped, so every value is read back from the name alone. */
        EXACT,
        /**
         * Latin letters without accents, and digits; whatever stands between them is written as a space. Values are read back
         * by looking among those that are known.
         */
        PLAIN
    }

    /** The built-in patterns of the three levels. */
    public static final NamePattern CAMPAIGN_USUAL =
            usual(Token.TEMPERATURE, Token.PURPOSE, Token.OBJECTIVE, Token.NETWORK, Token.CAMPAIGN);

    public static final NamePattern AD_GROUP_USUAL =
            usual(Token.TEMPERATURE, Token.PURPOSE, Token.OBJECTIVE, Token.PLACE, Token.NETWORK, Token.ROW);

    public static final NamePattern AD_USUAL = usual(
            Token.TEMPERATURE,
            Token.OBJECTIVE,
            Token.PLACE,
            Token.NETWORK,
            Token.ROW,
            Token.FORMAT,
            Token.CREATIVE,
            Token.VERSION);

    private static NamePattern usual(Token... tokens) {
        return new NamePattern(List.of(tokens).stream().map(NamePart::of).toList(), "_", "-", Letters.PLAIN);
    }

    /** @throws Refusal (field {@code parts}, {@code separator} or {@code space}) when names could not be read back */
    public NamePattern {
        parts = List.copyOf(parts);
        if (parts.isEmpty() || parts.size() > MOST_PARTS) {
            throw new Refusal(
                    "parts",
                    "A pattern has 1 to %d parts; this one has %d.".formatted(MOST_PARTS, parts.size()),
                    parts.isEmpty() ? "Add a part." : "Take some out.");
        }
        if (!SEPARATORS.contains(separator)) {
            throw new Refusal(
                    "separator", "“%s” is no separator.".formatted(separator), "Choose one of " + SEPARATORS + ".");
        }
        if (!SPACES.contains(space)) {
            throw new Refusal(
                    "space", "“%s” cannot stand for a space.".formatted(space), "Choose one of " + SPACES + ".");
        }
        if (sign(separator).equals(space)) {
            throw new Refusal(
                    "space",
                    "“%s” would stand both between parts and for a space, so no name could be read back."
                            .formatted(space),
                    "Choose another sign for one of them.");
        }
        readable(parts, separator);
    }

    /** The separator without the spaces around it. */
    static String sign(String separator) {
        return separator.strip();
    }

    private static void readable(List<NamePart> parts, String separator) {
        Set<Token> seen = EnumSet.noneOf(Token.class);
        List<String> unmarked = new ArrayList<>();
        for (NamePart part : parts) {
            Token token = part.token();
            if (token != null && !seen.add(token)) {
                throw new Refusal("parts", "%s stands twice in the pattern.".formatted(token.words()), "Take one out.");
            }
            if (part.text().contains(sign(separator))) {
                throw new Refusal(
                        "parts",
                        "“%s” holds the sign between parts, “%s”.".formatted(part.text(), sign(separator)),
                        "Write it without, or choose another separator.");
            }
            if (part.optional() && part.text().isEmpty() && token != null && !token.fixed()) {
                unmarked.add(token.words());
            }
        }
        if (parts.stream().allMatch(NamePart::optional)) {
            throw new Refusal(
                    "parts",
                    "Every part may be left out, so a name could be empty.",
                    "Let one part always stand there.");
        }
        if (unmarked.size() > 1) {
            throw new Refusal(
                    "parts",
                    "%s may each be left out, and nothing tells one from the other in a name."
                            .formatted(String.join(" and ", unmarked)),
                    "Give all but one a mark before the value, such as “%s-”."
                            .formatted(unmarked.get(1).substring(0, 1)));
        }
    }

    /**
     * Of a part without a mark that may be left out and says anything, nothing tells another such part that is left out: “F” may be
     * either. Patterns that were kept before this was seen are still read, as far as names tell.
     *
     * @throws Refusal (field {@code parts}) when there are two such parts
     */
    public void requireMarks() {
        List<NamePart> unmarked =
                parts.stream().filter(p -> p.optional() && p.text().isEmpty()).toList();
        boolean free =
                unmarked.stream().anyMatch(p -> p.token() != null && !p.token().fixed());
        if (free && unmarked.size() > 1) {
            throw new Refusal(
                    "parts",
                    "%s may each be left out, and nothing tells one from the other in a name."
                            .formatted(unmarked.stream().map(NamePart::words).collect(Collectors.joining(" and "))),
                    "Give all but one a mark before the value, such as “%s-”."
                            .formatted(unmarked.get(1).words().substring(0, 1)));
        }
    }

    /**
     * @throws Refusal (field {@code parts}) when a part is not known at that level
     */
    public NamePattern at(NameLevel level) {
        for (NamePart part : parts) {
            Token token = part.token();
            if (token != null && token.level().compareTo(level) > 0) {
                throw new Refusal(
                        "parts", "A %s has no %s.".formatted(level.words(), token.words()), "Take that part out.");
            }
        }
        return this;
    }
}
