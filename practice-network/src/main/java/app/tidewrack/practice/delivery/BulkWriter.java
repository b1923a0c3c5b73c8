package app.tidewrack.practice.delivery;

import app.tidewrack.practice.delivery.DeliveryMapper.HourRow;
import app.tidewrack.practice.delivery.DeliveryMapper.LateEvent;
import app.tidewrack.practice.engagement.Bitmaps;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Writes what hours of delivery leave by the thousand, in JDBC batches; a mapper would read its statement anew for each. */
@Component
@RequiredArgsConstructor
class BulkWriter {
    private static final int BATCH = 500;

    private final JdbcTemplate jdbc;

    private static OffsetDateTime utc(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }

    void hours(List<HourRow> rows) {
        jdbc.batchUpdate("""
                insert into hour_report (ad_id, network, account, hour, day, visible_from, spend_minor,
                                         impressions, content)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?)""", rows, BATCH, (s, r) -> {
            s.setString(1, r.adId());
            s.setString(2, r.network());
            s.setString(3, r.account());
            s.setObject(4, utc(r.hour()));
            s.setObject(5, r.day());
            s.setObject(6, utc(r.visibleFrom()));
            s.setLong(7, r.spendMinor());
            s.setLong(8, r.impressions());
            s.setBytes(9, r.content());
        });
    }

    void late(List<LateEvent> events) {
        jdbc.batchUpdate("""
                insert into late_event (ad_id, hour, day, due, cell, measure, value_minor, person)
                values (?, ?, ?, ?, ?, ?, ?, ?)""", events, BATCH, (s, e) -> {
            s.setString(1, e.adId());
            s.setObject(2, utc(e.hour()));
            s.setObject(3, e.day());
            s.setObject(4, utc(e.due()));
            s.setLong(5, e.cell());
            s.setString(6, e.measure());
            s.setLong(7, e.valueMinor());
            s.setInt(8, e.person());
        });
    }

    private record Reached(String adId, LocalDate day, byte[] people) {}

    /** What ads have come to, and whom they reached on days that changed. */
    void ads(Collection<AdRun> ads) {
        jdbc.batchUpdate("""
                insert into ad_state (ad_id, state) values (?, ?)
                on conflict (ad_id) do update set state = excluded.state""", ads, BATCH, (s, ad) -> {
            s.setString(1, ad.id());
            s.setBytes(2, ad.state());
        });
        List<Reached> reached = new ArrayList<>();
        ads.forEach(ad -> ad.newlyReached()
                .forEach((day, people) -> reached.add(new Reached(ad.id(), day, Bitmaps.bytes(people)))));
        jdbc.batchUpdate("""
                insert into reach_day (ad_id, day, people) values (?, ?, ?)
                on conflict (ad_id, day) do update set people = excluded.people""", reached, BATCH, (s, r) -> {
            s.setString(1, r.adId());
            s.setObject(2, r.day());
            s.setBytes(3, r.people());
        });
    }

    private record Spent(String owner, LocalDate day, long tiny) {}

    void purses(Collection<Purse> purses, LocalDate since) {
        List<Spent> spent = new ArrayList<>();
        purses.forEach(p -> p.spentFrom(since).forEach((day, tiny) -> spent.add(new Spent(p.owner(), day, tiny))));
        jdbc.batchUpdate("""
                insert into day_spend (owner, day, tiny) values (?, ?, ?)
                on conflict (owner, day) do update set tiny = excluded.tiny""", spent, BATCH, (s, r) -> {
            s.setString(1, r.owner());
            s.setObject(2, r.day());
            s.setLong(3, r.tiny());
        });
    }
}
