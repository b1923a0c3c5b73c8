package app.tidewrack.server.playbook;

import app.tidewrack.core.check.Situation;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.playbook.RowSeen;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.facts.Lateness;
import app.tidewrack.server.playbook.PlaybookMapper.RowOnNetwork;
import app.tidewrack.server.results.RowDays;
import app.tidewrack.server.results.RowDays.Brought;
import app.tidewrack.server.results.RowDays.RowKey;
import app.tidewrack.server.splittest.RowsInTests;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Rows that run, as a playbook looks at them. */
@Component
@RequiredArgsConstructor
class RowsSeen {
    /** Older days say little of how a row does now. */
    private static final int DAYS_LOOKED_AT = 28;

    private final RowDays rowDays;
    private final Lateness lateness;
    private final RowsInTests tests;

    /**
     * @param live rows of the campaign that are on the network
     * @param today the day after the last that is known whole
     * @param metric that they are judged by
     * @param prices of bids, by row id
     */
    List<RowSeen> of(
            String clientId,
            Campaign campaign,
            Account account,
            List<RowOnNetwork> live,
            Map<RowKey, Brought> brought,
            LocalDate today,
            Metric metric,
            Map<String, Situation.BidPrices> prices) {
        ZoneId zone = ZoneId.of(account.zone());
        Arrivals arrivals = lateness.of(clientId, account.id(), today.atStartOfDay());
        Map<String, RowOnNetwork> byId = live.stream().collect(Collectors.toMap(RowOnNetwork::rowId, r -> r));
        Map<String, Money> daily = PlanTotals.of(campaign).rows();
        Map<String, Long> reach = rowDays.reach(clientId, campaign.id());
        var tested = tests.of(clientId, campaign.id());
        List<RowSeen> seen = new ArrayList<>();
        for (Row row : campaign.rows()) {
            RowOnNetwork there = byId.get(row.id());
            if (there == null || there.launchedAt() == null || there.approved() == 0 || !campaign.hasAds(row.id())) {
                continue;
            }
            LocalDate launched = there.launchedAt().atZone(zone).toLocalDate();
            LocalDate begins = campaign.facts().flight().start();
            LocalDate first = launched.isBefore(begins) ? begins : launched;
            Instant changed = Optional.ofNullable(there.changedAt()).orElse(there.launchedAt());
            LocalDate since = changed.atZone(zone).toLocalDate();
            Brought of = brought.getOrDefault(new RowKey(campaign.id(), row.id()), Brought.NOTHING);
            long people = reach.getOrDefault(row.id(), 0L);
            long shown = of.all().get(Measure.IMPRESSIONS);
            Money own = Objects.requireNonNull(daily.get(row.id()));
            seen.add(new RowSeen(
                    row.id(),
                    row.label(),
                    campaign.facts().budgeting().daily(own, campaign.facts().flight()),
                    since.isBefore(first) ? first : since,
                    row.delivery().bid().amount(),
                    suggested(prices.get(row.id()), row.delivery().bid()),
                    tested.contains(row.id()),
                    shown,
                    people,
                    days(of.days(), first, today, d -> arrivals.come(metric, of.sought(), d))));
        }
        return seen;
    }

    /** The days that are looked at, from the row's first at the earliest to the last that is whole. */
    private static List<DayBrought> days(
            SortedMap<LocalDate, Counts> brought, LocalDate first, LocalDate today, ToDoubleFunction<LocalDate> come) {
        List<DayBrought> days = new ArrayList<>();
        LocalDate from = today.minusDays(DAYS_LOOKED_AT);
        for (LocalDate day = first.isBefore(from) ? from : first; day.isBefore(today); day = day.plusDays(1)) {
            days.add(new DayBrought(day, brought.getOrDefault(day, Counts.NONE), come.applyAsDouble(day)));
        }
        return days;
    }

    private static @Nullable Money suggested(Situation.@Nullable BidPrices prices, Bid bid) {
        Money amount = bid.amount();
        return prices == null || amount == null
                ? null
                : Money.ofMinor(prices.suggestedMinor(), amount.currency().getCurrencyCode());
    }
}
