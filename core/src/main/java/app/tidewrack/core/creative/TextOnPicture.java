package app.tidewrack.core.creative;

import app.tidewrack.core.refusal.Refusal;

/**
 * How much of a picture text touches, counted on a grid of 5 × 5 fields. More than 5 of 25 is over 20 %, which is a risk on some
 * networks (common practice). Field 0 is at the upper left, field 24 at the lower right; bit n of a number stands for field n.
 */
public final class TextOnPicture {
    private static final int SIDE = 5;
    private static final int FIELDS = SIDE * SIDE;
    private static final int MOST = 5;

    private TextOnPicture() {}

    /** @throws Refusal (field {@code textFields}) when bits beyond the 25 fields are set */
    public static void require(int fields) {
        if (fields < 0 || fields >= 1 << FIELDS) {
            throw new Refusal(
                    "textFields",
                    "%d names fields beyond the %d.".formatted(fields, FIELDS),
                    "Mark the picture's own.");
        }
    }

    /**
     * The fields that a box touches.
     *
     * @param left pixels, as the rest, from 0; {@code right} and {@code bottom} are the box's own last ones
     * @param width of the picture
     */
    public static int fields(int left, int top, int right, int bottom, int width, int height) {
        int fields = 0;
        for (int row = top * SIDE / height; row <= bottom * SIDE / height; row++) {
            for (int column = left * SIDE / width; column <= right * SIDE / width; column++) {
                fields |= 1 << row * SIDE + column;
            }
        }
        return fields;
    }

    /** Fields that text touches, 0 to 25. */
    public static int count(int fields) {
        return Integer.bitCount(fields);
    }

    /** Whole percent of the picture, 4 for each field. */
    public static int percent(int fields) {
        return count(fields) * 100 / FIELDS;
    }

    /** True over 20 %. */
    public static boolean risky(int fields) {
        return count(fields) > MOST;
    }
}
