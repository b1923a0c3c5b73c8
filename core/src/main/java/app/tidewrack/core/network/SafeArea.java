package app.tidewrack.core.network;

/**
 * What a placement covers with its own words and buttons, from each edge, as a share of that side: 0.14 is 14 %.
 *
 * @param top of the height
 * @param right of the width
 * @param bottom of the height
 * @param left of the width
 */
public record SafeArea(double top, double right, double bottom, double left) {
    public static final SafeArea ALL = new SafeArea(0, 0, 0, 0);

    /** What stays visible on both. */
    public SafeArea and(SafeArea other) {
        return new SafeArea(
                Math.max(top, other.top),
                Math.max(right, other.right),
                Math.max(bottom, other.bottom),
                Math.max(left, other.left));
    }
}
