package app.tidewrack.practice.engagement;

import app.tidewrack.core.refusal.Refusal;
import java.util.Arrays;
import java.util.Locale;

/** What a site tag reports. */
public enum SiteEvent {
    VIEW,
    BASKET,
    LEAD,
    PURCHASE,
    INSTALL;

    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @throws Refusal when there is no such event */
    public static SiteEvent of(String code) {
        return Arrays.stream(values())
                .filter(e -> e.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "event",
                        "“%s” is no event of a site tag.".formatted(code),
                        "Choose view, basket, lead, purchase or install."));
    }
}
