package app.tidewrack.practice.delivery;

import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.report.Labels;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.World;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.ConcurrentHashMap;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/** Which devices people have. */
@Component
final class Devices {
    /** A bit for each device, by person. */
    private final byte[] has;

    private final Panel panel;
    private final Map<List<String>, RoaringBitmap> holders = new ConcurrentHashMap<>();

    Devices(World world) {
        panel = world.panel();
        has = new byte[world.panel().size()];
        for (int d = 0; d < Labels.DEVICES.size(); d++) {
            int bit = 1 << d;
            world.panel()
                    .column(TermKind.DEVICE, Labels.DEVICES.get(d))
                    .orElseThrow()
                    .forEach((IntConsumer) person -> has[person] |= (byte) bit);
        }
    }

    /** One of a person's devices among those wanted, or −1. */
    int one(int person, int[] wanted, SplittableRandom random) {
        int found = -1;
        int count = 0;
        for (int device : wanted) {
            if ((has[person] >> device & 1) != 0 && random.nextInt(++count) == 0) {
                found = device;
            }
        }
        return found;
    }

    /** People who have at least one of some devices. */
    RoaringBitmap holders(List<String> devices) {
        return holders.computeIfAbsent(
                devices,
                k -> RoaringBitmap.or(devices.stream()
                        .map(d -> panel.column(TermKind.DEVICE, d).orElseThrow())
                        .iterator()));
    }
}
