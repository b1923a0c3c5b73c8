package app.tidewrack.core.text;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;
import java.util.Optional;

/** Where a click leads. */
public final class LandingLink {
    private LandingLink() {}

    /** What is wrong with a link, with its value, or nothing: it must be an absolute http or https address with a host. */
    public static Optional<String> fault(String link) {
        try {
            URI uri = new URI(link.strip());
            String scheme = uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT);
            if (!scheme.equals("http") && !scheme.equals("https")) {
                return Optional.of(
                        scheme.isEmpty()
                                ? "“%s” does not start with http:// or https://".formatted(link)
                                : "“%s” is a %s link, not http or https".formatted(link, scheme));
            }
            return uri.getHost() == null ? Optional.of("“%s” names no site".formatted(link)) : Optional.empty();
        } catch (URISyntaxException e) {
            return Optional.of("“%s” is not a link: %s".formatted(link, e.getReason()));
        }
    }
}
