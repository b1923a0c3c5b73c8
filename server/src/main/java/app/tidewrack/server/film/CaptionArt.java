package app.tidewrack.server.film;

import app.tidewrack.core.film.Caption;
import app.tidewrack.core.film.ClientLook;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.network.SafeArea;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Captions in the form in which the tool burns them in: in the client’s colours, within what stays visible, above a mark. */
final class CaptionArt {
    /** Height of letters and gaps as shares of the shorter side; letters of 5 % are read on a phone at arm’s length (common practice). */
    private static final double LETTERS = 0.05;

    private static final double GAP = 0.03;
    private static final double PADDING = 0.013;

    private CaptionArt() {}

    static String of(Film film, ClientLook look, SafeArea safe, @Nullable Box mark) {
        int width = film.size().width();
        int height = film.size().height();
        int side = Math.min(width, height);
        int gap = (int) Math.round(GAP * side);
        int bottom = (int) Math.ceil(safe.bottom() * height) + gap;
        ClientMark of = film.mark();
        if (mark != null && of != null && !of.corner().top()) {
            bottom = height - mark.y() + gap;
        }
        StringBuilder art = new StringBuilder("""
                [Script Info]
                ScriptType: v4.00+
                PlayResX: %d
                PlayResY: %d
                ScaledBorderAndShadow: yes

                [V4+ Styles]
                Format: Name, Fontname, Fontsize, PrimaryColour, OutlineColour, BackColour, Bold, BorderStyle, Outline, Shadow, Alignment, MarginL, MarginR, MarginV, Encoding
                Style: Words,DejaVu Sans,%d,%s,%s,%s,-1,3,%d,0,2,%d,%d,%d,1

                [Events]
                Format: Layer, Start, End, Style, Text
                """.formatted(
                        width,
                        height,
                        Math.round(LETTERS * side),
                        colour(look.ink()),
                        colour(look.ground()),
                        colour(look.ground()),
                        Math.round(PADDING * side),
                        (int) Math.ceil(safe.left() * width) + gap,
                        (int) Math.ceil(safe.right() * width) + gap,
                        bottom));
        for (Caption caption : film.shown()) {
            art.append("Dialogue: 0,%s,%s,Words,%s%n"
                    .formatted(
                            time(caption.from()), time(Math.min(caption.to(), film.seconds())), text(caption.text())));
        }
        return art.toString();
    }

    /** {@code #rrggbb} with its bytes the other way round. */
    private static String colour(String rgb) {
        return "&H00" + rgb.substring(5, 7) + rgb.substring(3, 5) + rgb.substring(1, 3);
    }

    private static String time(double seconds) {
        long hundredths = Math.round(seconds * 100);
        return String.format(
                Locale.ROOT,
                "%d:%02d:%02d.%02d",
                hundredths / 360_000,
                hundredths / 6_000 % 60,
                hundredths / 100 % 60,
                hundredths % 100);
    }

    /** What would be read as a command is broken by a joiner that nobody sees. */
    private static String text(String text) {
        return text.replace("\\", "\\\u2060")
                .replace("{", "\\{")
                .replace("}", "\\}")
                .replace("\n", "\\N");
    }
}
