package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What differs between two states of a plan, by things that one person changes at a time: two people who change different things of a
 * row do not stand in each other's way, and where something stands on the sheet is nobody's.
 *
 * @param things such as {@code r1 MONEY}, or {@link #ALL}
 */
public record Touched(Set<String> things) {
    /** Stands for anything, where there are too many to name. */
    public static final String ALL = "*";

    private static final int MOST_NAMED = 3_000;
    private static final String WHOLE = "WHOLE";

    public Touched {
        things = Set.copyOf(things);
    }

    public static Touched between(Plan before, Plan after) {
        Map<String, Campaign> campaigns =
                before.campaigns().stream().collect(Collectors.toMap(Campaign::id, Function.identity()));
        Set<String> things = new LinkedHashSet<>();
        Map<String, Object> was = new HashMap<>();
        Map<String, Object> is = new HashMap<>();
        for (Campaign campaign : after.campaigns()) {
            Campaign known = campaigns.remove(campaign.id());
            // Most edits leave most campaigns the same object.
            if (known != campaign) {
                items(campaign, is);
                items(known, was);
                cells(known, campaign, things);
            }
        }
        campaigns.values().forEach(gone -> {
            items(gone, was);
            cells(gone, null, things);
        });
        Set<String> ids = new LinkedHashSet<>(was.keySet());
        ids.addAll(is.keySet());
        for (String id : ids) {
            Object one = was.get(id);
            Object other = is.get(id);
            if (one == null || other == null) {
                things.add(id + " " + WHOLE);
            } else if (!one.equals(other)) {
                Map<String, Object> changed = parts(other);
                parts(one).forEach((part, value) -> {
                    if (!Objects.equals(value, changed.get(part))) {
                        things.add(id + " " + part);
                    }
                });
            }
        }
        return new Touched(things.size() > MOST_NAMED ? Set.of(ALL) : things);
    }

    private static void items(@Nullable Campaign campaign, Map<String, Object> into) {
        if (campaign != null) {
            into.put(campaign.id(), campaign.facts());
            campaign.rows().forEach(r -> into.put(r.id(), r));
            campaign.columns().forEach(c -> into.put(c.id(), c));
        }
    }

    /** What can be changed of a campaign, row or column. */
    private static Map<String, Object> parts(Object item) {
        Map<String, Object> parts = new HashMap<>();
        if (item instanceof CampaignFacts f) {
            parts.put("NAME", f.name());
            parts.put("OBJECTIVE", f.objective());
            parts.put("TEMPERATURE", f.temperature());
            parts.put("PURPOSE", f.purpose());
            parts.put("FLIGHT", f.flight());
            parts.put("MONEY", List.of(f.moneyPerRow(), f.budgeting()));
            parts.put("SUBJECT", Objects.requireNonNullElse(f.subject(), ""));
        } else if (item instanceof Row r) {
            parts.put("AUDIENCE", r.audienceId());
            parts.put("LABEL", r.label());
            parts.put("MONEY", r.money());
            parts.put("LOCK", r.locked());
            parts.put("NARROWING", r.narrowing());
            parts.put("DELIVERY", r.delivery());
        } else if (item instanceof Column c) {
            parts.put("CREATIVE", c.creativeId());
        }
        return parts;
    }

    private static void cells(@Nullable Campaign before, @Nullable Campaign after, Set<String> things) {
        Map<CellRef, String> was = before == null ? Map.of() : before.off();
        Map<CellRef, String> is = after == null ? Map.of() : after.off();
        Set<CellRef> cells = new LinkedHashSet<>(was.keySet());
        cells.addAll(is.keySet());
        cells.stream()
                .filter(c -> !Objects.equals(was.get(c), is.get(c)))
                .forEach(c -> things.add(c.rowId() + "/" + c.columnId() + " OFF"));
    }

    /**
     * Whether both changed the same: the same part of something, anything of what the other added or took away, or a cell of it.
     */
    public boolean collidesWith(Touched other) {
        if (things.contains(ALL) || other.things.contains(ALL)) {
            return !things.isEmpty() && !other.things.isEmpty();
        }
        return meets(other) || other.meets(this);
    }

    private boolean meets(Touched other) {
        List<String> gone = new ArrayList<>();
        for (String thing : things) {
            if (other.things.contains(thing)) {
                return true;
            }
            if (thing.endsWith(WHOLE)) {
                gone.add(thing.substring(0, thing.indexOf(' ')));
            }
        }
        return other.things.stream()
                .map(t -> t.substring(0, t.indexOf(' ')))
                .flatMap(t -> Arrays.stream(t.split("/")))
                .anyMatch(gone::contains);
    }
}
