package app.tidewrack.practice.engagement;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/**
 * Who did what on which day. What delivery adds is gathered in memory and written by {@link #flush()}, in the transaction
 * of the hours it belongs to; only one thread delivers.
 */
@Component
@RequiredArgsConstructor
public class Ties {
    private final TieMapper mapper;
    private final Map<DayKey, RoaringBitmap> gathered = new HashMap<>();

    private record DayKey(Tie tie, LocalDate day) {}

    /** @param person a real person */
    public void add(Tie tie, LocalDate day, int person) {
        gathered.computeIfAbsent(new DayKey(tie, day), k -> stored(tie, day)).add(person);
    }

    public void flush() {
        gathered.forEach((k, people) -> mapper.keep(k.tie(), k.day(), Bitmaps.bytes(people)));
        gathered.clear();
    }

    /** Drops what was gathered since the last flush, when its transaction failed. */
    public void forget() {
        gathered.clear();
    }

    RoaringBitmap stored(Tie tie, LocalDate day) {
        return mapper.on(tie, day).map(Bitmaps::bitmap).orElseGet(RoaringBitmap::new);
    }

    /** What was written for each day from one to another, both included; a tie without a subject means any. */
    public Map<LocalDate, RoaringBitmap> between(Tie tie, LocalDate from, LocalDate to) {
        Map<LocalDate, RoaringBitmap> days = new HashMap<>();
        mapper.between(tie, from, to)
                .forEach(d -> days.merge(d.day(), Bitmaps.bitmap(d.people()), (a, b) -> RoaringBitmap.or(a, b)));
        return days;
    }
}
