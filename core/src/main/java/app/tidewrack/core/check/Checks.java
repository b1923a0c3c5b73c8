package app.tidewrack.core.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What every rule found in one situation. After an edit {@link #after} lets only those rules look again whose matter changed; it
 * finds what looking at everything would.
 */
public final class Checks {
    private static final List<Family> FAMILIES = List.of(
            StructureRules.FAMILY,
            MoneyRules.FAMILY,
            AudienceRules.FAMILY,
            PlacementRules.FAMILY,
            DeliveryRules.FAMILY,
            CreativeRules.FAMILY,
            CreativeRules.TOKENS,
            NameRules.FAMILY,
            SubjectRules.FAMILY);

    private final Situation situation;
    private final List<List<Finding>> byFamily;

    private Checks(Situation situation, List<List<Finding>> byFamily) {
        this.situation = situation;
        this.byFamily = byFamily;
    }

    public static Checks of(Situation situation) {
        return look(situation, null);
    }

    public Checks after(Situation now) {
        return look(now, this);
    }

    private static Checks look(Situation now, @Nullable Checks before) {
        Set<Matter> changed = EnumSet.allOf(Matter.class);
        if (before != null) {
            changed.removeIf(m -> m.unchanged(before.situation, now));
        }
        List<List<Finding>> found = new ArrayList<>();
        for (int i = 0; i < FAMILIES.size(); i++) {
            Family family = FAMILIES.get(i);
            boolean touched = family.matters().stream().anyMatch(changed::contains);
            found.add(before == null || touched ? family.look(now) : before.byFamily.get(i));
        }
        return new Checks(now, found);
    }

    /** Every finding, blockers first, in a stable order. */
    public static List<Finding> run(Situation situation) {
        return of(situation).findings();
    }

    /** Every finding, blockers first, in a stable order. */
    public List<Finding> findings() {
        return byFamily.stream()
                .flatMap(List::stream)
                .sorted(Comparator.comparing(Finding::severity))
                .toList();
    }

    public Situation situation() {
        return situation;
    }

    /** Ids of all rules, in the order they run. */
    public static List<String> ids() {
        return FAMILIES.stream().flatMap(f -> f.rules().stream()).map(Rule::id).toList();
    }
}
