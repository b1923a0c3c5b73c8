package app.tidewrack.practice.account;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** An account as the network tells it. */
public record AccountFacts(Account account, @Nullable SiteTag siteTag, List<String> agreedSenders) {

    /** A site's tag and its events. */
    public record SiteTag(String site, List<TagEvent> events) {}

    /** @param lastSeen null when it was never reported */
    public record TagEvent(String event, @Nullable LocalDate lastSeen, long lastDayPeople) {}
}
