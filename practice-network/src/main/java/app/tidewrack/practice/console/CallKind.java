package app.tidewrack.practice.console;

import java.util.Locale;
import java.util.Optional;

/** Kinds of calls that can be made to fail. */
public enum CallKind {
    OFFER,
    ACCOUNTS,
    SIZES,
    SOURCES,
    MEDIA,
    CREATE,
    CHANGE,
    REVIEWS,
    REPORTS,
    LEADS;

    /** The kind of a call to a network; empty for calls to the clock and the console, which never fail. */
    static Optional<CallKind> of(String method, String path) {
        String[] parts = path.split("/");
        if (parts.length < 3 || !parts[1].equals("networks")) {
            return Optional.empty();
        }
        boolean ofAccount = parts.length > 4 && parts[3].equals("accounts");
        String what = ofAccount && parts.length > 5 ? parts[5] : parts.length > 3 ? parts[3] : "";
        boolean creating = method.equals("POST");
        boolean reading = method.equals("GET");
        return Optional.of(
                switch (what.toLowerCase(Locale.ROOT)) {
                    case "accounts", "senders" -> ACCOUNTS;
                    case "sizes", "placement-sizes", "ladder", "overlaps", "bids" -> SIZES;
                    case "sources" -> SOURCES;
                    case "media" -> MEDIA;
                    case "campaigns", "ad-groups", "ads", "creatives", "forms" ->
                        creating ? CREATE : reading ? REVIEWS : CHANGE;
                    case "reviews" -> REVIEWS;
                    case "hours", "reach", "report-jobs", "posts" -> REPORTS;
                    case "leads", "chats" -> LEADS;
                    default -> OFFER;
                });
    }
}
