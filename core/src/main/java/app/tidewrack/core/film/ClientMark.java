package app.tidewrack.core.film;

import app.tidewrack.core.network.SafeArea;
import app.tidewrack.core.refusal.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * A client’s mark in a corner: a picture of the shelf, or words.
 *
 * @param sha256 of the picture; null for words
 * @param words empty for a picture
 * @param share width of the mark as a share of the width of what it stands on
 */
public record ClientMark(@Nullable String sha256, String words, Corner corner, double share) {
    public static final double LEAST_SHARE = 0.05;
    public static final double MOST_SHARE = 0.8;
    public static final int MOST_WORDS = 40;

    /** Of the shorter side, between the mark and the edge of what stays visible. */
    private static final double GAP = 0.03;

    /** Where it stands. */
    public enum Corner {
        TOP_LEFT,
        TOP_RIGHT,
        BOTTOM_LEFT,
        BOTTOM_RIGHT;

        boolean left() {
            return this == TOP_LEFT || this == BOTTOM_LEFT;
        }

        /** Whether it is one of the upper two. */
        public boolean top() {
            return this == TOP_LEFT || this == TOP_RIGHT;
        }
    }

    /** Pixels from the upper left. */
    public record Box(int x, int y, int width, int height) {}

    /** @throws Refusal (field {@code mark}) when it shows nothing, too much or twice, or its size is out of bounds */
    public void require() {
        boolean picture = sha256 != null;
        if (picture != words.isBlank() || words.strip().length() > MOST_WORDS) {
            throw new Refusal(
                    "mark.words",
                    "The mark is %s and the words “%s”.".formatted(picture ? "a picture" : "no picture", words),
                    "Give it one of the two, words of at most %d characters.".formatted(MOST_WORDS));
        }
        if (!(share >= LEAST_SHARE && share <= MOST_SHARE)) {
            throw new Refusal(
                    "mark.share",
                    "The mark is %.0f %% as wide as what it stands on.".formatted(share * 100),
                    "Choose %.0f to %.0f %%.".formatted(LEAST_SHARE * 100, MOST_SHARE * 100));
        }
    }

    /**
     * Where it stands on something of that size, out of what placements cover.
     *
     * @param shape width of the mark divided by its height
     * @throws Refusal (field {@code mark.share}) when it is larger than what stays visible
     */
    public Box on(int width, int height, double shape, SafeArea safe) {
        int gap = (int) Math.round(GAP * Math.min(width, height));
        int left = (int) Math.ceil(safe.left() * width) + gap;
        int right = width - (int) Math.ceil(safe.right() * width) - gap;
        int top = (int) Math.ceil(safe.top() * height) + gap;
        int bottom = height - (int) Math.ceil(safe.bottom() * height) - gap;
        int wide = (int) Math.max(2, Math.round(share * width));
        int high = (int) Math.max(2, Math.round(wide / shape));
        if (wide > right - left || high > bottom - top) {
            double most = Math.min(right - left, (bottom - top) * shape) / width;
            throw new Refusal(
                    "mark.share",
                    "The mark of %d × %d px does not fit into the %d × %d px that stay visible."
                            .formatted(wide, high, right - left, bottom - top),
                    most < LEAST_SHARE
                            ? "Choose a mark that is less high."
                            : "Make it at most %.0f %% wide.".formatted(Math.floor(most * 100)));
        }
        return new Box(corner.left() ? left : right - wide, corner.top() ? top : bottom - high, wide, high);
    }
}
