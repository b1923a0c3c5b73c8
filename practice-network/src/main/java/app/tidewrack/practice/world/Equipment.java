package app.tidewrack.practice.world;

import app.tidewrack.core.audience.TermKind;
import java.util.EnumMap;
import java.util.Map;
import org.roaringbitmap.RoaringBitmap;

/** Devices, systems and connections people use the networks with; one person can have several. Our own shares. */
final class Equipment {
    private Equipment() {}

    static Map<TermKind, Map<String, RoaringBitmap>> of(Panel panel) {
        RoaringBitmap phone = draw(panel, 3.2, new double[] {0, 0, 0.1, 0, 0.1, 0}, -1.2, "phone");
        RoaringBitmap tablet = draw(panel, -1.1, new double[] {0.1, 0, 0, 0, 0, 0.3}, 0.5, "tablet");
        RoaringBitmap desktop = draw(panel, -0.1, new double[] {0, -0.1, 0, 0.5, 0.1, 0.3}, 0.3, "desktop");
        RoaringBitmap none = RoaringBitmap.bitmapOfRange(0, panel.size());
        none.andNot(phone);
        none.andNot(tablet);
        desktop.or(none);
        RoaringBitmap dear = draw(panel, -0.7, new double[] {0, 0, 0.3, 0, 0, 0.7}, -0.2, "dear phone");
        RoaringBitmap mac = draw(panel, -1.6, new double[] {0, 0, 0.6, 0.1, 0, 0.3}, -0.2, "mac");
        RoaringBitmap wifi = draw(panel, 1.9, new double[Liking.TRAITS], 0.5, "wifi");
        RoaringBitmap mobile = draw(panel, 0.9, new double[] {0, 0.3, 0, 0, 0.2, 0}, -0.8, "mobile data");
        mobile.and(phone);
        RoaringBitmap other = RoaringBitmap.bitmapOfRange(0, panel.size());
        other.andNot(mobile);
        wifi.or(other);
        Map<TermKind, Map<String, RoaringBitmap>> columns = new EnumMap<>(TermKind.class);
        columns.put(TermKind.DEVICE, Map.of("phone", phone, "tablet", tablet, "desktop", desktop));
        columns.put(
                TermKind.SYSTEM,
                Map.of(
                        "ios", RoaringBitmap.and(phone, dear),
                        "android", RoaringBitmap.andNot(phone, dear),
                        "macos", RoaringBitmap.and(desktop, mac),
                        "windows", RoaringBitmap.andNot(desktop, mac)));
        columns.put(TermKind.CONNECTION, Map.of("wifi", wifi, "mobile", mobile));
        columns.values().forEach(m -> m.values().forEach(RoaringBitmap::runOptimize));
        return columns;
    }

    private static RoaringBitmap draw(Panel panel, double base, double[] pull, double older, String salt) {
        return panel.draw(new Liking(base, pull, 0, older), Chance.seed("equipment " + salt));
    }
}
