package app.tidewrack.core.naming;

import app.tidewrack.core.text.WordLists;
import com.ibm.icu.util.ULocale;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What people mean by a part of a name, whoever wrote it: the usual words and codes of the trade, countries and languages by ISO 3166-1
 * and ISO 639-1 with their names by Unicode CLDR, ages, days and versions by their form, and the values that a client has. Capitals,
 * accents and signs make no difference.
 */
public final class ValueWords {
    private static final Map<Token, Map<String, String>> USUAL = usual();
    private static final Map<String, Token> CALLED = called();

    private static final Map<Token, Pattern> FORMS = Map.of(
            Token.AGE, Pattern.compile("(?:ages?|a)?\\s*(\\d{2})\\s*(?:\\+|(?:-|–|_|to|bis|\\s)\\s*(\\d{2}\\+?))"),
            Token.START, Pattern.compile("(20\\d{2})[-./]?(0[1-9]|1[0-2])(?:[-./]?(0[1-9]|[12]\\d|3[01]))?"),
            Token.VERSION, Pattern.compile("v\\.?\\s*(\\d{1,3})"),
            Token.BAND, Pattern.compile("(?:lal|lookalike|similar|lla)?\\s*(\\d{1,2}(?:\\s*-\\s*\\d{1,2})?)\\s*%"),
            Token.WINDOW, Pattern.compile("(\\d{1,3}(?:\\s*-\\s*\\d{1,3})?)\\s*(?:d|days?)"));

    private final Map<Token, Map<String, String>> ways = new EnumMap<>(Token.class);

    /**
     * @param codes short codes of the client
     * @param known values that the client has, by token
     */
    public ValueWords(Codes codes, Map<Token, ? extends Collection<String>> known) {
        USUAL.forEach((token, words) -> ways.put(token, new HashMap<>(words)));
        for (Token token : Token.values()) {
            Map<String, String> of = ways.computeIfAbsent(token, t -> new HashMap<>());
            known.entrySet().stream()
                    .filter(e -> e.getKey() == token)
                    .flatMap(e -> e.getValue().stream())
                    .forEach(v -> of.put(key(v), v));
            codes.of(token).forEach((value, code) -> of.put(key(code), value));
        }
    }

    /** The value of a token that a part of a name says; empty where it says none that is known. */
    public Optional<String> value(Token token, String piece) {
        Pattern form = FORMS.get(token);
        if (form != null) {
            Matcher matcher = form.matcher(piece.strip().toLowerCase(Locale.ROOT));
            if (matcher.matches()) {
                return Optional.of(formed(token, matcher));
            }
        }
        String key = key(piece);
        return key.isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(ways.get(token)).map(w -> w.get(key));
    }

    /** The token that is called so, as {@code geo} in {@code geo:UK}. */
    public static Optional<Token> called(String word) {
        return Optional.ofNullable(CALLED.get(key(word)));
    }

    private static String formed(Token token, Matcher matcher) {
        String first = matcher.group(1);
        return switch (token) {
            case AGE -> first + (matcher.group(2) == null ? "+" : "-" + matcher.group(2));
            case START -> first + matcher.group(2) + (matcher.group(3) == null ? "" : matcher.group(3));
            case VERSION -> "v" + first;
            default -> first.replace(" ", "");
        };
    }

    private static String key(String words) {
        return Namer.plain(words, "").toLowerCase(Locale.ROOT);
    }

    private static Map<Token, Map<String, String>> usual() {
        Map<Token, Map<String, String>> usual = new EnumMap<>(Token.class);
        lines().filter(l -> !l[1].equals("*")).forEach(l -> {
            for (int i = 2; i < l.length; i++) {
                usual.computeIfAbsent(Token.valueOf(l[0]), t -> new HashMap<>()).put(key(l[i]), l[1]);
            }
        });
        Map<String, String> countries = usual.computeIfAbsent(Token.PLACE, t -> new HashMap<>());
        for (String code : Locale.getISOCountries()) {
            countries.put(key(code), code);
            countries.put(key(new Locale("", code).getISO3Country()), code);
            countries.put(key(new ULocale("und_" + code).getDisplayCountry(ULocale.ENGLISH)), code);
        }
        countries.put("uk", "GB");
        countries.put("usa", "US");
        Map<String, String> languages = usual.computeIfAbsent(Token.LANGUAGE, t -> new HashMap<>());
        for (String code : Locale.getISOLanguages()) {
            languages.put(key(code), code);
            languages.put(key(new ULocale(code).getDisplayLanguage(ULocale.ENGLISH)), code);
        }
        return usual;
    }

    private static Map<String, Token> called() {
        Map<String, Token> called = new HashMap<>();
        for (Token token : Token.values()) {
            called.put(key(token.words()), token);
        }
        lines().filter(l -> l[1].equals("*")).forEach(l -> {
            for (int i = 2; i < l.length; i++) {
                called.put(key(l[i]), Token.valueOf(l[0]));
            }
        });
        return called;
    }

    private static Stream<String[]> lines() {
        List<String> lines = WordLists.lines(ValueWords.class, "value-words.txt");
        return lines.stream().map(l -> l.split(" +"));
    }
}
