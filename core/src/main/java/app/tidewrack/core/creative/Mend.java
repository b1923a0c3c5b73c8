package app.tidewrack.core.creative;

import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.network.PlacementRule.FileRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A change that makes a picture or video fit a placement with the least loss. One mend does all that is needed: a video that is cut
 * to another shape is also saved in a container that is taken, and ends where it may end.
 *
 * @param x left edge of the box that is kept, or of the picture on its new ground, in pixels
 * @param y upper edge likewise
 * @param width of the box, or of the new ground, in pixels
 * @param height likewise
 * @param shape the shape it then has, such as {@code 4:5}; empty when it is not changed
 * @param format container it is saved in
 * @param from second of a video at which what is kept begins
 * @param seconds how much of a video is kept; 0 for a picture
 */
public record Mend(
        Kind kind, int x, int y, int width, int height, String shape, String format, double from, double seconds) {

    /** What is done, by what changes most. */
    public enum Kind {
        /** A box is cut out of the middle. */
        CROP,
        /** The picture is set on a larger ground. */
        PAD,
        /** A video's end is cut off. */
        TRIM,
        /** It is saved anew, in a container that is taken and as small as needed. */
        CONVERT
    }

    /**
     * What can be done for a file that a placement refuses: the largest box and the smallest ground of an allowed shape, an earlier
     * end, another container. None when it fits, is of the wrong kind, or is too small or short for anything to help.
     */
    public static List<Mend> of(Medium medium, FileRule rule) {
        Video video = medium.video();
        if ((video != null) != (rule instanceof VideoRule)) {
            return List.of();
        }
        double seconds = video == null ? 0 : video.seconds();
        if (rule instanceof VideoRule v) {
            if (seconds < v.leastSeconds()) {
                return List.of();
            }
            seconds = Math.min(seconds, v.mostSeconds());
        }
        return new Finder(medium, rule, video != null && seconds < video.seconds(), seconds).find();
    }

    /** @param seconds kept of a video; 0 for a picture */
    private record Finder(Medium medium, FileRule rule, boolean shorter, double seconds) {
        List<Mend> find() {
            List<Mend> mends = new ArrayList<>();
            if (rule.takesShape(medium.width(), medium.height())) {
                boolean anew = !taken() || (medium.video() != null && medium.bytes() > rule.largestBytes());
                if ((anew || shorter) && large(medium.width(), medium.height())) {
                    Kind kind = shorter ? Kind.TRIM : Kind.CONVERT;
                    mends.add(new Mend(kind, 0, 0, medium.width(), medium.height(), "", format(), 0, seconds));
                }
                return List.copyOf(mends);
            }
            best(this::crop, Comparator.comparingLong(Mend::area).reversed()).ifPresent(mends::add);
            best(this::pad, Comparator.comparingLong(Mend::area)).ifPresent(mends::add);
            return List.copyOf(mends);
        }

        private boolean taken() {
            return rule.formats().contains(medium.format());
        }

        /** Videos are made in the first container that is taken: the only one a tool is sure to write. */
        private String format() {
            return taken() && medium.video() == null
                    ? medium.format()
                    : rule.formats().get(0);
        }

        private interface Way {
            Mend by(Ratio ratio);
        }

        private Optional<Mend> best(Way way, Comparator<Mend> order) {
            return rule.ratios().stream()
                    .map(way::by)
                    .filter(m -> rule.takesShape(m.width, m.height) && large(m.width, m.height))
                    .min(order);
        }

        Mend crop(Ratio ratio) {
            int width = (int) Math.min(medium.width(), Math.max(1, Math.round(medium.height() * ratio.value())));
            int height = (int) Math.min(medium.height(), Math.max(1, Math.round(medium.width() / ratio.value())));
            return box(Kind.CROP, even(width, 0), even(height, 0), ratio);
        }

        private Mend pad(Ratio ratio) {
            int width = (int) Math.max(medium.width(), Math.round(medium.height() * ratio.value()));
            int height = (int) Math.max(medium.height(), Math.round(medium.width() / ratio.value()));
            return box(Kind.PAD, even(width, 1), even(height, 1), ratio);
        }

        private Mend box(Kind kind, int width, int height, Ratio ratio) {
            return new Mend(
                    kind,
                    Math.abs(medium.width() - width) / 2,
                    Math.abs(medium.height() - height) / 2,
                    width,
                    height,
                    ratio.toString(),
                    format(),
                    0,
                    seconds);
        }

        /** Sides of videos are even, as their usual colour sampling asks. */
        private int even(int side, int up) {
            return medium.video() == null ? side : (side + up) / 2 * 2;
        }

        private boolean large(int width, int height) {
            return width >= rule.leastWidth() && height >= rule.leastHeight();
        }
    }

    /** The largest box of an allowed shape, whatever else is wrong; empty when the kind of file is wrong. */
    static Optional<Mend> largestCrop(Medium medium, FileRule rule) {
        Finder finder = new Finder(medium, rule, false, 0);
        return rule.ratios().stream().map(finder::crop).max(Comparator.comparingLong(Mend::area));
    }

    long area() {
        return (long) width * height;
    }
}
