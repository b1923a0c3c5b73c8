package app.tidewrack.core.network;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Where an ad shows, and what fits there. A text limit of 0 means that the placement shows no such text.
 *
 * @param devices {@code phone}, {@code tablet}, {@code desktop}
 * @param brand limit of the brand's name; null where it is not shown
 * @param picture null where no pictures show
 * @param video null where no videos show
 * @param safe what its own words and buttons leave visible; null where they cover nothing
 */
public record PlacementRule(
        String code,
        String words,
        List<String> devices,
        TextRule body,
        TextRule headline,
        TextRule description,
        @Nullable TextRule brand,
        @Nullable PictureRule picture,
        @Nullable VideoRule video,
        @Nullable SafeArea safe) {

    /** What stays visible; all of it where the placement covers nothing. */
    public SafeArea visible() {
        return safe == null ? SafeArea.ALL : safe;
    }

    /**
     * @param limit the network refuses longer text
     * @param fold the placement cuts after this many characters
     */
    public record TextRule(int limit, int fold) {}

    /** What files a placement takes, pictures or videos. */
    public sealed interface FileRule permits PictureRule, VideoRule {
        /** Pixels. */
        int leastWidth();

        /** Pixels. */
        int leastHeight();

        List<Ratio> ratios();

        double tolerance();

        long largestBytes();

        List<String> formats();

        /**
         * True when a file of this many pixels has one of the shapes, within the tolerance.
         *
         * @param width pixels, 1 or more
         * @param height pixels, 1 or more
         */
        default boolean takesShape(int width, int height) {
            double shape = (double) width / height;
            return ratios().stream().anyMatch(r -> Math.abs(shape - r.value()) <= r.value() * tolerance());
        }
    }

    /**
     * @param ratios shapes taken, as width divided by height
     * @param tolerance how far off a ratio may be, as a share of it: 0.03 is 3 %
     * @param largestBytes largest file
     * @param formats containers taken, such as {@code JPEG}
     */
    public record PictureRule(
            int leastWidth,
            int leastHeight,
            List<Ratio> ratios,
            double tolerance,
            long largestBytes,
            List<String> formats)
            implements FileRule {}

    /**
     * As {@link PictureRule}, and how long a video may be.
     *
     * @param poster whether it takes a picture that is seen before the video plays
     */
    public record VideoRule(
            int leastWidth,
            int leastHeight,
            List<Ratio> ratios,
            double tolerance,
            long largestBytes,
            List<String> formats,
            int leastSeconds,
            int mostSeconds,
            boolean poster)
            implements FileRule {}

    /** A shape by its usual name, such as 4 to 5. */
    public record Ratio(double width, double height) {
        public double value() {
            return width / height;
        }

        @Override
        public String toString() {
            return trimmed(width) + ":" + trimmed(height);
        }

        private static String trimmed(double side) {
            return side == Math.rint(side) ? String.valueOf((long) side) : String.valueOf(side);
        }
    }
}
