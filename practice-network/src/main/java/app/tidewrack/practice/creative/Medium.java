package app.tidewrack.practice.creative;

/**
 * A picture or video as it was measured.
 *
 * @param format by content: {@code JPEG}, {@code PNG}, {@code MP4} or {@code MOV}
 * @param width pixels after rotation
 * @param seconds length, 0 for a picture
 */
public record Medium(String sha256, boolean video, String format, int width, int height, double seconds, long bytes) {}
