package app.tidewrack.core.naming;

import app.tidewrack.core.naming.NamePattern.Letters;
import app.tidewrack.core.text.Counted;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Takes names apart that one pattern put together, also those that people typed. One is made for many names; not for use by
 * several threads at once.
 */
public final class NameReader {
    /** In place of a value where two are written alike. */
    static final String TWO = "\u0000two";

    private static final Pattern NUMBER = Pattern.compile("\\d{1,9}");

    private final NamePattern pattern;
    private final Codes codes;
    private final List<Map<String, String>> ways = new ArrayList<>();

    /** @param known values that may stand in names, by token; others are read as they are written */
    public NameReader(NamePattern pattern, Codes codes, Map<Token, ? extends Collection<String>> known) {
        this.pattern = pattern;
        this.codes = codes;
        for (NamePart part : pattern.parts()) {
            Token token = part.token();
            Collection<String> values = token == null ? null : known.get(token);
            ways.add(token == null ? Map.of() : Namer.ways(pattern, codes, part, values == null ? Set.of() : values));
        }
    }

    /**
     * What a name says.
     *
     * @param values by token, without those that were left out; what could be read where not all could
     * @param strange tokens whose value is none of those known, and is read as it is written
     * @param whyNot what keeps the name from being read, and where; null when it was read
     */
    public record Reading(
            Map<Token, String> values,
            Set<Token> strange,
            @Nullable String whyNot) {}

    public Reading read(String name) {
        List<String> pieces = pieces(name);
        Way way = new Way(pieces);
        List<@Nullable Integer> found = way.through();
        if (found == null) {
            return new Reading(values(pieces, way.best), EnumSet.noneOf(Token.class), way.reason());
        }
        Map<Token, String> values = values(pieces, found);
        Set<Token> strange = EnumSet.noneOf(Token.class);
        for (int i = 0; i < found.size(); i++) {
            Token token = pattern.parts().get(i).token();
            Integer piece = found.get(i);
            if (token != null && piece != null && strange(i, pieces.get(piece))) {
                strange.add(token);
            }
        }
        return new Reading(values, strange, null);
    }

    /** Whether a piece is none of the values that are known of a part's token. */
    private boolean strange(int part, String piece) {
        Token token = pattern.parts().get(part).token();
        return token != null
                && !token.counts()
                && !token.whole()
                && ways.get(part).get(piece) == null;
    }

    private List<String> pieces(String name) {
        List<String> pieces = new ArrayList<>();
        String separator = pattern.separator();
        int from = 0;
        for (int at = name.indexOf(separator); at >= 0; at = name.indexOf(separator, from)) {
            pieces.add(name.substring(from, at));
            from = at + separator.length();
        }
        pieces.add(name.substring(from));
        return pieces;
    }

    private Map<Token, String> values(List<String> pieces, List<@Nullable Integer> found) {
        Map<Token, String> values = new EnumMap<>(Token.class);
        for (int i = 0; i < found.size(); i++) {
            Token token = pattern.parts().get(i).token();
            Integer piece = found.get(i);
            if (token != null && piece != null && value(i, pieces.get(piece)) instanceof Said said) {
                values.put(token, said.value());
            }
        }
        return values;
    }

    private sealed interface Told {}

    private record Said(String value) implements Told {}

    private record Wrong(String why) implements Told {}

    /** What a piece says as the value of a part. */
    private Told value(int i, String piece) {
        NamePart part = pattern.parts().get(i);
        Token token = part.token();
        if (token == null) {
            return piece.equals(part.text())
                    ? new Said("")
                    : new Wrong("“%s” is not “%s”".formatted(piece, part.text()));
        }
        if (!piece.startsWith(part.text())) {
            return new Wrong(
                    "“%s” does not begin with “%s”, the mark of %s".formatted(piece, part.text(), token.words()));
        }
        String way = ways.get(i).get(piece);
        if (way != null) {
            return way.equals(TWO)
                    ? new Wrong("“%s” is how two values of %s are written".formatted(piece, token.words()))
                    : new Said(way);
        }
        return unlisted(part, token, piece.substring(part.text().length()));
    }

    private Told unlisted(NamePart part, Token token, String body) {
        if (body.isEmpty() || body.equals(Namer.WANTING)) {
            return new Wrong("%s has no value".formatted(token.words()));
        }
        if (token.fixed()) {
            String known = codes.of(token).values().stream()
                    .map(part.writing()::of)
                    .sorted()
                    .collect(Collectors.joining(", "));
            return new Wrong("“%s” is no short code of %s; it knows %s".formatted(body, token.words(), known));
        }
        if (token.counts()) {
            return NUMBER.matcher(body).matches()
                    ? new Said(String.valueOf(Integer.parseInt(body)))
                    : new Wrong("“%s” is no number, as %s is".formatted(body, token.words()));
        }
        if (token.whole()) {
            return new Said(body);
        }
        return pattern.letters() == Letters.PLAIN ? new Said(body.replace(pattern.space(), " ")) : unescaped(body);
    }

