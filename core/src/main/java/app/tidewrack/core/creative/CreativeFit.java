package app.tidewrack.core.creative;

import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.CardRule;
import app.tidewrack.core.network.MixRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.FileRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import app.tidewrack.core.text.Counted;
import app.tidewrack.core.text.TextLength;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Whether a creative fits a placement, and if not, why: value, limit and mend for each part. Texts are judged as they are given. */
public final class CreativeFit {
    private CreativeFit() {}

    /** How a part misses. */
    public enum Miss {
        TOO_LONG,
        PAST_FOLD,
        TOO_SMALL,
        WRONG_SHAPE,
        TOO_LARGE,
        WRONG_FORMAT,
        WRONG_DURATION,
        TOO_FEW,
        TOO_MANY
    }

    /**
     * @param index which of several media, texts or cards, counted from 0
     * @param miss the kind; only {@link Miss#PAST_FOLD} still runs
     */
    public record Misfit(Part part, int index, Miss miss, String value, String limit, String mend) {
        public boolean refused() {
            return miss != Miss.PAST_FOLD;
        }
    }

    /** @param runs whether the placement shows it: of a mix, whether it shows at least one of each part */
    public record Verdict(List<Misfit> misfits, boolean runs) {}

    /** How the parts that are there fit one placement of the creative's format; what is missing is not judged here. */
    public static Verdict judge(Creative creative, FormatRule format, PlacementRule placement) {
        List<Misfit> misfits = new ArrayList<>();
        texts(misfits, Part.BODY, creative.bodies(), placement.body());
        texts(misfits, Part.HEADLINE, creative.headlines(), placement.headline());
        texts(misfits, Part.DESCRIPTION, creative.descriptions(), placement.description());
        TextRule brand = placement.brand();
        if (brand != null) {
            text(misfits, Part.BRAND, 0, creative.brand(), brand);
        }
        for (int i = 0; i < creative.media().size(); i++) {
            medium(misfits, i, creative.media().get(i), rule(creative.media().get(i), i, format, placement));
        }
        return new Verdict(List.copyOf(misfits), runs(creative, misfits));
    }

    private static boolean runs(Creative creative, List<Misfit> misfits) {
        if (!creative.mixes()) {
            return misfits.stream().noneMatch(Misfit::refused);
        }
        return shows(misfits, Part.MEDIA, creative.media().size())
                && shows(misfits, Part.BODY, creative.bodies().size())
                && shows(misfits, Part.HEADLINE, creative.headlines().size())
                && shows(misfits, Part.DESCRIPTION, creative.descriptions().size());
    }

    private static boolean shows(List<Misfit> misfits, Part part, int given) {
        long refused = misfits.stream()
                .filter(m -> m.part() == part && m.refused())
                .map(Misfit::index)
                .distinct()
                .count();
        return given == 0 || refused < given;
    }

    /** The rule for one medium: that of cards for those that stand on cards, else the placement's; null where none is shown. */
    public static @Nullable FileRule rule(Medium medium, int index, FormatRule format, PlacementRule placement) {
        CardRule cards = format.cards();
        if (cards != null && cards.picture() != null && index >= cards.first()) {
            return medium.video() == null ? cards.picture() : null;
        }
        boolean taken = medium.video() == null ? format.pictures() : format.videos();
        if (!taken) {
            return null;
        }
        return medium.video() == null ? placement.picture() : placement.video();
    }

    /** Counts and cards that the network refuses wherever the creative would show. */
    public static List<Misfit> counts(Creative creative, FormatRule format, @Nullable MixRule mix) {
        List<Misfit> misfits = new ArrayList<>();
        count(misfits, Part.MEDIA, creative.media().size(), format.leastMedia(), format.mostMedia());
        int texts = creative.mixes() && mix != null ? mix.mostTexts() : 1;
        count(misfits, Part.BODY, creative.bodies().size(), 0, texts);
        count(misfits, Part.HEADLINE, creative.headlines().size(), 0, texts);
        count(misfits, Part.DESCRIPTION, creative.descriptions().size(), 0, texts);
        int actions = creative.mixes() && mix != null ? mix.mostCallsToAction() : 1;
        count(misfits, Part.CALL_TO_ACTION, creative.callsToAction().size(), 0, actions);
        CardRule cards = format.cards();
        if (cards != null) {
            cards(misfits, creative, cards);
        }
        return List.copyOf(misfits);
    }

    private static void cards(List<Misfit> misfits, Creative creative, CardRule rule) {
        for (int i = 0; i < creative.cards().size(); i++) {
            Card card = creative.cards().get(i);
            int length = TextLength.of(card.text());
            if (length > rule.textLimit()) {
                misfits.add(tooLong(Part.CARD, i, length, rule.textLimit()));
            }
            if (rule.priced() && (card.text().isBlank() || card.price().isBlank())) {
                misfits.add(new Misfit(
                        Part.CARD, i, Miss.TOO_FEW, "no name or price", "a product’s name and price", "Write both"));
            }
        }
    }

