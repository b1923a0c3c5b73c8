package app.tidewrack.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HoursTest {
    /**
     * Counted minute by minute over the clock changes of 2027 in three zones (IANA zone data of the JDK): London 28 March and 31
     * October, New York 14 March and 7 November, Lord Howe, which moves by half an hour, 4 April and 3 October.
     */
    @ParameterizedTest
    @CsvSource({
        "Europe/London, 2027-03-25, 2027-03-31",
        "Europe/London, 2027-10-29, 2027-11-02",
        "America/New_York, 2027-03-13, 2027-03-15",
        "America/New_York, 2027-11-07, 2027-11-07",
        "Australia/Lord_Howe, 2027-04-02, 2027-04-06",
        "Australia/Lord_Howe, 2027-10-01, 2027-10-10"
    })
    void timeInAFlightIsWhatAClockCounts(ZoneId zone, LocalDate start, LocalDate last) {
        Random random = new Random(7);
        Flight flight = Flight.through(start, last, zone);
        for (int i = 0; i < 25; i++) {
            Hours hours = new Hours(
                    random.ints(Hours.LENGTH, 0, 2).mapToObj(String::valueOf).collect(Collectors.joining()));
            long minutes = 0;
            for (Instant now = flight.startsAt();
                    now.isBefore(flight.endsAt());
                    now = now.plus(Duration.ofMinutes(1))) {
                ZonedDateTime local = now.atZone(zone);
                minutes += hours.runs(local.getDayOfWeek(), local.getHour()) ? 1 : 0;
            }
            assertThat(hours.within(flight)).isEqualTo(Duration.ofMinutes(minutes));
        }
        assertThat(Hours.ALL.within(flight)).isEqualTo(Duration.between(flight.startsAt(), flight.endsAt()));
    }

    @Test
    void hoursAreToldInWords() {
        assertThat(Hours.daily(7, 23).words()).isEqualTo("daily 7 to 23");
        assertThat(Hours.ALL.words()).isEqualTo("all hours");
        String office = "0".repeat(9) + "1".repeat(3) + "00" + "1111" + "0".repeat(6);
        assertThat(new Hours(office + office + "0".repeat(120)).words())
                .isEqualTo("Mon 9 to 12, 14 to 18; Tue 9 to 12, 14 to 18");
        assertThatThrownBy(() -> new Hours("1")).isInstanceOf(Refusal.class).hasMessageContaining("1 signs");
    }
}