    private Told unescaped(String piece) {
        String body = piece.startsWith(Namer.NO_CODE) ? piece.substring(Namer.NO_CODE.length()) : piece;
        StringBuilder value = new StringBuilder();
        for (int i = 0; i < body.length(); i++) {
            String sign = body.substring(i, i + 1);
            if (sign.equals(pattern.space())) {
                value.append(' ');
            } else if (!sign.equals("~")) {
                value.append(sign);
            } else if (i + 1 < body.length() && "~01".indexOf(body.charAt(i + 1)) >= 0) {
                char escaped = body.charAt(++i);
                value.append(
                        escaped == '1'
                                ? NamePattern.sign(pattern.separator())
                                : escaped == '0' ? pattern.space() : "~");
            } else {
                return new Wrong("“%s” ends an escape too early; a tilde is written ~~".formatted(body));
            }
        }
        return new Said(value.toString());
    }

    /**
     * Lays the pieces of one name along the parts, leaving out optional ones where it must. Of two ways that one is taken which reads
     * more known values; where neither does, nothing tells which was meant, and the name is not read.
     */
    private final class Way {
        private final List<String> pieces;
        private final Map<Integer, Rest> rests = new HashMap<>();
        private List<@Nullable Integer> best = List.of();
        private String why = "";

        Way(List<String> pieces) {
            this.pieces = pieces;
        }

        /**
         * The ways from a part and a piece to the end.
         *
         * @param strange values in the best of them that are none of those known; more than all for no way
         * @param takes whether the best takes the piece
         * @param twice whether another is as good
         */
        private record Rest(int strange, boolean takes, boolean twice) {
            static final Rest NONE = new Rest(NamePattern.MOST_PARTS + 1, false, false);

            boolean is() {
                return strange <= NamePattern.MOST_PARTS;
            }
        }

        /** Which piece each part takes, null for those left out; null where there is no way, or two. */
        @Nullable
        List<@Nullable Integer> through() {
            Rest all = from(0, 0, new ArrayList<>());
            List<@Nullable Integer> taken = new ArrayList<>();
            int piece = 0;
            for (int part = 0; all.is() && part < pattern.parts().size(); part++) {
                boolean takes = from(part, piece, taken).takes();
                taken.add(takes ? piece : null);
                piece += takes ? 1 : 0;
            }
            if (all.twice()) {
                best = List.of();
                why = "it can be read in two ways; give the parts that may be left out a mark each";
            }
            return all.is() && !all.twice() ? taken : null;
        }

        private Rest from(int part, int piece, List<@Nullable Integer> taken) {
            Rest known = rests.get(part * (pieces.size() + 1) + piece);
            if (known == null) {
                known = look(part, piece, taken);
                rests.put(part * (pieces.size() + 1) + piece, known);
            }
            return known;
        }

        private Rest look(int part, int piece, List<@Nullable Integer> taken) {
            int left = pattern.parts().size() - part;
            if (left == 0) {
                return piece == pieces.size() ? new Rest(0, false, false) : Rest.NONE;
            }
            boolean optional = pattern.parts().get(part).optional();
            Rest with = Rest.NONE;
            if (piece < pieces.size() && pieces.size() - piece <= left) {
                Told told = value(part, pieces.get(piece));
                if (told instanceof Said) {
                    Rest rest = from(part + 1, piece + 1, with(taken, piece));
                    int strange = ways.get(part).isEmpty() || !strange(part, pieces.get(piece)) ? 0 : 1;
                    with = rest.is() ? new Rest(rest.strange() + strange, true, rest.twice()) : rest;
                } else if (taken.size() >= best.size()
                        && told instanceof Wrong wrong
                        && (!optional || marked(part, piece))) {
                    best = taken;
                    why = wrong.why();
                }
            }
            Rest without = optional ? from(part + 1, piece, with(taken, null)) : Rest.NONE;
            if (with.is() && with.strange() == without.strange()) {
                return new Rest(with.strange(), true, true);
            }
            return with.strange() < without.strange() ? with : new Rest(without.strange(), false, without.twice());
        }

        private boolean marked(int part, int piece) {
            String mark = pattern.parts().get(part).text();
            return !mark.isEmpty() && pieces.get(piece).startsWith(mark);
        }

        private List<@Nullable Integer> with(List<@Nullable Integer> taken, @Nullable Integer piece) {
            List<@Nullable Integer> longer = new ArrayList<>(taken);
            longer.add(piece);
            return longer;
        }

        String reason() {
            long least = pattern.parts().stream().filter(p -> !p.optional()).count();
            int most = pattern.parts().size();
            if (pieces.size() < least || pieces.size() > most) {
                return "%d %s; the pattern has %s"
                        .formatted(
                                pieces.size(),
                                Counted.word(pieces.size(), "part"),
                                least == most ? most : least + " to " + most);
            }
            return why.isEmpty() ? "its parts stand in another order" : why;
        }
    }
}
