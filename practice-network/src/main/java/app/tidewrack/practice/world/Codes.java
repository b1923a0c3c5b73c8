package app.tidewrack.practice.world;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.IntUnaryOperator;
import org.roaringbitmap.RoaringBitmap;
import org.roaringbitmap.RoaringBitmapWriter;

/** A column of one code a person, turned into one bitmap a code. */
final class Codes {
    private Codes() {}

    /** @param number which of the codes a person has; negative for none */
    static Map<String, RoaringBitmap> bitmaps(int size, List<String> codes, IntUnaryOperator number) {
        List<RoaringBitmapWriter<RoaringBitmap>> writers =
                codes.stream().map(c -> RoaringBitmapWriter.writer().get()).toList();
        for (int p = 0; p < size; p++) {
            int has = number.applyAsInt(p);
            if (has >= 0) {
                writers.get(has).add(p);
            }
        }
        Map<String, RoaringBitmap> bitmaps = new TreeMap<>();
        for (int i = 0; i < codes.size(); i++) {
            RoaringBitmap people = writers.get(i).get();
            people.runOptimize();
            // Two numbers may share a code, such as a title of two functions.
            bitmaps.merge(codes.get(i), people, (a, b) -> RoaringBitmap.or(a, b));
        }
        return bitmaps;
    }
}
