package app.tidewrack.practice.report;

import app.tidewrack.practice.report.Cell.Part;
import java.util.Arrays;
import java.util.List;

/** What numbers are broken down by as they are kept; age and gender are kept together. */
public enum Dimension {
    AGE_GENDER(Part.AGE, Part.GENDER),
    REGION(Part.REGION),
    PLACEMENT(Part.PLACEMENT),
    DEVICE(Part.DEVICE),
    MEDIA(Part.MEDIA),
    BODY(Part.BODY),
    HEADLINE(Part.HEADLINE),
    DESCRIPTION(Part.DESCRIPTION),
    CALL_TO_ACTION(Part.CALL_TO_ACTION),
    MEDIA_HEADLINE(Part.MEDIA, Part.HEADLINE),
    JOB_FUNCTION(Part.JOB_FUNCTION),
    SENIORITY(Part.SENIORITY),
    INDUSTRY(Part.INDUSTRY),
    COMPANY_SIZE(Part.COMPANY_SIZE);

    /** Kept for every ad. */
    public static final List<Dimension> USUAL = List.of(AGE_GENDER, REGION, PLACEMENT, DEVICE);

    /** Kept for mix ads. */
    public static final List<Dimension> ASSETS =
            List.of(MEDIA, BODY, HEADLINE, DESCRIPTION, CALL_TO_ACTION, MEDIA_HEADLINE);

    /** Kept where the network knows people's work. */
    public static final List<Dimension> WORK = List.of(JOB_FUNCTION, SENIORITY, INDUSTRY, COMPANY_SIZE);

    private final Part[] parts;

    Dimension(Part... parts) {
        this.parts = parts;
    }

    /** The cell's place within this dimension. */
    int key(long cell) {
        int key = 0;
        for (Part part : parts) {
            key = key * (part.most() + 1) + Cell.get(cell, part);
        }
        return key;
    }

    /** The value of one of its parts in a key. */
    int part(int key, Part wanted) {
        int rest = key;
        for (int i = parts.length - 1; i >= 0; i--) {
            int size = parts[i].most() + 1;
            if (parts[i] == wanted) {
                return rest % size;
            }
            rest /= size;
        }
        throw new IllegalArgumentException(wanted + " is no part of " + Arrays.toString(parts));
    }
}
