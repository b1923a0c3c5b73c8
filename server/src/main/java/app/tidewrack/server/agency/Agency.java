package app.tidewrack.server.agency;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * The agency.
 *
 * @param colour of its reports, as {@code #2f5b50}
 * @param accent a second one, likewise
 * @param currency that accounts are offered in first, ISO 4217
 * @param zone likewise, of the IANA database
 * @param language of dates and numbers, one of {@link #LANGUAGES}
 * @param secondFactor of whom one is asked beside their password
 */
public record Agency(
        String name,
        String colour,
        String accent,
        String currency,
        String zone,
        String language,
        SecondFactorOf secondFactor) {
    /** Stored by name. */
    public enum SecondFactorOf {
        NOBODY,
        ADMINISTRATORS,
        EVERYBODY
    }

    /** Languages with the land whose way of writing dates and numbers is meant, BCP 47. */
    public static final List<String> LANGUAGES =
            List.of("en-GB", "en-IE", "en-US", "da-DK", "de-AT", "de-CH", "de-DE", "fr-FR", "nl-NL", "sv-SE");

    private static final Pattern COLOUR = Pattern.compile("#[0-9a-f]{6}");

    /**
     * The same, as it is kept.
     *
     * @throws Refusal when something in it is none
     */
    Agency checked() {
        requireColour("colour", colour);
        requireColour("accent", accent);
        try {
            Currency.getInstance(currency);
        } catch (IllegalArgumentException e) {
            throw new Refusal("currency", "“%s” is no currency.".formatted(currency), "Give one such as EUR.");
        }
        try {
            ZoneId.of(zone);
        } catch (DateTimeException e) {
            throw new Refusal("zone", "“%s” is no time zone.".formatted(zone), "Give one such as Europe/London.");
        }
        requireLanguage(language);
        return new Agency(
                CampaignFacts.checkedName(name), lower(colour), lower(accent), currency, zone, language, secondFactor);
    }

    /** @throws Refusal (field {@code language}) for one whose way of writing is not known */
    public static void requireLanguage(String language) {
        if (!LANGUAGES.contains(language)) {
            throw new Refusal(
                    "language",
                    "“%s” is no way of writing that is known here.".formatted(language),
                    "Choose one of %s.".formatted(String.join(", ", LANGUAGES)));
        }
    }

    private static String lower(String colour) {
        return colour.toLowerCase(Locale.ROOT);
    }

    private static void requireColour(String field, String colour) {
        if (!COLOUR.matcher(lower(colour)).matches()) {
            throw new Refusal(field, "“%s” is no colour.".formatted(colour), "Give one such as #2f5b50.");
        }
    }
}
