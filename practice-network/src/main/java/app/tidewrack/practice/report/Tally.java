package app.tidewrack.practice.report;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Numbers of one ad in one hour: in all, and by every dimension that is kept. What is counted is counted in all of them at
 * once, so the rows of any dimension add up to the whole.
 */
public final class Tally {
    private static final int KEYS = 1 << 12;

    private final long[] total = new long[Measure.ALL.length];
    private final Map<Integer, long[]> rows = new HashMap<>();

    /** Where the next counts go: the whole and one row of each dimension. */
    public final class Booking {
        private final long[][] rowsOfCell;

        private Booking(long[][] rowsOfCell) {
            this.rowsOfCell = rowsOfCell;
        }

        public void add(Measure measure, long count) {
            int m = measure.ordinal();
            total[m] += count;
            for (long[] row : rowsOfCell) {
                row[m] += count;
            }
        }
    }

    /** Opens the rows of a cell. */
    public Booking at(long cell, List<Dimension> dimensions) {
        long[][] found = new long[dimensions.size()][];
        for (int i = 0; i < found.length; i++) {
            int key = dimensions.get(i).ordinal() * KEYS + dimensions.get(i).key(cell);
            found[i] = rows.computeIfAbsent(key, k -> new long[Measure.ALL.length]);
        }
        return new Booking(found);
    }

    public long total(Measure measure) {
        return total[measure.ordinal()];
    }

    public boolean isEmpty() {
        for (long count : total) {
            if (count != 0) {
                return false;
            }
        }
        return true;
    }

    /** Rows of a dimension by their keys. */
    Map<Integer, long[]> rows(Dimension dimension) {
        Map<Integer, long[]> of = new TreeMap<>();
        rows.forEach((k, row) -> {
            if (k / KEYS == dimension.ordinal()) {
                of.put(k % KEYS, row);
            }
        });
        return of;
    }

    /** Adds all that another has counted. */
    public void add(Tally other) {
        add(total, other.total);
        other.rows.forEach((k, row) -> add(rows.computeIfAbsent(k, x -> new long[Measure.ALL.length]), row));
    }

    private static void add(long[] to, long[] from) {
        for (int i = 0; i < to.length; i++) {
            to[i] += from[i];
        }
    }

    /** As bytes: the whole, then each row with its key; only what is not zero. */
    public byte[] bytes() {
        Packed packed = new Packed();
        packed.row(total);
        packed.number(rows.size());
        new TreeMap<>(rows).forEach((key, row) -> {
            packed.number(key);
            packed.row(row);
        });
        return packed.bytes();
    }

    public static Tally of(byte[] bytes) {
        ByteBuffer in = ByteBuffer.wrap(bytes);
        Tally tally = new Tally();
        Packed.row(in, tally.total);
        long count = Packed.number(in);
        for (long i = 0; i < count; i++) {
            long[] row = new long[Measure.ALL.length];
            int key = (int) Packed.number(in);
            Packed.row(in, row);
            tally.rows.put(key, row);
        }
        return tally;
    }

    /** Numbers of seven bits a byte, the low ones first. */
    private static final class Packed {
        private final ByteArrayOutputStream out = new ByteArrayOutputStream();

        void number(long number) {
            long rest = number;
            while (rest >= 0x80) {
                out.write((int) (rest | 0x80));
                rest >>>= 7;
            }
            out.write((int) rest);
        }

        /** Which are not zero as bits, then those. */
        void row(long[] row) {
            long present = 0;
            for (int i = 0; i < row.length; i++) {
                present |= row[i] == 0 ? 0 : 1L << i;
            }
            number(present);
            for (long count : row) {
                if (count != 0) {
                    number(count);
                }
            }
        }

        byte[] bytes() {
            return out.toByteArray();
        }

        static long number(ByteBuffer in) {
            long number = 0;
            for (int shift = 0; ; shift += 7) {
                byte b = in.get();
                number |= (long) (b & 0x7F) << shift;
                if (b >= 0) {
                    return number;
                }
            }
        }

        static void row(ByteBuffer in, long[] row) {
            long present = number(in);
            for (int i = 0; i < row.length; i++) {
                if ((present >>> i & 1) != 0) {
                    row[i] = number(in);
                }
            }
        }
    }
}
