package app.tidewrack.server.morning;

import app.tidewrack.core.need.Need;
import app.tidewrack.core.need.Urgency;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.results.DayMoney.MoneyToday;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * All clients of a person at once.
 *
 * @param behind how many of them are being reckoned anew
 * @param networks of all their accounts, for the choice
 */
record MorningView(List<MorningClient> clients, int behind, List<String> networks) {
    /**
     * What needs a person at one client.
     *
     * @param networks of its accounts, in the order in which they were opened
     * @param money of the day at hand by currency
     * @param lines the most urgent first
     * @param counts of all lines that were asked for and are not hidden, by urgency
     * @param hidden how many of those asked for the person does not want to see
     * @param reckonedAt when what takes thought was thought of; null where it never was
     * @param place in the person's own order; null where they never put it anywhere
     */
    record MorningClient(
            String id,
            String name,
            String about,
            Role role,
            @Nullable String logo,
            boolean training,
            List<String> networks,
            long adsLive,
            List<MoneyToday> money,
            List<NeedLine> lines,
            Map<Urgency, Long> counts,
            int hidden,
            @Nullable Instant reckonedAt,
            @Nullable Integer place) {}

    /** @param key as it is hidden by */
    record NeedLine(String key, Urgency urgency, boolean hidden, Need need) {}
}
