package app.tidewrack.core.text;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** A day as it stands in a sentence; what is compared, stored or given to programs is a date, not this. */
public final class DayWords {
    private static final DateTimeFormatter WRITTEN = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);

    private DayWords() {}

    /** {@code 9 Mar 2027}: day, short month of British English (Unicode CLDR), year. */
    public static String of(LocalDate day) {
        return WRITTEN.format(day);
    }
}
