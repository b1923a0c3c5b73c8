package app.tidewrack.practice.report;

/**
 * Who saw what of an ad where, packed into a number: each part in its own bits, so that a late event can be booked to the
 * same cell as its click.
 */
public final class Cell {
    /** Parts with their bits, in order. */
    public enum Part {
        AGE(3),
        GENDER(2),
        REGION(10),
        PLACEMENT(3),
        DEVICE(2),
        MEDIA(4),
        BODY(3),
        HEADLINE(3),
        DESCRIPTION(3),
        CALL_TO_ACTION(3),
        JOB_FUNCTION(5),
        SENIORITY(3),
        INDUSTRY(5),
        COMPANY_SIZE(3);

        private final int bits;
        private int shift;

        Part(int bits) {
            this.bits = bits;
        }

        static {
            int shift = 0;
            for (Part part : values()) {
                part.shift = shift;
                shift += part.bits;
            }
        }

        int most() {
            return (1 << bits) - 1;
        }
    }

    private Cell() {}

    /** The cell with one part set; a value past its bits counts as the last. */
    public static long with(long cell, Part part, int value) {
        return cell | (long) Math.min(value, part.most()) << part.shift;
    }

    static int get(long cell, Part part) {
        return (int) (cell >>> part.shift) & part.most();
    }
}
