package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.results.SpendingPace.Stand;
import app.tidewrack.core.schedule.Flight;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
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
        "2027-03-28T00:00:00Z, 2800, 2400, 5483, FAST",
        "2027-03-28T23:00:00Z, 4600, 4700, 4600, ON_PACE",
        "2027-04-28T23:00:00Z, 3000, 4700, 3000, SLOW"
    })
    void spendingIsHeldAgainstHoursThatReallyPassed(Instant until, long spent, long due, long atEnd, Stand stand) {
        Flight flight = Flight.through(
                LocalDate.parse("2027-03-27"), LocalDate.parse("2027-03-28"), ZoneId.of("Europe/London"));
        SpendingPace pace = SpendingPace.of(flight, Money.ofMinor(4700, "GBP"), Money.ofMinor(spent, "GBP"), until);
        assertThat(pace.due().minor()).isEqualTo(due);
        assertThat(pace.atEnd().minor()).isEqualTo(atEnd);
        assertThat(pace.stand()).isEqualTo(stand);
    }
}