    private static void count(List<Misfit> misfits, Part part, int given, int least, int most) {
        if (given < least) {
            misfits.add(new Misfit(part, 0, Miss.TOO_FEW, String.valueOf(given), "at least " + least, "Add some"));
        } else if (given > most) {
            misfits.add(
                    new Misfit(part, most, Miss.TOO_MANY, String.valueOf(given), "at most " + most, "Take some out"));
        }
    }

    private static void texts(List<Misfit> misfits, Part part, List<String> texts, TextRule rule) {
        for (int i = 0; i < texts.size(); i++) {
            text(misfits, part, i, texts.get(i), rule);
        }
    }

    private static void text(List<Misfit> misfits, Part part, int index, String text, TextRule rule) {
        int length = TextLength.of(text);
        if (rule.limit() == 0) {
            // The placement shows no such text, so none is too long for it.
            return;
        }
        if (length > rule.limit()) {
            misfits.add(tooLong(part, index, length, rule.limit()));
        } else if (length > rule.fold()) {
            misfits.add(new Misfit(
                    part,
                    index,
                    Miss.PAST_FOLD,
                    chars(length),
                    "cut after " + rule.fold(),
                    "Put what matters in the first " + rule.fold()));
        }
    }

    private static Misfit tooLong(Part part, int index, int length, int limit) {
        return new Misfit(part, index, Miss.TOO_LONG, chars(length), chars(limit), "Shorten it by " + (length - limit));
    }

    private static void medium(List<Misfit> misfits, int index, Medium medium, @Nullable FileRule rule) {
        Video video = medium.video();
        if (rule == null) {
            misfits.add(new Misfit(
                    Part.MEDIA,
                    index,
                    Miss.WRONG_FORMAT,
                    medium.format(),
                    video == null ? "no pictures here" : "no videos here",
                    video == null ? "Use a video, or another placement" : "Use a picture, or another placement"));
            return;
        }
        String size = medium.width() + " × " + medium.height() + " px";
        String format = rule.formats().get(0);
        boolean small = medium.width() < rule.leastWidth() || medium.height() < rule.leastHeight();
        String least = rule.leastWidth() + " × " + rule.leastHeight() + " px";
        String shape = size + String.format(Locale.UK, " (%.2f:1)", (double) medium.width() / medium.height());
        String shapes = rule.ratios().stream().map(Ratio::toString).collect(Collectors.joining(", "));
        if (!rule.formats().contains(medium.format())) {
            misfits.add(media(
                    index,
                    Miss.WRONG_FORMAT,
                    medium.format(),
                    String.join(" or ", rule.formats()),
                    "Save it as " + format));
        }
        if (small) {
            misfits.add(media(index, Miss.TOO_SMALL, size, "at least " + least, "Use a larger one"));
        }
        if (medium.bytes() > rule.largestBytes()) {
            misfits.add(media(
                    index,
                    Miss.TOO_LARGE,
                    megabytes(medium.bytes()),
                    "at most " + megabytes(rule.largestBytes()),
                    "Save it smaller"));
        }
        if (!rule.takesShape(medium.width(), medium.height())) {
            misfits.add(media(index, Miss.WRONG_SHAPE, shape, shapes, "Crop it to " + largestCrop(medium, rule)));
        }
        if (video != null && rule instanceof VideoRule v) {
            duration(misfits, index, video.seconds(), v);
        }
    }

    private static Misfit media(int index, Miss miss, String value, String limit, String remedy) {
        return new Misfit(Part.MEDIA, index, miss, value, limit, remedy);
    }

    private static void duration(List<Misfit> misfits, int index, double seconds, VideoRule rule) {
        if (seconds < rule.leastSeconds() || seconds > rule.mostSeconds()) {
            misfits.add(new Misfit(
                    Part.MEDIA,
                    index,
                    Miss.WRONG_DURATION,
                    String.format(Locale.UK, "%.1f s", seconds),
                    "%d to %d s".formatted(rule.leastSeconds(), rule.mostSeconds()),
                    seconds > rule.mostSeconds()
                            ? "Trim it to %d s".formatted(rule.mostSeconds())
                            : "Use a longer one"));
        }
    }

    /** The allowed shape that keeps the most of the picture, as the crop's size in pixels. */
    private static String largestCrop(Medium medium, FileRule rule) {
        return Mend.largestCrop(medium, rule)
                .map(m -> "%d × %d px (%s)".formatted(m.width(), m.height(), m.shape()))
                .orElse("");
    }

    private static String chars(int count) {
        return Counted.of(count, "character");
    }

    private static String megabytes(long bytes) {
        return String.format(Locale.UK, "%.1f MB", bytes / 1_000_000.0);
    }
}
