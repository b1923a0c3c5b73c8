package app.tidewrack.practice.bid;

import app.tidewrack.practice.world.World;
import org.roaringbitmap.PeekableIntIterator;
import org.roaringbitmap.RoaringBitmap;

/** How much dearer people are whom many want: by household income. */
public final class PersonPrice {
    private static final int LOOKED_AT = 500;

    private PersonPrice() {}

    /** 0.8 for the lowest fifth to 1.2 for the highest. */
    public static double of(World world, int person) {
        return 0.7 + 0.1 * world.panel().income(person);
    }

    /** The mean over a part of the people. */
    public static double mean(World world, RoaringBitmap people) {
        int size = people.getCardinality();
        if (size == 0) {
            return 1;
        }
        int step = Math.max(1, size / LOOKED_AT);
        double sum = 0;
        int count = 0;
        PeekableIntIterator each = people.getIntIterator();
        for (int i = 0; each.hasNext(); i++) {
            int person = each.next();
            if (i % step == 0) {
                sum += of(world, person);
                count++;
            }
        }
        return sum / count;
    }
}
