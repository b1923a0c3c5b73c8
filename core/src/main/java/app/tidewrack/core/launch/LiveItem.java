package app.tidewrack.core.launch;

import app.tidewrack.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * One item that is or was on the network.
 *
 * @param externalId the network's id
 * @param now how it stands there, as last sent or told
 * @param left how we left it, less what was taken over since
 */
public record LiveItem(ItemKey key, String externalId, Standing now, Standing left) {
    /**
     * How an item stands.
     *
     * @param there false once it was removed
     */
    public record Standing(Settings settings, boolean paused, boolean there) {}

    /** One that stands as we left it. */
    public static LiveItem asLeft(ItemKey key, String externalId, Settings settings, boolean paused) {
        Standing standing = new Standing(settings, paused, true);
        return new LiveItem(key, externalId, standing, standing);
    }

    /** The same as a network tells it now. */
    public LiveItem told(Told told, boolean paused) {
        return new LiveItem(key, externalId, new Standing(Told.over(told, now.settings()), paused, true), left);
    }

    /** The same gone from the network. */
    public LiveItem gone() {
        return new LiveItem(key, externalId, new Standing(now.settings(), true, false), left);
    }

    /** In what it stands otherwise than we left it; of what is gone only that it is. */
    public Set<Field> drift() {
        if (now.there() != left.there()) {
            return EnumSet.of(Field.PRESENCE);
        }
        Set<Field> fields = now.settings().differing(left.settings());
        if (now.paused() != left.paused()) {
            fields.add(Field.STATE);
        }
        return fields;
    }

    /** What runs may spend a day; of lifetime money the average over the campaign's days, rounded half up for each item. */
    public static Money daily(Collection<LiveItem> live, Currency currency) {
        long days = live.stream()
                .map(l -> l.now().settings())
                .filter(CampaignSettings.class::isInstance)
                .map(CampaignSettings.class::cast)
                .mapToLong(CampaignSettings::days)
                .findFirst()
                .orElse(1);
        List<Money> daily = live.stream()
                .filter(l -> !l.now().paused())
                .map(l -> l.now().settings().budget())
                .filter(b -> b != null)
                .map(b -> b.daily(days))
                .toList();
        return Money.sum(currency, daily);
    }

    /**
     * What runs beside some days may spend a day: campaigns that are not paused and whose flight has one of these days.
     *
     * @param live items of campaigns with their ad groups
     * @return as of {@link #daily}
     */
    public static Money beside(Collection<LiveItem> live, LocalDate firstDay, LocalDate lastDay, Currency currency) {
        Map<String, List<LiveItem>> byCampaign = live.stream()
                .filter(l -> l.now().there())
                .collect(Collectors.groupingBy(l -> l.key().campaignId()));
        List<Money> sums = byCampaign.values().stream()
                .filter(items -> items.stream().anyMatch(l -> l.runs(firstDay, lastDay)))
                .map(items -> daily(items, currency))
                .toList();
        return Money.sum(currency, sums);
    }

    /** Whether it is a campaign that is not paused and runs on one of the days. */
    private boolean runs(LocalDate firstDay, LocalDate lastDay) {
        return now.settings() instanceof CampaignSettings c
                && !now.paused()
                && !c.firstDay().isAfter(lastDay)
                && !c.lastDay().isBefore(firstDay);
    }
}
