package app.tidewrack.core.creative;

/**
 * A picture as it was measured.
 *
 * @param sha256 64 hexadecimal digits of the file
 * @param format {@code JPEG} or {@code PNG}, by content
 * @param width pixels after EXIF rotation
 * @param height pixels after EXIF rotation
 */
public record Picture(String sha256, String fileName, String format, int width, int height, long bytes) {}
