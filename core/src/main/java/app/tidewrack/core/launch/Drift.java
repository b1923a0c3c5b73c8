package app.tidewrack.core.launch;

import app.tidewrack.core.launch.LiveItem.Standing;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One part of an item that somebody changed on the network behind our back. Launching puts it back; some of it the plan can take
 * over.
 *
 * @param field one of {@link LiveItem#drift()}
 */
public record Drift(LiveItem item, Field field) {
    public static Stream<Drift> of(LiveItem item) {
        return item.drift().stream().map(f -> new Drift(item, f));
    }

    /**
     * Whether the plan can be made to say the same: money where the plan gives it on the same level and for as long, that something
     * was paused or removed below the campaign.
     */
    public boolean canTakeOver(Campaign campaign) {
        Budgeting budgeting = campaign.facts().budgeting();
        boolean below = item.key().level() != Level.CAMPAIGN;
        return switch (field) {
            case MONEY_A_DAY, MONEY_FOR_FLIGHT -> {
                Budget theirs = item.now().settings().budget();
                yield theirs != null && theirs.basis() == budgeting.basis() && below != budgeting.forCampaign();
            }
            case STATE -> below && item.now().paused();
            case PRESENCE -> below;
            default -> false;
        };
    }

    /**
     * The edit that makes the plan say what the network has; nothing where it says so already.
     *
     * @throws Refusal (field {@code field}) when the plan cannot say it, (field {@code money}) when the row's money is locked
     */
    public Optional<PlanEdit> edit(Campaign campaign) {
        if (!canTakeOver(campaign)) {
            throw new Refusal(
                    "field",
                    "The plan cannot take over the %s of this %s."
                            .formatted(field.words(), item.key().level().words()),
                    "Put it back, or change what it comes from.");
        }
        if (field.isMoney()) {
            return money(campaign, Objects.requireNonNull(item.now().settings().budget()));
        }
        String rowId = item.key().rowId();
        String columnId = item.key().columnId();
        List<CellRef> cells = campaign.columns().stream()
                .filter(c -> columnId.isEmpty() || c.id().equals(columnId))
                .filter(c -> row(campaign).isPresent() && campaign.isOn(rowId, c.id()))
                .map(c -> new CellRef(rowId, c.id()))
                .toList();
        String why = field == Field.STATE ? "paused on the network" : "removed on the network";
        return cells.isEmpty() ? Optional.empty() : Optional.of(new SwitchCells(campaign.id(), cells, false, why));
    }

    private Optional<PlanEdit> money(Campaign campaign, Budget theirs) {
        Money money = theirs.money();
        if (item.key().level() == Level.CAMPAIGN) {
            Budgeting shared = new Budgeting(campaign.facts().budgeting().basis(), money);
            return Optional.of(Budgeting.change(
                    campaign, campaign.facts().budgeted(shared, campaign.facts().moneyPerRow())));
        }
        row(campaign).ifPresent(Row::requireUnlocked);
        return row(campaign).map(r -> new SetRowMoney(campaign.id(), Map.of(r.id(), money)));
    }

    private Optional<Row> row(Campaign campaign) {
        return campaign.rows().stream()
                .filter(r -> r.id().equals(item.key().rowId()))
                .findFirst();
    }

    /** The item once the plan has taken this over: as if we had left it so. */
    public LiveItem takenOver() {
        Standing left = item.left();
        Standing now = item.now();
        Standing taken = switch (field) {
            case MONEY_A_DAY, MONEY_FOR_FLIGHT ->
                new Standing(budgeted(left.settings(), now.settings()), left.paused(), left.there());
            case STATE -> new Standing(left.settings(), now.paused(), left.there());
            case PRESENCE -> now;
            default -> throw new IllegalStateException("Not taken over: " + field);
        };
        return new LiveItem(item.key(), item.externalId(), now, taken);
    }

    private static Settings budgeted(Settings settings, Settings now) {
        return settings instanceof CampaignSettings c
                ? c.with(now.budget())
                : settings instanceof GroupSettings g ? g.with(now.budget()) : settings;
    }
}
