package app.tidewrack.core.creative;

import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A change that makes a picture fit a placement with the least loss.
 *
 * @param x left edge of the box that is kept, or of the picture on its new ground, in pixels
 * @param y upper edge likewise
 * @param width of the box, or of the new ground, in pixels
 * @param height likewise
 * @param shape the shape it then has, such as {@code 4:5}; empty when it is not changed
 * @param format container it is saved in
 */
public record Mend(Kind kind, int x, int y, int width, int height, String shape, String format) {

    /** What is done. */
    public enum Kind {
        /** A box is cut out of the middle. */
        CROP,
        /** The picture is set on a larger ground. */
        PAD,
        /** It is saved in another container. */
        CONVERT
    }

    /**
     * What can be done for a picture that a placement refuses: the largest box and the smallest ground of an allowed shape, and
     * another container where its own is not taken. None when it fits, or is too small for anything to help.
     */
    public static List<Mend> of(Picture picture, PictureRule rule) {
        boolean taken = rule.formats().contains(picture.format());
        String format = taken ? picture.format() : rule.formats().get(0);
        List<Mend> mends = new ArrayList<>();
        if (rule.takesShape(picture.width(), picture.height())) {
            if (!taken && large(picture.width(), picture.height(), rule)) {
                mends.add(new Mend(Kind.CONVERT, 0, 0, picture.width(), picture.height(), "", format));
            }
            return List.copyOf(mends);
        }
        best(
                        rule,
                        r -> crop(picture, r, format),
                        Comparator.comparingLong(Mend::area).reversed())
                .ifPresent(mends::add);
        best(rule, r -> pad(picture, r, format), Comparator.comparingLong(Mend::area))
                .ifPresent(mends::add);
        return List.copyOf(mends);
    }

    private interface Way {
        Mend by(Ratio ratio);
    }

    private static Optional<Mend> best(PictureRule rule, Way way, Comparator<Mend> order) {
        return rule.ratios().stream()
                .map(way::by)
                .filter(m -> rule.takesShape(m.width, m.height) && large(m.width, m.height, rule))
                .min(order);
    }

    /** The largest box of a shape, out of the middle. */
    static Mend crop(Picture p, Ratio ratio, String format) {
        int width = (int) Math.min(p.width(), Math.max(1, Math.round(p.height() * ratio.value())));
        int height = (int) Math.min(p.height(), Math.max(1, Math.round(p.width() / ratio.value())));
        return new Mend(
                Kind.CROP, (p.width() - width) / 2, (p.height() - height) / 2, width, height, ratio.toString(), format);
    }

    private static Mend pad(Picture p, Ratio ratio, String format) {
        int width = (int) Math.max(p.width(), Math.round(p.height() * ratio.value()));
        int height = (int) Math.max(p.height(), Math.round(p.width() / ratio.value()));
        return new Mend(
                Kind.PAD, (width - p.width()) / 2, (height - p.height()) / 2, width, height, ratio.toString(), format);
    }

    long area() {
        return (long) width * height;
    }

    private static boolean large(int width, int height, PictureRule rule) {
        return width >= rule.leastWidth() && height >= rule.leastHeight();
    }
}
