package app.tidewrack.core.film;

/**
 * One picture of a film, or one piece of a video.
 *
 * @param sha256 of the medium
 * @param from second of a video at which the piece begins; 0 for a picture
 * @param seconds that it lasts in the film, cross-fades included
 * @param speed how much faster than it was taken a video runs; 1 for a picture
 * @param move what the view of a picture does
 * @param focusX what is kept in view when it is wider than the film: 0 its left edge, 0.5 its middle, 1 its right edge
 * @param focusY likewise from above, when it is higher
 * @param whole set whole on a ground of its edge’s colour, and not filling the film
 * @param words caption over it; may be empty
 */
public record Shot(
        String sha256,
        double from,
        double seconds,
        double speed,
        Move move,
        double focusX,
        double focusY,
        boolean whole,
        String words) {
    /** Shortest shot, in seconds: three pictures of a film of 30 a second. */
    static final double LEAST_SECONDS = 0.1;

    public static final double SLOWEST = 0.5;
    public static final double FASTEST = 2;

    /** What the view of a picture does while it is shown. */
    public enum Move {
        STILL,
        /** Comes a tenth closer. */
        CLOSER,
        /** Goes a tenth away. */
        AWAY
    }

    /** Seconds of the video itself that are used. */
    public double taken() {
        return seconds * speed;
    }
}
