package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Switches cells on or off, or excludes them for a reason; those that already are so stay, and taking it back touches only
 * those that changed.
 *
 * @param why the reason when they are excluded; empty when they are merely switched off, or on
 */
public record SwitchCells(String campaignId, List<CellRef> cells, boolean on, String why) implements PlanEdit {
    /** The longest reason, in characters. */
    public static final int LONGEST_REASON = 160;

    /** @throws Refusal (field {@code why}) when the reason is too long */
    public SwitchCells {
        cells = List.copyOf(cells);
        why = why.strip();
        if (why.length() > LONGEST_REASON) {
            throw new Refusal(
                    "why",
                    "The reason has %d characters; %d are kept.".formatted(why.length(), LONGEST_REASON),
                    "Shorten it.");
        }
    }

    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Map<CellRef, String> off = new LinkedHashMap<>(campaign.off());
        List<CellRef> wereOn = new ArrayList<>();
        Map<String, List<CellRef>> wereOff = new LinkedHashMap<>();
        for (CellRef cell : cells) {
            campaign.row(cell.rowId());
            campaign.column(cell.columnId());
            String before = on ? off.remove(cell) : off.put(cell, why);
            if (before == null && !on) {
                wereOn.add(cell);
            } else if (before != null && (on || !before.equals(why))) {
                wereOff.computeIfAbsent(before, w -> new ArrayList<>()).add(cell);
            }
        }
        List<PlanEdit> back = new ArrayList<>();
        if (!wereOn.isEmpty()) {
            back.add(new SwitchCells(campaignId, wereOn, true, ""));
        }
        wereOff.forEach((reason, refs) -> back.add(new SwitchCells(campaignId, refs, false, reason)));
        int changed =
                wereOn.size() + wereOff.values().stream().mapToInt(List::size).sum();
        String words = words(changed);
        return new Applied(
                plan.with(campaign.withOff(off)), back.size() == 1 ? back.get(0) : new Together(words, back), words);
    }

    private String words(int changed) {
        String what = Counted.of(changed, "ad");
        return on
                ? "switch %s on".formatted(what)
                : why.isEmpty() ? "switch %s off".formatted(what) : "exclude " + what;
    }
}
