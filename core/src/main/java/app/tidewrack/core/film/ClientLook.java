package app.tidewrack.core.film;

import app.tidewrack.core.refusal.Refusal;
import java.util.regex.Pattern;

/**
 * A client’s colours on what is made for it.
 *
 * @param ink of words, as {@code #rrggbb}
 * @param ground behind them, likewise
 */
public record ClientLook(String ink, String ground) {
    /** White on a dark green grey: is read on any picture. */
    public static final ClientLook PLAIN = new ClientLook("#ffffff", "#20302c");

    private static final Pattern COLOUR = Pattern.compile("#[0-9a-fA-F]{6}");

    /** Least contrast of large text, WCAG 2.2, 1.4.3. */
    private static final double LEAST_CONTRAST = 3;

    /** @throws Refusal (field {@code ink} or {@code ground}) when one is no colour, or one cannot be read on the other */
    public void require() {
        requireColour("ink", ink);
        requireColour("ground", ground);
        double contrast = contrast();
        if (contrast < LEAST_CONTRAST) {
            throw new Refusal(
                    "ink",
                    "Words of %s on %s have a contrast of %.1f; large words need %.0f to be read."
                            .formatted(ink, ground, contrast, LEAST_CONTRAST),
                    "Choose a lighter or darker one.");
        }
    }

    private static void requireColour(String field, String colour) {
        if (!COLOUR.matcher(colour).matches()) {
            throw new Refusal(field, "“%s” is no colour.".formatted(colour), "Write it like #2b5d51.");
        }
    }

    /** From 1 to 21, as WCAG 2.2 defines it. */
    public double contrast() {
        double a = luminance(ink);
        double b = luminance(ground);
        return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    }

    private static double luminance(String colour) {
        int rgb = Integer.parseInt(colour.substring(1), 16);
        return 0.2126 * linear(rgb >> 16 & 0xff) + 0.7152 * linear(rgb >> 8 & 0xff) + 0.0722 * linear(rgb & 0xff);
    }

    private static double linear(int value) {
        double share = value / 255.0;
        return share <= 0.04045 ? share / 12.92 : Math.pow((share + 0.055) / 1.055, 2.4);
    }
}
