package app.tidewrack.core.tracking;

import app.tidewrack.core.tracking.LinkPattern.Same;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;

/** Parameters with their values, to be put on links. */
public record LinkTail(List<Pair> pairs, Same same) {
    public static final LinkTail NONE = new LinkTail(List.of(), Same.KEEP);

    private static final HexFormat HEX = HexFormat.of().withUpperCase();

    public LinkTail {
        pairs = List.copyOf(pairs);
    }

    /** @param value as it is meant, before any encoding */
    public record Pair(String key, String value) {}

    /**
     * The link with the parameters at the end of its query. What it has stays byte for byte: scheme, host, path, query but for
     * parameters that are replaced, and fragment. Values are percent-encoded once, all but the unreserved characters of RFC 3986
     * (2.3); a network's macros among them are left as they are.
     *
     * @param link empty gives an empty one
     * @param macros texts that the network replaces when the ad is clicked
     */
    public String on(String link, Collection<String> macros) {
        if (link.isBlank() || pairs.isEmpty()) {
            return link;
        }
        int hash = link.indexOf('#');
        String fragment = hash < 0 ? "" : link.substring(hash);
        String whole = hash < 0 ? link : link.substring(0, hash);
        int mark = whole.indexOf('?');
        String before = mark < 0 ? whole : whole.substring(0, mark);
        List<String> query = query(whole);
        Set<String> theirs = new HashSet<>();
        query.forEach(p -> theirs.add(key(p)));
        Set<String> ours = new HashSet<>();
        pairs.forEach(p -> ours.add(p.key()));
        if (same == Same.REPLACE) {
            query.removeIf(p -> ours.contains(key(p)));
        }
        for (Pair pair : pairs) {
            if (same == Same.REPLACE || !theirs.contains(pair.key())) {
                query.add(pair.key() + "=" + encoded(pair.value(), macros));
            }
        }
        return before + (query.isEmpty() ? "" : "?" + String.join("&", query)) + fragment;
    }

    /**
     * Parameters of the link's own, as they stand there, that win over ours of the same name: they are kept, and say something else.
     *
     * @param macros texts that the network replaces when the ad is clicked
     */
    public List<String> wonOver(String link, Collection<String> macros) {
        if (same == Same.REPLACE || link.indexOf('?') < 0) {
            return List.of();
        }
        int hash = link.indexOf('#');
        return query(hash < 0 ? link : link.substring(0, hash)).stream()
                .filter(theirs -> pairs.stream()
                        .anyMatch(ours -> ours.key().equals(key(theirs))
                                && !theirs.substring(theirs.indexOf('=') + 1).equals(encoded(ours.value(), macros))))
                .toList();
    }

    /**
     * Parameters one by one, without empty ones at the end.
     *
     * @param whole the link without its fragment
     */
    private static List<String> query(String whole) {
        int mark = whole.indexOf('?');
        List<String> query = new ArrayList<>();
        if (mark >= 0 && mark + 1 < whole.length()) {
            query.addAll(Arrays.asList(whole.substring(mark + 1).split("&", -1)));
        }
        while (!query.isEmpty() && query.get(query.size() - 1).isEmpty()) {
            query.remove(query.size() - 1);
        }
        return query;
    }

    /** How many characters it makes any link longer at most. */
    public int most() {
        return pairs.stream()
                .mapToInt(p ->
                        2 + p.key().length() + encoded(p.value(), List.of()).length())
                .sum();
    }

    /** The name of a parameter of a query, decoded. Keys of ours are unreserved throughout, so only those need be recognised. */
    private static String key(String pair) {
        int equals = pair.indexOf('=');
        String key = equals < 0 ? pair : pair.substring(0, equals);
        StringBuilder decoded = new StringBuilder();
        for (int i = 0; i < key.length(); i++) {
            int value = key.charAt(i) == '%' && i + 2 < key.length() ? hex(key.substring(i + 1, i + 3)) : -1;
            if (value >= 0 && value < 0x80) {
                decoded.append((char) value);
                i += 2;
            } else {
                decoded.append(key.charAt(i));
            }
        }
        return decoded.toString();
    }

    private static int hex(String two) {
        int high = Character.digit(two.charAt(0), 16);
        int low = Character.digit(two.charAt(1), 16);
        return high < 0 || low < 0 ? -1 : high * 16 + low;
    }

    /** Macros hold a reserved character or are unreserved throughout, so they are looked for at reserved ones only. */
    private static String encoded(String value, Collection<String> macros) {
        StringBuilder encoded = new StringBuilder(value.length() + 16);
        int i = 0;
        while (i < value.length()) {
            char sign = value.charAt(i);
            if (unreserved(sign)) {
                encoded.append(sign);
                i++;
                continue;
            }
            String macro = macroAt(value, i, macros);
            int end = macro.isEmpty() ? value.offsetByCodePoints(i, 1) : i + macro.length();
            if (macro.isEmpty()) {
                percent(value.substring(i, end), encoded);
            } else {
                encoded.append(macro);
            }
            i = end;
        }
        return encoded.toString();
    }

    private static boolean unreserved(char c) {
        return c >= 'a' && c <= 'z'
                || c >= 'A' && c <= 'Z'
                || c >= '0' && c <= '9'
                || c == '-'
                || c == '.'
                || c == '_'
                || c == '~';
    }

    private static String macroAt(String value, int at, Collection<String> macros) {
        for (String macro : macros) {
            if (value.startsWith(macro, at)) {
                return macro;
            }
        }
        return "";
    }

    private static void percent(String character, StringBuilder encoded) {
        for (byte b : character.getBytes(StandardCharsets.UTF_8)) {
            encoded.append('%').append(HEX.toHexDigits(b));
        }
    }
}
