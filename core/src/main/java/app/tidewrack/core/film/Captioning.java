package app.tidewrack.core.film;

import java.util.List;

/**
 * What captions a film has.
 *
 * @param timed those with times of their own; empty for other kinds
 */
public record Captioning(Kind kind, List<Caption> timed) {
    public Captioning {
        timed = List.copyOf(timed);
    }

    /** Where they come from. */
    public enum Kind {
        NONE,
        /** The words of each shot, while it is shown. */
        BY_SHOT,
        /** With times of their own, from a script or a file of captions. */
        TIMED
    }
}
