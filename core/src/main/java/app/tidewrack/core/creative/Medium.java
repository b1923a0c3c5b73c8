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
 * @param textFields which of the 25 fields of {@link TextOnPicture} text touches, one bit each
 */
public record Medium(
        String sha256,
        String fileName,
        String format,
        int width,
        int height,
        long bytes,
        @Nullable Video video,
        int textFields) {
    /** Largest side that is taken, in pixels. */
    public static final int LARGEST_SIDE = 12_000;

    /** Largest area that is taken, in pixels. */
    public static final long MOST_PIXELS = 50_000_000;

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
     */
    public record Video(double seconds, String codec, double frameRate, boolean sound) {}
}
