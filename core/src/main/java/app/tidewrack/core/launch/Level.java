package app.tidewrack.core.launch;

import java.util.Locale;

/** The three levels, in the order in which they must be created. Stored by name. */
public enum Level {
    CAMPAIGN,
    AD_GROUP,
    AD;

    /** {@code campaign}, {@code ad group} or {@code ad}. */
    public String words() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
