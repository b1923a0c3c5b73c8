package app.tidewrack.server.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;

/** Read back by ical4j, which checks what RFC 5545 wants. */
class ICalendarTest {
    private static final String ODD = "Kähne; „Ruder“, Nr. 5\\6\nzweite Zeile " + "🛶".repeat(40);

    @Test
    void whatIsWrittenIsReadBackByAnother() throws Exception {
        ICalendar written = new ICalendar("Heronsgate, boats", Instant.parse("2027-03-09T06:00:00Z"));
        written.days("flight-1", ODD, "", LocalDate.parse("2027-03-09"), LocalDate.parse("2027-03-22"));
        written.moment("launch-1", "Launched: Boats", "By Ines", Instant.parse("2027-03-09T06:30:00Z"));
        String text = written.ended();

        assertThat(text.split("\r\n"))
                .allSatisfy(line ->
                        assertThat(line.getBytes(StandardCharsets.UTF_8)).hasSizeLessThanOrEqualTo(75));
        Calendar read = new CalendarBuilder().build(new StringReader(text));
        assertThat(read.validate().hasErrors()).isFalse();
        List<VEvent> events = read.getComponents("VEVENT");
        assertThat(events).hasSize(2);
        VEvent flight = events.get(0);
        assertThat(flight.getSummary().getValue()).isEqualTo(ODD);
        assertThat(flight.getDateTimeStart().getDate()).isEqualTo(LocalDate.parse("2027-03-09"));
        assertThat(flight.getDateTimeEnd().getDate()).isEqualTo(LocalDate.parse("2027-03-23"));
        assertThat(Instant.from(events.get(1).getDateTimeStart().getDate()))
                .isEqualTo(Instant.parse("2027-03-09T06:30:00Z"));
    }
}
