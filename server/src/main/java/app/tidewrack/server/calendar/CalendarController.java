package app.tidewrack.server.calendar;

import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.web.Deeds;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import lombok.RequiredArgsConstructor;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Flights, launches and looks of tests at one address, which a calendar program asks for with a token. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class CalendarController {
    /** Of each kind, the latest. */
    private static final int MOST = 1_000;

    private final CalendarMapper mapper;
    private final ClientMapper clients;

    @Deeds.TakesAway
    @GetMapping(path = "/calendar.ics", produces = ICalendar.MEDIA_TYPE)
    ResponseEntity<String> calendar(@PathVariable String clientId) {
        ICalendar calendar = new ICalendar(clients.byId(clientId).name(), Instant.now());
        mapper.flights(clientId, MOST)
                .forEach(f -> calendar.days("flight-" + f.id(), f.name(), f.plan(), f.startsOn(), f.endsOn()));
        mapper.launches(clientId, MOST)
                .forEach(l ->
                        calendar.moment("launch-" + l.id(), "Launched: " + l.campaign(), "By " + l.person(), l.at()));
        mapper.tests(clientId, MOST).forEach(t -> {
            for (int look = 1; look <= t.looks(); look++) {
                LocalDate day = dayOfLook(t, look);
                String summary = "Look %d of %d: %s".formatted(look, t.looks(), t.name());
                String when = look == t.looks() ? "The last day." : "When results come at an even pace.";
                calendar.days("look-%s-%d".formatted(t.id(), look), summary, when, day, day);
            }
        });
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, ICalendar.MEDIA_TYPE)
                .body(calendar.ended());
    }

    /** Looks part what is planned evenly, and so the days, when results come at an even pace. */
    private static LocalDate dayOfLook(CalendarMapper.Test test, int look) {
        long days = ChronoUnit.DAYS.between(test.startsOn(), test.lastDay()) + 1;
        long after = Math.max(1, (days * look + test.looks() - 1) / test.looks());
        return test.startsOn().plusDays(after - 1);
    }
}
