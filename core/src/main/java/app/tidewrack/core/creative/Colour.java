package app.tidewrack.core.creative;

import java.util.EnumMap;
import java.util.Map;

/** The colour that a picture is of, as people would call it. The bounds of hues are our own choice, at the middle between pure hues. */
public enum Colour {
    RED,
    ORANGE,
    YELLOW,
    GREEN,
    BLUE,
    PURPLE,
    PINK,
    BROWN,
    BLACK,
    GREY,
    WHITE;

    private static final double DARK = 0.2;
    private static final double LIGHT = 0.85;
    private static final double PALE = 0.15;
    private static final double BROWN_UNDER = 0.65;

    /**
     * Of one pixel, by hue, saturation and value (A. R. Smith, SIGGRAPH 1978).
     *
     * @param rgb red, green and blue as the lower 24 bits
     */
    public static Colour of(int rgb) {
        double red = (rgb >> 16 & 255) / 255.0;
        double green = (rgb >> 8 & 255) / 255.0;
        double blue = (rgb & 255) / 255.0;
        double value = Math.max(red, Math.max(green, blue));
        double chroma = value - Math.min(red, Math.min(green, blue));
        if (value < DARK) {
            return BLACK;
        }
        if (chroma < PALE * value) {
            return value > LIGHT ? WHITE : GREY;
        }
        return of(hue(red, green, blue, value, chroma), chroma / value, value);
    }

    private static double hue(double red, double green, double blue, double value, double chroma) {
        double sixth = value == red
                ? (green - blue) / chroma
                : value == green ? 2 + (blue - red) / chroma : 4 + (red - green) / chroma;
        return (sixth * 60 + 360) % 360;
    }

    private static Colour of(double hue, double saturation, double value) {
        if (hue >= 15 && hue < 48 && value < BROWN_UNDER) {
            return BROWN;
        }
        if (hue >= 345 || hue < 15) {
            return saturation < 0.5 && value > LIGHT ? PINK : RED;
        }
        return hue < 42 ? ORANGE : hue < 66 ? YELLOW : hue < 170 ? GREEN : hue < 255 ? BLUE : hue < 295 ? PURPLE : PINK;
    }

    /**
     * That of most pixels. What has a colour counts before black, grey and white, unless it is under a tenth.
     *
     * @param pixels red, green and blue as the lower 24 bits, 1 or more
     */
    public static Colour ofMost(int[] pixels) {
        Map<Colour, Integer> counts = new EnumMap<>(Colour.class);
        for (int pixel : pixels) {
            counts.merge(of(pixel), 1, Integer::sum);
        }
        Colour most = GREY;
        int best = 0;
        for (Map.Entry<Colour, Integer> each : counts.entrySet()) {
            boolean hueless = each.getKey().ordinal() >= BLACK.ordinal();
            int count = hueless ? each.getValue() / 10 : each.getValue();
            if (count > best) {
                best = count;
                most = each.getKey();
            }
        }
        return most;
    }
}
