package app.tidewrack.practice.delivery;

import app.tidewrack.practice.creative.CreativeDesk.Shown;
import app.tidewrack.practice.creative.Medium;
import app.tidewrack.practice.report.Dimension;
import app.tidewrack.practice.report.Tally;
import java.nio.ByteBuffer;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.roaringbitmap.RoaringBitmap;

/** One ad while hours are delivered: what it brought so far, whom it reached on which day, and the hour at hand. */
final class AdRun {
    /** As many looked-for things are added as were expected, so that a new ad counts as average. */
    private static final double PRIOR = 25;

    private static final int LAYERS = 2;

    /** Whom it reached is kept this long by itself; further back only on how many days people saw it. */
    private static final int DAYS_KEPT = 2;

    private final String id;
    private final Shown creative;
    private final Taste taste;
    private final Set<String> placements;
    private final Optional<Medium> video;
    private final List<Dimension> dimensions;
    private final TreeMap<LocalDate, RoaringBitmap> reached = new TreeMap<>();
    private final RoaringBitmap[] seenDays = new RoaringBitmap[LAYERS];

    private final Set<LocalDate> changed = new HashSet<>();
    private RoaringBitmap reachedToday = new RoaringBitmap();
    private LocalDate today = LocalDate.EPOCH;
    private LocalDate layered = LocalDate.EPOCH;
    private double mood = 1;
    private double expected;
    private double brought;
    private long spentTiny;
    private long results;
    private Tally hour = new Tally();

    /**
     * @param placements where its texts and files fit
     * @param dimensions that its numbers are kept by
     * @param earlier whom it reached on earlier days
     */
    AdRun(
            String id,
            Shown creative,
            Taste taste,
            Set<String> placements,
            List<Dimension> dimensions,
            Map<LocalDate, RoaringBitmap> earlier) {
        this.id = id;
        this.creative = creative;
        this.taste = taste;
        this.placements = placements;
        this.dimensions = dimensions;
        video = creative.media().stream().filter(Medium::video).findFirst();
        for (int i = 0; i < LAYERS; i++) {
            seenDays[i] = new RoaringBitmap();
        }
        reached.putAll(earlier);
    }

    String id() {
        return id;
    }

    Shown creative() {
        return creative;
    }

    Taste taste() {
        return taste;
    }

    boolean fits(String placement) {
        return placements.contains(placement);
    }

    /** The video of a creative that has one. */
    Optional<Medium> video() {
        return video;
    }

    /** How many times the average an impression has brought of what is looked for. */
    double performance() {
        return (brought + PRIOR) / (expected + PRIOR);
    }

    double brought() {
        return brought;
    }

    /** Notes an impression: what the average would bring. */
    void expect(double average) {
        expected += average;
    }

    void bring() {
        brought++;
    }

    long spentTiny() {
        return spentTiny;
    }

    /** Notes what an impression cost and whether it brought what the goal seeks. */
    void spend(long tiny, boolean acted) {
        spentTiny += tiny;
        results += acted ? 1 : 0;
    }

    long results() {
        return results;
    }

    /** Opens the rows that an impression in a cell is counted in. */
    Tally.Booking book(long cell) {
        return hour.at(cell, dimensions);
    }

    Tally endHour() {
        Tally ended = hour;
        hour = new Tally();
        return ended;
    }

    /** How much likelier people are to click it on the day than on others, 1 on average. */
    double mood() {
        return mood;
    }

    /** Moves to a day; who was reached on the days before has seen it on so many days. */
    void begin(LocalDate day, String network) {
        if (!day.equals(today)) {
            mood = Mood.clicks(network, id, day);
            reached.subMap(layered, day).values().forEach(this::layer);
            reached.headMap(day.minusDays(DAYS_KEPT)).clear();
            layered = day;
            today = day;
            reachedToday = reached.computeIfAbsent(day, d -> new RoaringBitmap());
        }
    }

    private void layer(RoaringBitmap people) {
        for (int i = LAYERS - 1; i > 0; i--) {
            seenDays[i].or(RoaringBitmap.and(seenDays[i - 1], people));
        }
        seenDays[0].or(people);
    }

    /** Notes that a person sees it, and says how fresh it is to them: 1 new, less the more often they saw it. */
    double freshness(int person) {
        boolean again = !reachedToday.checkedAdd(person);
        changed.add(today);
        double fresh = again ? 0.6 : 1;
        if (!seenDays[0].contains(person)) {
            return fresh;
        }
        return fresh * (seenDays[1].contains(person) ? 0.6 : 0.85);
    }

    /** Whom it reached on the days that changed since the last time this was asked. */
    Map<LocalDate, RoaringBitmap> newlyReached() {
        Map<LocalDate, RoaringBitmap> days = new TreeMap<>();
        changed.forEach(d -> days.put(d, reached.get(d)));
        changed.clear();
        return days;
    }

    byte[] state() {
        return ByteBuffer.allocate(32)
                .putDouble(expected)
                .putDouble(brought)
                .putLong(spentTiny)
                .putLong(results)
                .array();
    }

    void restore(byte[] state) {
        ByteBuffer in = ByteBuffer.wrap(state);
        expected = in.getDouble();
        brought = in.getDouble();
        spentTiny = in.getLong();
        results = in.getLong();
    }
}
