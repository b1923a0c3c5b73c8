package app.tidewrack.core.creative;

import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.network.PlacementRule.FileRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

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
    private static final Set<String> PICTURES = Set.of("JPEG", "PNG");
    private static final Set<String> VIDEOS = Set.of("MP4");

    /** Seconds of a video are measured and told in thousandths. */
    private static final double HAIR = 0.001;

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
     * end, another container. None when it fits, is of the wrong kind, or is too small, large or short for anything to help.
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
                    .filter(m -> rule.takesShape(m.width, m.height)
                            && large(m.width, m.height)
                            && Medium.takes(m.width, m.height))
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

    /**
     * Looks whether it can be done to a medium: the box lies within it, the ground holds it and is none too large, a video keeps even
     * sides and some of its length, and it is saved in a container that is written here.
     *
     * @throws Refusal (field {@code mend}) when it cannot
     */
    public void requireSuits(Medium medium) {
        boolean suits = medium.video() == null ? suitsPicture(medium) : suitsVideo(medium, medium.video());
        if (!suits) {
            throw new Refusal(
                    "mend",
                    String.format(
                            Locale.UK,
                            "%s to %d × %d px at %d, %d%s as %s does not suit %s of %d × %d px%s.",
                            kind.name().toLowerCase(Locale.ROOT),
                            width,
                            height,
                            x,
                            y,
                            medium.video() == null ? "" : " and %.1f s from %.1f s".formatted(seconds, from),
                            format,
                            medium.video() == null ? "a picture" : "a video",
                            medium.width(),
                            medium.height(),
                            medium.video() == null
                                    ? ""
                                    : " and %.1f s".formatted(medium.video().seconds())),
                    "Choose one of the mends beside the placement.");
        }
    }

    private boolean suitsPicture(Medium medium) {
        return PICTURES.contains(format)
                && switch (kind) {
                    case CROP, CONVERT -> within(medium);
                    case PAD -> around(medium);
                    case TRIM -> false;
                };
    }

    private boolean suitsVideo(Medium medium, Video video) {
        boolean even = width % 2 == 0 && height % 2 == 0;
        boolean shape = switch (kind) {
            case CROP -> even && within(medium);
            case PAD -> even && around(medium);
            case TRIM, CONVERT -> true;
        };
        return shape && VIDEOS.contains(format) && from >= 0 && seconds > 0 && from + seconds <= video.seconds() + HAIR;
    }

    private boolean within(Medium medium) {
        return begins() && (long) x + width <= medium.width() && (long) y + height <= medium.height();
    }

    private boolean around(Medium medium) {
        return begins()
                && (long) x + medium.width() <= width
                && (long) y + medium.height() <= height
                && Medium.takes(width, height);
    }

    private boolean begins() {
        return x >= 0 && y >= 0 && width > 0 && height > 0;
    }

    long area() {
        return (long) width * height;
    }
}
