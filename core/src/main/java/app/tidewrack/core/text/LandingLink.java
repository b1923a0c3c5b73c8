package app.tidewrack.core.text;

import com.ibm.icu.text.IDNA;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Where a click leads, read as browsers read it (the WHATWG's URL standard): hosts of any script (Unicode UTS #46) and with
 * underscores, marks of networks in double braces and stray percent signs in what comes after. Spaces are refused all the same:
 * browsers mend them, but in a link that was typed they are two texts in one field.
 */
public final class LandingLink {
    private static final Pattern SCHEME = Pattern.compile("([A-Za-z][A-Za-z0-9+.-]*):.*", Pattern.DOTALL);
    private static final Pattern PARTS = Pattern.compile(
            "(?i)https?:[/\\\\]{2}(?:[^/?#\\\\]*@)?([^/?#\\\\@]*?)(?::([0-9]*))?(?:[/?#\\\\].*)?", Pattern.DOTALL);
    private static final Pattern SPACE = Pattern.compile("[\\s\\p{Cntrl}]");

    /** Forbidden in a domain (URL standard, 3.1), but for what cannot come here. */
    private static final Pattern FORBIDDEN = Pattern.compile("[\\x00-\\x20#%/:<>?@\\[\\\\\\]^|\\x7F]");

    private static final Pattern SIX = Pattern.compile("\\[[0-9A-Fa-f:.]{2,45}\\]");
    private static final int MOST_PORT = 65_535;
    private static final IDNA NAMES =
            IDNA.getUTS46Instance(IDNA.NONTRANSITIONAL_TO_ASCII | IDNA.CHECK_BIDI | IDNA.CHECK_CONTEXTJ);

    private LandingLink() {}

    /** What is wrong with a link, with its value, or nothing: it must be an absolute http or https address with a host. */
    public static Optional<String> fault(String typed) {
        String link = typed.strip();
        Matcher scheme = SCHEME.matcher(link);
        String named = scheme.matches() ? scheme.group(1).toLowerCase(Locale.ROOT) : "";
        if (!named.equals("http") && !named.equals("https")) {
            return Optional.of(
                    named.isEmpty() || named.contains(".")
                            ? "“%s” does not start with http:// or https://".formatted(typed)
                            : "“%s” is a %s link, not http or https".formatted(typed, named));
        }
        if (SPACE.matcher(link).find()) {
            return Optional.of("“%s” is not a link: there is a space in it".formatted(typed));
        }
        Matcher parts = PARTS.matcher(link);
        if (!parts.matches()) {
            return Optional.of(
                    "“%s” is not a link: after http: two strokes and a site follow, and a port of digits alone"
                            .formatted(typed));
        }
        return host(parts.group(1), typed).or(() -> port(parts.group(2), typed));
    }

    private static Optional<String> host(String host, String typed) {
        if (host.isEmpty()) {
            return Optional.of("“%s” names no site".formatted(typed));
        }
        if (SIX.matcher(host).matches()) {
            return Optional.empty();
        }
        StringBuilder ascii = new StringBuilder();
        IDNA.Info info = new IDNA.Info();
        NAMES.nameToASCII(decoded(host), ascii, info);
        boolean wrong = FORBIDDEN.matcher(ascii).find() || ascii.isEmpty() || ascii.indexOf("\uFFFD") >= 0;
        return wrong
                ? Optional.of("“%s” is not a link: no site is named “%s”".formatted(typed, host))
                : Optional.empty();
    }

    private static String decoded(String host) {
        try {
            return URLDecoder.decode(host.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            // A percent sign that begins nothing; it is forbidden in a name.
            return host;
        }
    }

    private static Optional<String> port(@Nullable String port, String typed) {
        boolean over = port != null && !port.isEmpty() && (port.length() > 5 || Integer.parseInt(port) > MOST_PORT);
        return over
                ? Optional.of("“%s” names port %s; the most is %,d".formatted(typed, port, MOST_PORT))
                : Optional.empty();
    }
}
