package app.tidewrack.server.person;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.agency.Agency;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.jspecify.annotations.Nullable;

/**
 * How a person has things look and written.
 *
 * @param language of dates and numbers, one of {@link Agency#LANGUAGES}; null for the agency's
 * @param weekStarts null for the day that the language begins its weeks with
 * @param miles distances in miles instead of kilometres
 * @param letters whether single letters are keys of the sheet (WCAG 2.2, 2.1.4)
 */
public record Preferences(
        @NotNull Look look,
        @Nullable @Size(max = 20) String language,
        @Nullable WeekStart weekStarts,
        boolean miles,
        boolean letters) {

    /** Of whoever has chosen nothing, and told of whoever is not yet known to be themselves. */
    static final Preferences USUAL = new Preferences(Look.SYSTEM, null, null, false, true);

    /** As the person's system asks, or always the same. */
    public enum Look {
        SYSTEM,
        LIGHT,
        DARK
    }

    /** The days that weeks begin with somewhere in the world (Unicode CLDR, week data). */
    public enum WeekStart {
        MONDAY,
        SATURDAY,
        SUNDAY
    }

    /** @throws Refusal (field {@code language}) for one that dates and numbers are not written in here */
    void require() {
        if (language != null) {
            Agency.requireLanguage(language);
        }
    }
}
