package app.tidewrack.core.launch;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A campaign on a network.
 *
 * @param objective code of the network's rulebook
 * @param firstDay account day
 * @param lastDay account day, included
 * @param budget shared by its ad groups; null when each has its own
 * @param subject code of a regulated subject; null for none
 * @param apart each ad group is shown to people of its own, for a split test
 */
public record CampaignSettings(
        String name,
        String objective,
        LocalDate firstDay,
        LocalDate lastDay,
        @Nullable Budget budget,
        @Nullable String subject,
        boolean apart)
        implements Settings, Told {
    @Override
    public Level level() {
        return Level.CAMPAIGN;
    }

    /** Days of the flight, at least 1. */
    public long days() {
        return ChronoUnit.DAYS.between(firstDay, lastDay) + 1;
    }

    /** The same with other money. */
    public CampaignSettings with(@Nullable Budget changed) {
        return new CampaignSettings(name, objective, firstDay, lastDay, changed, subject, apart);
    }

    @Override
    public Map<Field, Object> parts() {
        return new Parts()
                .put(Field.NAME, name)
                .put(Field.OBJECTIVE, objective)
                .put(Field.FIRST_DAY, firstDay)
                .put(Field.LAST_DAY, lastDay)
                .put(Field.SUBJECT, subject)
                .put(Field.APART, apart)
                .put(budget)
                .all();
    }
}
