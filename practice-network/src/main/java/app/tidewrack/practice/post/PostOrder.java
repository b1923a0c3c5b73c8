package app.tidewrack.practice.post;

import app.tidewrack.core.network.Promoted;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What is put up from a profile.
 *
 * @param at when; it is told to nobody before
 * @param link where it leads; null for nowhere
 * @param ends when an event is over or an offer ends
 * @param medium SHA-256 of its picture or video, sent before; null for text alone
 * @param still a small JPEG or PNG of what it shows, or its film's first frame
 * @param pull hidden: how many times as much as an average post of the profile it is liked
 */
public record PostOrder(
        String profile,
        Promoted kind,
        Instant at,
        String text,
        @Nullable String link,
        @Nullable Instant ends,
        @Nullable String medium,
        byte @Nullable [] still,
        @Nullable Double pull) {

    /** Without the still, as it is kept. */
    PostOrder bare() {
        return new PostOrder(profile, kind, at, text, link, ends, medium, null, pull);
    }

    /** How much better than usual it is taken, 1 on average. */
    public double pulls() {
        return pull == null ? 1 : pull;
    }
}
