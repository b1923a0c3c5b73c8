package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What differs between two states of a plan, by item, so that only changed rows are stored. Positions count: an item that
 * moved is changed.
 */
public record PlanDiff(
        List<Placed<Campaign>> campaigns,
        List<String> removedCampaigns,
        List<Placed<Row>> rows,
        List<String> removedRows,
        List<Placed<Column>> columns,
        List<String> removedColumns,
        Map<CellRef, String> switchedOff,
        Set<CellRef> switchedOn) {

    /** @param campaignId the sheet it is in */
    public record Placed<T>(String campaignId, int position, T item) {}

    public static PlanDiff between(Plan before, Plan after) {
        List<Placed<Campaign>> campaignsBefore = placed("", before.campaigns());
        List<Placed<Campaign>> campaignsAfter = placed("", after.campaigns());
        Map<CellRef, String> offBefore = off(before);
        Map<CellRef, String> offAfter = off(after);
        Map<CellRef, String> switchedOff = new LinkedHashMap<>(offAfter);
        switchedOff.entrySet().removeAll(offBefore.entrySet());
        Set<CellRef> switchedOn = new LinkedHashSet<>(offBefore.keySet());
        switchedOn.removeAll(offAfter.keySet());
        return new PlanDiff(
                changed(campaignsBefore, campaignsAfter, Campaign::id, PlanDiff::withoutSheet),
                removed(campaignsBefore, campaignsAfter, Campaign::id),
                changed(rows(before), rows(after), Row::id, r -> r),
                removed(rows(before), rows(after), Row::id),
                changed(columns(before), columns(after), Column::id, c -> c),
                removed(columns(before), columns(after), Column::id),
                switchedOff,
                switchedOn);
    }

    private static Campaign withoutSheet(Campaign campaign) {
        return Campaign.empty(campaign.id(), campaign.accountId(), campaign.facts());
    }

    private static List<Placed<Row>> rows(Plan plan) {
        return plan.campaigns().stream()
                .flatMap(c -> placed(c.id(), c.rows()).stream())
                .toList();
    }

    private static List<Placed<Column>> columns(Plan plan) {
        return plan.campaigns().stream()
                .flatMap(c -> placed(c.id(), c.columns()).stream())
                .toList();
    }

    private static Map<CellRef, String> off(Plan plan) {
        return plan.campaigns().stream()
                .flatMap(c -> c.off().entrySet().stream())
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    private static <T> List<Placed<T>> placed(String campaignId, List<T> items) {
        return IntStream.range(0, items.size())
                .mapToObj(i -> new Placed<>(campaignId, i, items.get(i)))
                .toList();
    }

    private static <T> List<Placed<T>> changed(
            List<Placed<T>> before, List<Placed<T>> after, Function<T, String> id, Function<T, T> compared) {
        Map<String, Placed<T>> known = before.stream()
                .collect(Collectors.toMap(
                        p -> id.apply(p.item()),
                        p -> new Placed<>(p.campaignId(), p.position(), compared.apply(p.item()))));
        List<Placed<T>> changed = new ArrayList<>();
        for (Placed<T> p : after) {
            Placed<T> now = new Placed<>(p.campaignId(), p.position(), compared.apply(p.item()));
            if (!now.equals(known.get(id.apply(p.item())))) {
                changed.add(now);
            }
        }
        return changed;
    }

    private static <T> List<String> removed(List<Placed<T>> before, List<Placed<T>> after, Function<T, String> id) {
        Set<String> left = after.stream().map(p -> id.apply(p.item())).collect(Collectors.toSet());
        return before.stream()
                .map(p -> id.apply(p.item()))
                .filter(i -> !left.contains(i))
                .toList();
    }
}
