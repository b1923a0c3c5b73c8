package app.tidewrack.core.creative;

import org.jspecify.annotations.Nullable;

/**
 * A picture or video as it was measured.
 *
 * @param sha256 64 hexadecimal digits of the file
 * @param format container by content: {@code JPEG}, {@code PNG}, {@code MP4}, {@code MOV}, {@code M4V}, {@code WEBM} or {@code
 *     AVI}
 * @param width pixels after rotation
 * @param height pixels after rotation
 * @param video null for a picture
 * @param text that is on it
 */
public record Medium(
        String sha256,
        String fileName,
        String format,
        int width,
        int height,
        long bytes,
        @Nullable Video video,
        Text text) {
    /** Largest side that is taken, in pixels. */
    public static final int LARGEST_SIDE = 12_000;

    /** Largest area that is taken, in pixels. */
    public static final long MOST_PIXELS = 50_000_000;

    /** How far two shapes may be apart to be taken for the same, as a share. */
    private static final double SHAPE_TOLERANCE = 0.03;

    /** Whether one can stand for the other: width by height is the same within 3 %. */
    public boolean hasShapeOf(Medium other) {
        return Math.abs((double) width * other.height / ((double) height * other.width) - 1) <= SHAPE_TOLERANCE;
    }

    /** What it is called, without the ending of its kind. */
    public String baseName() {
        return fileName.replaceAll("\\.[A-Za-z0-9]+$", "");
    }

    /** Whether a picture of that size is taken, in pixels. */
    public static boolean takes(int width, int height) {
        return width <= LARGEST_SIDE && height <= LARGEST_SIDE && (long) width * height <= MOST_PIXELS;
    }

    /**
     * What only videos have.
     *
     * @param seconds length
     * @param codec of the picture, such as {@code h264}
     * @param frameRate pictures a second
     * @param sound whether there is any
     * @param soundFrom second from which something is heard, of the first ten; null where nothing is, or nobody listened
     * @param poster hash of the picture that is seen before it plays, where a network takes one; null for a frame of its own
     */
    public record Video(
            double seconds,
            String codec,
            double frameRate,
            boolean sound,
            @Nullable Double soundFrom,
            @Nullable String poster) {}

    /**
     * Text on a picture, or on the first three seconds of a video.
     *
     * @param fields which of the 25 fields of {@link TextOnPicture} it touches, one bit each
     * @param by who said so
     * @param says what was read, where it was looked for; may be empty
     */
    public record Text(int fields, By by, String says) {
        /** Nobody has looked. */
        public static final Text UNKNOWN = new Text(0, By.NOBODY, "");

        /** Who marked the fields; a person's word stands. */
        public enum By {
            NOBODY,
            READER,
            PERSON
        }
    }
}
