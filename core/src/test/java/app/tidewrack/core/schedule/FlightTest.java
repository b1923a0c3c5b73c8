package app.tidewrack.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FlightTest {
    /** Clock changes of 2027 from the IANA zone data of the JDK: London 28 March and 31 October. */
    @ParameterizedTest
    @CsvSource({
        "2027-03-09, 2027-03-22, Europe/London, 14, 336",
        "2027-03-28, 2027-03-28, Europe/London, 1, 23",
        "2027-10-31, 2027-10-31, Europe/London, 1, 25",
        "2027-03-27, 2027-03-29, Europe/Copenhagen, 3, 71",
        "2028-02-28, 2028-02-29, UTC, 2, 48"
    })
    void countsDaysAndRealHours(LocalDate start, LocalDate last, ZoneId zone, int days, long hours) {
        Flight flight = Flight.through(start, last, zone);
        assertThat(flight.days()).isEqualTo(days);
        assertThat(flight.hours()).isEqualTo(hours);
        assertThat(flight.contains(flight.startsAt())).isTrue();
        assertThat(flight.contains(flight.endsAt())).isFalse();
    }

    @Test
    void refusesAnEndBeforeTheStartAndAFlightTooLong() {
        LocalDate day = LocalDate.parse("2027-03-09");
        assertThatThrownBy(() -> Flight.through(day, day.minusDays(1), ZoneId.of("UTC")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("8 Mar 2027, is before the first, 9 Mar 2027");
        assertThatThrownBy(() -> Flight.through(day, day.plusDays(400), ZoneId.of("UTC")))
                .hasMessageContaining("401 days; the longest is 366");
    }
}
