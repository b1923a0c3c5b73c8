package app.tidewrack.practice.engagement;

/**
 * What someone did with something of a client's.
 *
 * @param scope the client's site, or network and account, or network
 * @param kind such as {@code site-view}, {@code watched-50}, {@code form-send} or {@code engaged}
 * @param subject which media, form or profile; empty for a site
 */
public record Tie(String scope, String kind, String subject) {
    public static Tie site(String site, SiteEvent event) {
        return new Tie(site, "site-" + event.code(), "");
    }

    /** @param percent share watched; 0 stands for the first three seconds */
    public static Tie watched(String account, String media, int percent) {
        return new Tie(account, "watched-" + percent, media);
    }

    public static Tie form(String account, String form, boolean sent) {
        return new Tie(account, sent ? "form-send" : "form-open", form);
    }

    /** Who got a direct message, from whomever. */
    public static Tie messaged(String network) {
        return new Tie(network, "message", "");
    }

    public static Tie engaged(String account, String profile) {
        return new Tie(account, "engaged", profile);
    }
}
