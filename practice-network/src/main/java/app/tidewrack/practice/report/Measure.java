package app.tidewrack.practice.report;

import java.util.Locale;

/** What is counted of an ad. */
public enum Measure {
    IMPRESSIONS,
    CLICKS,
    /** Money in ten-thousandths of a minor unit. */
    SPEND_TINY,
    /** Videos watched for three seconds. */
    VIEWS,
    WATCHED_25,
    WATCHED_50,
    WATCHED_75,
    /** Watched to the end, or 95 % of it. */
    FINISHED,
    ENGAGEMENTS,
    VISITS,
    BASKETS,
    SITE_LEADS,
    PURCHASES,
    /** Purchases without a click, within the days after an impression. */
    VIEW_PURCHASES,
    INSTALLS,
    /** Worth of all purchases in minor units. */
    VALUE_MINOR,
    FORM_OPENS,
    FORM_SENDS,
    /** Chats begun, or direct messages opened. */
    CHATS;

    static final Measure[] ALL = values();

    /** {@code watched25} for {@code WATCHED_25}, as reports call it. */
    String field() {
        StringBuilder field = new StringBuilder();
        for (String word : name().toLowerCase(Locale.ROOT).split("_")) {
            field.append(field.isEmpty() ? word : Character.toUpperCase(word.charAt(0)) + word.substring(1));
        }
        return field.toString();
    }
}
