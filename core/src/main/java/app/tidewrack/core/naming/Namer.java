package app.tidewrack.core.naming;

import app.tidewrack.core.naming.NamePattern.Letters;
import com.ibm.icu.text.Transliterator;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * Puts names together by one pattern. It remembers how values are written, so one is made for many names; not for use by
 * several threads at once.
 */
public final class Namer {
    /** Stands in a name where a value is wanting. */
    public static final String WANTING = "?";

    /** Before a value that would else read as a short code. */
    static final String NO_CODE = "~2";

    private static final Transliterator LATIN = Transliterator.getInstance("Any-Latin; Latin-ASCII");
    private static final Pattern NO_WORD = Pattern.compile("[^A-Za-z0-9]+");
    private static final Pattern ASCII = Pattern.compile("\\p{ASCII}*");

    private final NamePattern pattern;
    private final Codes codes;
    private final List<Map<String, String>> written = new ArrayList<>();

    public Namer(NamePattern pattern, Codes codes) {
        this.pattern = pattern;
        this.codes = codes;
        pattern.parts().forEach(p -> written.add(new HashMap<>()));
    }

    /**
     * A name and what it lacks.
     *
     * @param wanting tokens that have no value, or no short code for it; {@link #WANTING} stands in their place
     */
    public record Named(String name, List<Token> wanting) {}

    /** @param values by token; one that is missing or blank is none */
    public Named name(Map<Token, String> values) {
        StringBuilder name = new StringBuilder();
        List<Token> wanting = new ArrayList<>();
        for (int i = 0; i < pattern.parts().size(); i++) {
            NamePart part = pattern.parts().get(i);
            Token token = part.token();
            String value = token == null ? "" : values.getOrDefault(token, "");
            if (token != null && value.isBlank() && part.optional()) {
                continue;
            }
            if (!name.isEmpty()) {
                name.append(pattern.separator());
            }
            if (token == null) {
                name.append(part.text());
                continue;
            }
            String piece = written.get(i).computeIfAbsent(value, v -> piece(pattern, codes, part, v));
            if (piece.isEmpty()) {
                wanting.add(token);
                name.append(part.text()).append(WANTING);
            } else {
                name.append(piece);
            }
        }
        return new Named(name.toString(), List.copyOf(wanting));
    }

    /** How a part writes a value, mark and all; empty where it cannot. */
    static String piece(NamePattern pattern, Codes codes, NamePart part, String value) {
        Token token = part.token();
        if (token == null) {
            return part.text();
        }
        if (value.isBlank()) {
            return "";
        }
        String code = codes.of(token).get(value);
        if (code != null) {
            return part.text() + part.writing().of(code);
        }
        String body = token.fixed() ? "" : free(pattern, part, token, value);
        boolean likeCode = pattern.letters() == Letters.EXACT
                && codes.of(token).values().stream()
                        .anyMatch(c -> part.writing().of(c).equals(body));
        return body.isEmpty() ? "" : part.text() + (likeCode ? NO_CODE : "") + body;
    }

    private static String free(NamePattern pattern, NamePart part, Token token, String value) {
        if (token.whole()) {
            return value;
        }
        if (token.counts()) {
            return "0".repeat(Math.max(0, part.digits() - value.length())) + value;
        }
        return pattern.letters() == Letters.EXACT
                ? escaped(pattern, part.writing().of(value))
                : part.writing().of(plain(value, pattern.space()));
    }

    /** {@code ~~} is a tilde, {@code ~0} the sign that stands for a space, {@code ~1} the separator's sign. */
    private static String escaped(NamePattern pattern, String value) {
        String sign = NamePattern.sign(pattern.separator());
        String tildes = value.replace("~", "~~").replace(sign, "~1");
        return pattern.space().equals(" ")
                ? tildes
                : spaced(tildes.toCharArray(), pattern.space().charAt(0));
    }

    private static String spaced(char[] signs, char space) {
        StringBuilder spaced = new StringBuilder();
        for (int i = 0; i < signs.length; i++) {
            if (signs[i] == '~') {
                spaced.append('~').append(signs[++i]);
            } else if (signs[i] == ' ') {
                spaced.append(space);
            } else {
                spaced.append(signs[i] == space ? "~0" : String.valueOf(signs[i]));
            }
        }
        return spaced.toString();
    }

    /** Latin letters and digits; a run of anything else is one space, none at the ends. */
    static String plain(String value, String space) {
        String latin = ASCII.matcher(value).matches() ? value : LATIN.transliterate(value);
        String words = NO_WORD.matcher(latin.replace("'", "")).replaceAll(" ").strip();
        return words.replace(" ", space);
    }

    /** Values by the way a part writes them; null stands for a way that two values share. */
    static Map<String, String> ways(NamePattern pattern, Codes codes, NamePart part, Iterable<String> known) {
        Map<String, String> ways = new HashMap<>();
        Map<String, String> values = new HashMap<>();
        known.forEach(v -> values.put(v, v));
        Token token = Objects.requireNonNull(part.token(), "a fixed part");
        codes.of(token).keySet().forEach(v -> values.put(v, v));
        values.keySet().forEach(v -> {
            String piece = piece(pattern, codes, part, v);
            if (!piece.isEmpty()) {
                ways.merge(piece, v, (a, b) -> a.equals(b) ? a : NameReader.TWO);
            }
        });
        return ways;
    }
}
