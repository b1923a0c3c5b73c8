package app.tidewrack.server.plan;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.plan.LiveStates.LiveAd;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A plan as the browser shows it; everything in it is computed, nothing is left for the browser to work out.
 *
 * @param undo what undo would take back, in words
 * @param redo what redo would do again, in words
 */
public record PlanView(
        String id,
        String name,
        int version,
        @Nullable String undo,
        @Nullable String redo,
        List<CampaignView> campaigns) {

    /** Money is in minor units of {@code currency}. */
    public record CampaignView(
            String id,
            String accountId,
            String name,
            String fullName,
            String objective,
            Temperature temperature,
            Purpose purpose,
            LocalDate start,
            LocalDate lastDay,
            int days,
            String currency,
            long dailyPerRowMinor,
            List<RowView> rows,
            List<ColumnView> columns,
            int ads,
            long dailyMinor,
            long flightMinor,
            boolean live,
            List<AdState> adStates,
            List<Finding> findings) {}

    /**
     * @param dailyMinor what was set
     * @param spendsMinor what it spends a day; zero when every ad is off
     * @param cells money a day of each ad, by column; null where off
     */
    public record RowView(
            String id,
            String audienceId,
            String label,
            long dailyMinor,
            long spendsMinor,
            long flightMinor,
            List<@Nullable Long> cells) {}

    public record ColumnView(String id, String creativeId, long dailyMinor, long flightMinor) {}

    /** The state of one ad on the network. */
    public record AdState(
            String rowId,
            String columnId,
            String state,
            @Nullable String reason) {}

    static CampaignView of(
            Campaign campaign,
            PlanTotals totals,
            String fullName,
            boolean live,
            List<LiveAd> ads,
            List<Finding> findings) {
        CampaignFacts f = campaign.facts();
        int days = f.flight().days();
        return new CampaignView(
                campaign.id(),
                campaign.accountId(),
                f.name(),
                fullName,
                f.objective(),
                f.temperature(),
                f.purpose(),
                f.flight().start(),
                f.flight().lastDay(),
                days,
                f.dailyPerRow().currency().getCurrencyCode(),
                f.dailyPerRow().minor(),
                campaign.rows().stream()
                        .map(r -> row(campaign, totals, r, days))
                        .toList(),
                campaign.columns().stream()
                        .map(c -> {
                            long daily = totals.columns().get(c.id()).minor();
                            return new ColumnView(c.id(), c.creativeId(), daily, daily * days);
                        })
                        .toList(),
                totals.ads(),
                totals.daily().minor(),
                totals.flight().minor(),
                live,
                ads.stream().map(PlanView::state).toList(),
                findings);
    }

    private static RowView row(Campaign campaign, PlanTotals totals, Row row, int days) {
        long spends = totals.rows().get(row.id()).minor();
        return new RowView(
                row.id(),
                row.audienceId(),
                row.label(),
                row.daily().minor(),
                spends,
                spends * days,
                campaign.columns().stream().map(c -> cell(totals, row, c)).collect(Collectors.toList()));
    }

    private static @Nullable Long cell(PlanTotals totals, Row row, Column column) {
        var money = totals.cells().get(new CellRef(row.id(), column.id()));
        return money == null ? null : money.minor();
    }

    private static AdState state(LiveAd ad) {
        String[] key = ad.itemKey().split("/");
        return new AdState(key[0], key[1], ad.state(), ad.reason());
    }
}
