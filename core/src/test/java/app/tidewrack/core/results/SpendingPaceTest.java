package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.evidence.Weekdays;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.results.SpendingPace.Stand;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpendingPaceTest {
    /** 28 March 2027 has 23 hours in London, so a flight of 27 to 28 March has 47; by hand. */
    @ParameterizedTest
    @CsvSource({
        "2027-03-26T12:00:00Z, 0, 0, 0, TOO_EARLY",
        "2027-03-27T12:00:00Z, 1100, 1200, 4308, TOO_EARLY",
        "2027-03-28T00:00:00Z, 2400, 2400, 4700, ON_PACE",
        "2027-03-28T00:00:00Z, 2000, 2400, 3917, SLOW",
        "2027-03-28T06:00:00Z, 2400, 3000, 3760, ON_PACE",
        "2027-03-28T06:00:00Z, 5500, 3000, 8617, FAST",
        "2027-03-28T23:00:00Z, 4600, 4700, 4600, ON_PACE",
        "2027-04-28T23:00:00Z, 3000, 4700, 3000, SLOW"
    })
    void spendingIsHeldAgainstHoursThatReallyPassed(Instant until, long spent, long due, long atEnd, Stand stand) {
        Flight flight = Flight.through(
                LocalDate.parse("2027-03-27"), LocalDate.parse("2027-03-28"), ZoneId.of("Europe/London"));
        SpendingPace pace = SpendingPace.of(
                flight, Hours.ALL, Money.ofMinor(4700, "GBP"), Money.ofMinor(spent, "GBP"), until, Weekdays.EVEN);
        assertThat(pace.due().minor()).isEqualTo(due);
        assertThat(pace.atEnd().minor()).isEqualTo(atEnd);
        assertThat(pace.stand()).isEqualTo(stand);
    }

    /** Ads that run from 9 to 17 have spent one day of two by the second morning, however long that day has gone on; by hand. */
    @ParameterizedTest
    @CsvSource({
        "2027-03-10T08:59:00Z, 1000, 1000, 2000, ON_PACE",
        "2027-03-10T13:00:00Z, 1500, 1500, 2000, ON_PACE",
        "2027-03-10T22:00:00Z, 1500, 2000, 1500, SLOW"
    })
    void onlyHoursInWhichAdsRunCount(Instant until, long spent, long due, long atEnd, Stand stand) {
        Flight flight = Flight.through(
                LocalDate.parse("2027-03-09"), LocalDate.parse("2027-03-10"), ZoneId.of("Europe/London"));
        Money planned = Money.ofMinor(2000, "GBP");
        SpendingPace pace =
                SpendingPace.of(flight, Hours.daily(9, 17), planned, Money.ofMinor(spent, "GBP"), until, Weekdays.EVEN);
        assertThat(pace.due().minor()).isEqualTo(due);
        assertThat(pace.atEnd().minor()).isEqualTo(atEnd);
        assertThat(pace.stand()).isEqualTo(stand);
    }

    /**
     * An account that spends half as much on Saturday and Sunday as on other days: of £60.00 for Friday to Sunday £30.00 are due by
     * Saturday, who has spent £22.00 of the £45.00 that are due by Sunday is slow; by hand.
     */
    @ParameterizedTest
    @CsvSource({"2027-03-13T00:00:00Z, 3000, 3000, 6000, ON_PACE", "2027-03-14T00:00:00Z, 2200, 4500, 2933, SLOW"})
    void quietDaysOfTheWeekAreNotSlow(Instant until, long spent, long due, long atEnd, Stand stand) {
        Flight flight = Flight.through(
                LocalDate.parse("2027-03-12"), LocalDate.parse("2027-03-14"), ZoneId.of("Europe/London"));
        Weekdays week =
                new Weekdays(List.of(7 / 6.0, 7 / 6.0, 7 / 6.0, 7 / 6.0, 7 / 6.0, 7 / 12.0, 7 / 12.0), 8, List.of());
        SpendingPace pace = SpendingPace.of(
                flight, Hours.ALL, Money.ofMinor(6000, "GBP"), Money.ofMinor(spent, "GBP"), until, week);
        assertThat(pace.due().minor()).isEqualTo(due);
        assertThat(pace.atEnd().minor()).isEqualTo(atEnd);
        assertThat(pace.stand()).isEqualTo(stand);
    }
}
