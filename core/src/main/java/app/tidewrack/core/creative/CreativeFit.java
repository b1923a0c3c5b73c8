package app.tidewrack.core.creative;

import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.text.TextLength;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

/** Whether a creative fits a placement, and if not, why: value, limit and mend for each part. */
public final class CreativeFit {
    private CreativeFit() {}

    /** How a part misses. */
    public enum Miss {
        TOO_LONG,
        PAST_FOLD,
        TOO_SMALL,
        WRONG_SHAPE,
        TOO_LARGE,
        WRONG_FORMAT
    }

    /** @param miss the kind; only {@link Miss#PAST_FOLD} still runs */
    public record Misfit(Part part, Miss miss, String value, String limit, String mend) {}

    /** All misfits of the parts that are there; what is missing is not judged here. */
    public static List<Misfit> judge(Creative creative, PlacementRule placement) {
        List<Misfit> misfits = new ArrayList<>();
        text(misfits, Part.BODY, creative.body(), placement.body());
        text(misfits, Part.HEADLINE, creative.headline(), placement.headline());
        text(misfits, Part.DESCRIPTION, creative.description(), placement.description());
        Picture picture = creative.picture();
        PictureRule rule = placement.picture();
        if (picture != null && rule == null) {
            misfits.add(new Misfit(
                    Part.PICTURE,
                    Miss.WRONG_FORMAT,
                    picture.format(),
                    "videos only",
                    "Use a video, or another placement"));
        } else if (picture != null && rule != null) {
            picture(misfits, picture, rule);
        }
        return List.copyOf(misfits);
    }

    private static void text(List<Misfit> misfits, Part part, String text, TextRule rule) {
        int length = TextLength.of(text);
        if (rule.limit() == 0) {
            // The placement shows no such text, so none is too long for it.
            return;
        }
        if (length > rule.limit()) {
            misfits.add(new Misfit(
                    part,
                    Miss.TOO_LONG,
                    chars(length),
                    chars(rule.limit()),
                    "Shorten it by " + (length - rule.limit())));
        } else if (length > rule.fold()) {
            misfits.add(new Misfit(
                    part,
                    Miss.PAST_FOLD,
                    chars(length),
                    "cut after " + rule.fold(),
                    "Put what matters in the first " + rule.fold()));
        }
    }

    private static void picture(List<Misfit> misfits, Picture picture, PictureRule rule) {
        String size = picture.width() + " × " + picture.height() + " px";
        if (!rule.formats().contains(picture.format())) {
            misfits.add(new Misfit(
                    Part.PICTURE,
                    Miss.WRONG_FORMAT,
                    picture.format(),
                    String.join(" or ", rule.formats()),
                    "Save it as " + rule.formats().get(0)));
        }
        if (picture.width() < rule.leastWidth() || picture.height() < rule.leastHeight()) {
            misfits.add(new Misfit(
                    Part.PICTURE,
                    Miss.TOO_SMALL,
                    size,
                    "at least " + rule.leastWidth() + " × " + rule.leastHeight() + " px",
                    "Use a larger picture"));
        }
        if (picture.bytes() > rule.largestBytes()) {
            misfits.add(new Misfit(
                    Part.PICTURE,
                    Miss.TOO_LARGE,
                    megabytes(picture.bytes()),
                    "at most " + megabytes(rule.largestBytes()),
                    "Save it smaller"));
        }
        double ratio = (double) picture.width() / picture.height();
        if (!rule.takesShape(picture.width(), picture.height())) {
            misfits.add(new Misfit(
                    Part.PICTURE,
                    Miss.WRONG_SHAPE,
                    size + " (%.2f:1)".formatted(ratio),
                    rule.ratios().stream().map(Ratio::toString).collect(Collectors.joining(", ")),
                    "Crop it to " + largestCrop(picture, rule.ratios())));
        }
    }

    /** The allowed shape that keeps the most of the picture, as the crop's size in pixels. */
    private static String largestCrop(Picture picture, List<Ratio> ratios) {
        return ratios.stream()
                .map(r -> Mend.crop(picture, r, picture.format()))
                .max(Comparator.comparingLong(Mend::area))
                .map(m -> "%d × %d px (%s)".formatted(m.width(), m.height(), m.shape()))
                .orElse("");
    }

    private static String chars(int count) {
        return count + (count == 1 ? " character" : " characters");
    }

    private static String megabytes(long bytes) {
        return "%.1f MB".formatted(bytes / 1_000_000.0);
    }
}
