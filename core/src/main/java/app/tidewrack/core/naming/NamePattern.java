package app.tidewrack.core.naming;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * How names of one level are put together and read back. Parts are joined by {@code _}; within a part a space is written
 * {@code -}. The three characters with a meaning are escaped inside values: {@code ~~} for ~, {@code ~-} for -, {@code ~.}
 * for _, so {@code parse(format(x))} equals {@code x} for every legal x.
 *
 * @param tokens parts in order, none twice
 */
public record NamePattern(List<Token> tokens) {
    /** The built-in patterns of the three levels. */
    public static final NamePattern CAMPAIGN =
            new NamePattern(List.of(Token.TEMPERATURE, Token.PURPOSE, Token.OBJECTIVE, Token.NETWORK, Token.CAMPAIGN));

    public static final NamePattern AD_GROUP = new NamePattern(
            List.of(Token.TEMPERATURE, Token.PURPOSE, Token.OBJECTIVE, Token.PLACE, Token.NETWORK, Token.AUDIENCE));

    public static final NamePattern AD = new NamePattern(List.of(
            Token.TEMPERATURE,
            Token.OBJECTIVE,
            Token.PLACE,
            Token.NETWORK,
            Token.AUDIENCE,
            Token.FORMAT,
            Token.CREATIVE,
            Token.VERSION));

    /**
     * @param values one for each token; blank or control characters are refused
     * @throws Refusal (field {@code name}) when a value is missing, blank, or not in its token's dictionary
     */
    public String format(Map<Token, String> values) {
        List<String> parts = new ArrayList<>();
        for (Token token : tokens) {
            String value = values.getOrDefault(token, "");
            if (value.isBlank() || value.chars().anyMatch(Character::isISOControl)) {
                throw new Refusal(
                        "name",
                        "The name's %s is “%s”.".formatted(token.name().toLowerCase(Locale.ROOT), value),
                        "Give it a word without line breaks.");
            }
            parts.add(token.codes().isEmpty() ? escaped(value) : code(token, value));
        }
        return String.join("_", parts);
    }

    private static String code(Token token, String value) {
        String code = token.codes().get(value);
        if (code == null) {
            throw new Refusal(
                    "name",
                    "%s has no short code for “%s”; it knows %s."
                            .formatted(
                                    token,
                                    value,
                                    token.codes().keySet().stream().sorted().toList()),
                    "Choose one of these.");
        }
        return code;
    }

    /** @throws Refusal (field {@code name}) when the name was not made by this pattern, saying which part */
    public Map<Token, String> parse(String name) {
        String[] parts = name.split("_", -1);
        if (parts.length != tokens.size()) {
            throw new Refusal(
                    "name",
                    "“%s” has %d parts; the pattern has %d.".formatted(name, parts.length, tokens.size()),
                    "Its parts are " + tokens + ".");
        }
        Map<Token, String> values = new EnumMap<>(Token.class);
        for (int i = 0; i < parts.length; i++) {
            Token token = tokens.get(i);
            values.put(token, token.codes().isEmpty() ? unescaped(parts[i]) : value(token, parts[i]));
        }
        return values;
    }

    private static String value(Token token, String code) {
        return token.codes().entrySet().stream()
                .filter(e -> e.getValue().equals(code))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "name",
                        "“%s” is no short code of %s.".formatted(code, token),
                        "It knows " + token.codes().values().stream().sorted().toList() + "."));
    }

    private static String escaped(String value) {
        return value.replace("~", "~~").replace("-", "~-").replace("_", "~.").replace(' ', '-');
    }

    private static String unescaped(String part) {
        StringBuilder value = new StringBuilder();
        for (int i = 0; i < part.length(); i++) {
            char c = part.charAt(i);
            if (c == '-') {
                value.append(' ');
            } else if (c != '~') {
                value.append(c);
            } else if (i + 1 < part.length() && "~-.".indexOf(part.charAt(i + 1)) >= 0) {
                char escaped = part.charAt(++i);
                value.append(escaped == '.' ? '_' : escaped);
            } else {
                throw new Refusal("name", "“%s” ends an escape too early.".formatted(part), "Write ~~ for a tilde.");
            }
        }
        return value.toString();
    }
}
