package app.tidewrack.core.text;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Text with places to be filled in: {@code {town|your town}} stands for the town, or for “your town” where it is not known. A
 * token's name is small letters and hyphens; a brace that opens no token stands for itself. The fall-back may be left away,
 * which is an empty one, and holds no brace.
 */
public final class Tokens {
    private static final Pattern TOKEN = Pattern.compile("\\{([a-z][a-z-]*)(?:\\|([^{}]*))?}");

    private Tokens() {}

    /**
     * A place to be filled in.
     *
     * @param fallback what stands there when the value is not known; may be empty
     */
    public record Token(String name, String fallback) {}

    /** The tokens of a text in their order. */
    public static List<Token> of(String text) {
        List<Token> tokens = new ArrayList<>();
        Matcher matcher = TOKEN.matcher(text);
        while (matcher.find()) {
            tokens.add(token(matcher));
        }
        return List.copyOf(tokens);
    }

    private static Token token(Matcher matcher) {
        String fallback = matcher.group(2);
        return new Token(matcher.group(1), fallback == null ? "" : fallback);
    }

    /** Names of a text's tokens that are not among those known. */
    public static Set<String> unknown(String text, Set<String> known) {
        Set<String> unknown = new LinkedHashSet<>();
        of(text).stream().map(Token::name).filter(n -> !known.contains(n)).forEach(unknown::add);
        return unknown;
    }

    /** @param values by token's name; a missing or blank one leads to the fall-back */
    public static String filled(String text, Map<String, String> values) {
        return replaced(text, t -> {
            String value = values.getOrDefault(t.name(), "");
            return value.isBlank() ? t.fallback() : value;
        });
    }

    /**
     * The longest a text can become, in user-perceived characters, over all values of each token and its fall-back.
     *
     * @param values what each token may stand for; a missing list is an empty one
     */
    public static String longest(String text, Map<String, ? extends Iterable<String>> values) {
        return replaced(text, t -> {
            String longest = t.fallback();
            if (values.containsKey(t.name())) {
                for (String value : values.get(t.name())) {
                    longest = TextLength.of(value) > TextLength.of(longest) ? value : longest;
                }
            }
            return longest;
        });
    }

    private interface Filling {
        String of(Token token);
    }

    private static String replaced(String text, Filling filling) {
        Matcher matcher = TOKEN.matcher(text);
        StringBuilder filled = new StringBuilder();
        while (matcher.find()) {
            matcher.appendReplacement(filled, Matcher.quoteReplacement(filling.of(token(matcher))));
        }
        return matcher.appendTail(filled).toString();
    }
}
