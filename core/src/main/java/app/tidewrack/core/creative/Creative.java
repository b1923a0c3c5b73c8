package app.tidewrack.core.creative;

import org.jspecify.annotations.Nullable;

/** A single-picture creative: media, copy, call to action and destination. Texts may be empty while it is a draft. */
public record Creative(
        String id,
        String name,
        @Nullable Picture picture,
        String body,
        String headline,
        String description,
        String callToAction,
        String link) {

    /** Code of the format in rulebooks. */
    public static final String FORMAT = "single-picture";

    /** The parts in which a creative can be wanting. */
    public enum Part {
        PICTURE,
        BODY,
        HEADLINE,
        DESCRIPTION,
        CALL_TO_ACTION,
        LINK
    }
}
