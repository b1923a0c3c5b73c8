package app.tidewrack.practice.bid;

import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import org.roaringbitmap.PeekableIntIterator;
import org.roaringbitmap.RoaringBitmap;

/** How much dearer people are whom many want: by household income, age and gender. Our own figures. */
public final class PersonPrice {
    private static final int LOOKED_AT = 500;
    private static final int DECADE = 10;

    /** By decades of age from 0: who has most to spend and is at home with it is sought most. */
    private static final double[] AGES = {0.8, 0.8, 0.9, 1.1, 1.2, 1.1, 0.95, 0.85};

    /** In the order of {@link Panel.Said}. */
    private static final double[] GENDERS = {1.08, 0.93, 1};

    private PersonPrice() {}

    /** 0.8 for the lowest fifth of incomes to 1.2 for the highest, times what ages and genders are sought. */
    public static double of(World world, int person) {
        Panel panel = world.panel();
        return (0.7 + 0.1 * panel.income(person))
                * AGES[Math.min(AGES.length - 1, panel.age(person) / DECADE)]
                * GENDERS[panel.gender(person).ordinal()];
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
