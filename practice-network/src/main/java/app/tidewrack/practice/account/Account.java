package app.tidewrack.practice.account;

import app.tidewrack.practice.engagement.Site;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * An advertiser's account on one network.
 *
 * @param country where the client is at home, by its zone
 * @param site that the site tag reports from; null without one
 * @param spendingLimitMinor the most a day, over all campaigns; null for none
 */
public record Account(
        String network,
        String id,
        String name,
        Currency currency,
        ZoneId zone,
        String country,
        @Nullable Site site,
        List<Profile> profiles,
        @Nullable Long spendingLimitMinor) {

    /** Who ads are from. */
    public record Profile(String id, String name) {}

    /** What stands for the client in the world: the site, so that accounts on several networks share their visitors. */
    public String client() {
        return site == null ? network + "/" + id : site.domain();
    }
}
