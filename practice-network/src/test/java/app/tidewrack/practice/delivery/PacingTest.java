package app.tidewrack.practice.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.practice.network.Market;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;

/** Days of 23, 24 and 25 hours, by the zone rules that Java ships (IANA time zone database). */
class PacingTest {
    private static final String NINE_TO_FIVE = "000000000111111110000000".repeat(7);

    private static Market evenMarket() {
        Market market = Mockito.mock(Market.class);
        Mockito.when(market.share(Mockito.anyInt())).thenReturn(1.0 / 24);
        return market;
    }

    private static List<Instant> hours(LocalDate day, ZoneId zone) {
        List<Instant> hours = new ArrayList<>();
        for (Instant h = day.atStartOfDay(zone).toInstant();
                h.isBefore(day.plusDays(1).atStartOfDay(zone).toInstant());
                h = h.plus(Duration.ofHours(1))) {
            hours.add(h);
        }
        return hours;
    }

    @ParameterizedTest
    @CsvSource({
        "2027-03-28, Europe/London, 23, 8",
        "2027-10-31, Europe/London, 25, 8",
        "2027-03-14, America/Toronto, 23, 8",
        "2027-06-01, Europe/Copenhagen, 24, 8",
    })
    void aDaysMoneyIsDueByItsEndHoweverManyHoursItHas(LocalDate day, ZoneId zone, int hours, int chosen) {
        List<Instant> all = hours(day, zone);
        assertThat(all).hasSize(hours);
        for (Pace pace : Pace.values()) {
            for (String grid : new String[] {null, NINE_TO_FIVE}) {
                List<Pacing.Due> due = all.stream()
                        .map(h -> Pacing.due(evenMarket(), grid, pace, h, zone))
                        .toList();
                assertThat(due.stream().map(Pacing.Due::byEnd)).isSorted();
                assertThat(due.get(hours - 1).byEnd()).isCloseTo(1, within(1e-9));
                assertThat(due.stream().mapToDouble(Pacing.Due::inHour).sum()).isCloseTo(1, within(1e-9));
            }
        }
        List<Instant> running =
                all.stream().filter(h -> Pacing.runs(NINE_TO_FIVE, h, zone)).toList();
        assertThat(running).hasSize(chosen);
        assertThat(running.get(0).atZone(zone).getHour()).isEqualTo(9);
    }

    /** The hour that the clocks skip cannot run; the one they go through twice runs twice. */
    @Test
    void theGridSpeaksOfTheClockOnTheWall() {
        ZoneId london = ZoneId.of("Europe/London");
        String atOne = "010000000000000000000000".repeat(7);
        assertThat(hours(LocalDate.of(2027, 3, 28), london)).noneMatch(h -> Pacing.runs(atOne, h, london));
        assertThat(hours(LocalDate.of(2027, 10, 31), london).stream().filter(h -> Pacing.runs(atOne, h, london)))
                .hasSize(2);
    }
}
