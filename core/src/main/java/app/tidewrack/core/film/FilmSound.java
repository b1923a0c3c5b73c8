package app.tidewrack.core.film;

import org.jspecify.annotations.Nullable;

/**
 * What a film sounds like.
 *
 * @param sha256 of a sound of the shelf, which is repeated until the film ends and fades out; null for other kinds
 */
public record FilmSound(Kind kind, @Nullable String sha256) {
    /** Where it comes from. */
    public enum Kind {
        SILENT,
        /** That of its videos; pictures are silent. */
        OWN,
        SHELF
    }
}
