package app.tidewrack.server.calendar;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;

/** Writes a calendar as iCalendar (RFC 5545): lines of 75 octets at most, each ended by CR LF, texts with their signs escaped. */
final class ICalendar {
    static final String MEDIA_TYPE = "text/calendar;charset=UTF-8";
    private static final int LONGEST_LINE = 75;
    private static final String LINE_END = "\r\n";
    private static final DateTimeFormatter MOMENT =
            DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);

    private final StringBuilder out = new StringBuilder();
    private final Instant written;

    /** @param written when it was, which stands with every event */
    ICalendar(String name, Instant written) {
        this.written = written;
        line("BEGIN", "VCALENDAR");
        line("VERSION", "2.0");
        line("PRODID", "-//Tidewrack//Days of a client//EN");
        line("CALSCALE", "GREGORIAN");
        line("NAME", text(name));
    }

    /** @param last inclusive; iCalendar's own end is the day after */
    void days(String id, String summary, String description, LocalDate first, LocalDate last) {
        begin(id, summary, description);
        line("DTSTART;VALUE=DATE", first.format(DateTimeFormatter.BASIC_ISO_DATE));
        line("DTEND;VALUE=DATE", last.plusDays(1).format(DateTimeFormatter.BASIC_ISO_DATE));
        // Whoever works for a client is not busy for the weeks in which its ads run.
        line("TRANSP", "TRANSPARENT");
        line("END", "VEVENT");
    }

    void moment(String id, String summary, String description, Instant at) {
        begin(id, summary, description);
        line("DTSTART", MOMENT.format(at));
        line("TRANSP", "TRANSPARENT");
        line("END", "VEVENT");
    }

    private void begin(String id, String summary, String description) {
        line("BEGIN", "VEVENT");
        line("UID", text(id) + "@tidewrack");
        line("DTSTAMP", MOMENT.format(written));
        line("SUMMARY", text(summary));
        if (!description.isEmpty()) {
            line("DESCRIPTION", text(description));
        }
    }

    String ended() {
        line("END", "VCALENDAR");
        return out.toString();
    }

    private static String text(String plain) {
        return plain.replace("\\", "\\\\")
                .replace(";", "\\;")
                .replace(",", "\\,")
                .replaceAll("\\r\\n|\\r|\\n", "\\\\n");
    }

    /** Folds between characters, never within one. */
    private void line(String name, String value) {
        String whole = name + ":" + value;
        int octets = 0;
        for (int at = 0; at < whole.length(); ) {
            int sign = whole.codePointAt(at);
            String one = Character.toString(sign);
            int size = one.getBytes(StandardCharsets.UTF_8).length;
            if (octets + size > LONGEST_LINE) {
                out.append(LINE_END).append(' ');
                octets = 1;
            }
            out.append(one);
            octets += size;
            at += one.length();
        }
        out.append(LINE_END);
    }
}
