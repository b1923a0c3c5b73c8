package app.tidewrack.core.check;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * All that the rules look at.
 *
 * @param audiences whom each row talks to, by row id
 * @param prices what bids of rows win, by row id, as far as it is known
 * @param live the campaign is already on the network, so its start may lie in the past
 * @param tested a split test of it is set up or runs, so the network holds its ad groups apart
 * @param otherNames names that other campaigns of the account had before this one
 * @param today the account's day by the network's clock
 */
public record Situation(
        Campaign campaign,
        PlanTotals totals,
        PlanNames names,
        Rulebook rulebook,
        Account account,
        Map<String, Audience> audiences,
        Map<String, Creative> creatives,
        Map<String, BidPrices> prices,
        Set<String> otherNames,
        boolean live,
        boolean tested,
        LocalDate today) {

    /**
     * @param client the client's name
     * @param spendingLimitMinor a day, in the account's currency; null for none
     * @param besideMinor what other campaigns on the account may spend on a day of this one's flight
     * @param agreedSenders who agreed to be named in direct messages
     * @param subjects regulated subjects that briefs of the client name
     * @param posts what the account's profiles put up by themselves, by the network's id; null until the network has told it
     * @param refused why the network's review refused creatives of the client as they still are, by the creative's id
     */
    public record Account(
            String name,
            String client,
            @Nullable Long spendingLimitMinor,
            long besideMinor,
            boolean hasSiteTag,
            Set<String> agreedSenders,
            Set<String> subjects,
            @Nullable Map<String, PutUp> posts,
            Map<String, String> refused) {}

    /**
     * Something that a profile put up by itself.
     *
     * @param removed it is not there any more
     * @param ends the account's day on which an event is over or an offer ends; null for others
     */
    public record PutUp(
            Promoted kind, boolean removed, @Nullable LocalDate ends) {}

    /** @param size null when the network has not told it yet */
    public record Audience(
            String name,
            AudienceDefinition definition,
            @Nullable AudienceSize size) {}

    /**
     * What a network tells of bids, in minor units for one of what is bid for.
     *
     * @param fromMinor under this hardly any place is won
     * @param toMinor over this hardly more are won
     */
    public record BidPrices(long fromMinor, long suggestedMinor, long toMinor) {}

    /** The network's lowest money, as the campaign gives it; empty when the currency is not taken. */
    Optional<Money> lowest() {
        CampaignFacts facts = campaign.facts();
        return rulebook.money(facts.moneyPerRow().currency())
                .map(m -> facts.budgeting().ofDaily(new Money(m.lowestDailyMinor(), m.currency()), facts.flight()));
    }

    /** What a row may spend a day: its own money, or all of what its campaign shares. */
    Money daily(Row row) {
        CampaignFacts facts = campaign.facts();
        Money shared = facts.budgeting().shared();
        return facts.budgeting().daily(shared == null ? row.money() : shared, facts.flight());
    }

    /** Rows with an ad, or all of a sheet without creatives. */
    List<Row> spendingRows() {
        return campaign.rows().stream()
                .filter(r -> campaign.columns().isEmpty() || campaign.hasAds(r.id()))
                .toList();
    }

    Audience audience(Row row) {
        return Objects.requireNonNull(audiences.get(row.id()));
    }

    Creative creative(Column column) {
        return Objects.requireNonNull(creatives.get(column.creativeId()));
    }

    Place place(String field) {
        return new Place(campaign.id(), null, null, null, null, null, field);
    }

    Place place(Row row, String field) {
        return new Place(campaign.id(), row.id(), null, null, null, null, field);
    }

    Place audiencePlace(Row row, String field) {
        return new Place(campaign.id(), row.id(), null, row.audienceId(), null, null, field);
    }

    Place place(Column column, String field) {
        return new Place(campaign.id(), null, column.id(), null, column.creativeId(), null, field);
    }

    /** In the lead form, chat or message that a column leads to. */
    Place scriptPlace(Column column, String scriptId, String field) {
        return new Place(campaign.id(), null, column.id(), null, null, scriptId, field);
    }
}
