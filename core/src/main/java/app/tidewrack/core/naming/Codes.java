package app.tidewrack.core.naming;

import app.tidewrack.core.refusal.Refusal;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Short codes of values, by token. A token with fixed values has a code for each of them, its usual one where none is given;
 * others may have codes for some.
 *
 * @param byToken value to code; codes are 1 to 20 letters and digits
 */
public record Codes(Map<Token, Map<String, String>> byToken) {
    private static final Pattern CODE = Pattern.compile("[\\p{L}\\p{N}]{1,20}");

    public static final Codes USUAL = new Codes(Map.of());

    /**
     * @throws Refusal (field {@code codes}) when a code is no code, when two values of a token share one, or when a value is not
     *     one of its token's
     */
    public Codes {
        Map<Token, Map<String, String>> whole = new EnumMap<>(Token.class);
        for (Token token : Token.values()) {
            Map<String, String> codes = new HashMap<>(token.codes());
            byToken.getOrDefault(token, Map.of()).forEach((value, code) -> {
                if (token.fixed() && !token.codes().containsKey(value)) {
                    throw new Refusal(
                            "codes",
                            "“%s” is no %s.".formatted(value, token.words()),
                            "Its values are "
                                    + token.codes().keySet().stream().sorted().toList() + ".");
                }
                codes.put(value, code);
            });
            check(token, codes);
            if (!codes.isEmpty()) {
                whole.put(token, Map.copyOf(codes));
            }
        }
        byToken = Map.copyOf(whole);
    }

    private static void check(Token token, Map<String, String> codes) {
        Set<String> taken = new HashSet<>();
        codes.forEach((value, code) -> {
            if (!CODE.matcher(code).matches()) {
                throw new Refusal(
                        "codes",
                        "“%s” for %s “%s” is no short code.".formatted(code, token.words(), value),
                        "A code has 1 to 20 letters and digits.");
            }
            if (!taken.add(NamePart.Writing.UPPER.of(code))) {
                throw new Refusal(
                        "codes",
                        "“%s” stands for two values of %s.".formatted(code, token.words()),
                        "Give each a code of its own; capitals make no difference.");
            }
        });
    }

    Map<String, String> of(Token token) {
        return byToken.getOrDefault(token, Map.of());
    }
}
