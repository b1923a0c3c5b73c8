package app.tidewrack.server.client;

import app.tidewrack.core.refusal.Refusal;
import java.util.Locale;
import java.util.regex.Pattern;

/** Domains of sites. */
final class Sites {
    /** Letters, digits and hyphens between dots, as host names are (RFC 1123), with a dot somewhere. */
    private static final Pattern HOST =
            Pattern.compile("(?=.{4,253}$)([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\\.)+[a-z]([a-z0-9-]{0,61}[a-z0-9])?");

    private Sites() {}

    /**
     * A domain as it is kept.
     *
     * @throws Refusal when it is none
     */
    static String checked(String field, String typed) {
        String site = typed.strip().toLowerCase(Locale.ROOT);
        if (!HOST.matcher(site).matches()) {
            throw new Refusal(field, "“%s” is no domain of a site.".formatted(site), "Give one such as shop.example.");
        }
        return site;
    }
}
