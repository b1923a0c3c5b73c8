package app.tidewrack.core.check;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** The engine: runs every rule and returns all findings, blockers first, in a stable order. */
public final class Checks {
    private static final List<Rule> RULES = Stream.of(
                    StructureRules.ALL,
                    MoneyRules.ALL,
                    AudienceRules.ALL,
                    PlacementRules.ALL,
                    DeliveryRules.ALL,
                    CreativeRules.ALL,
                    NameRules.ALL)
            .flatMap(List::stream)
            .toList();

    private Checks() {}

    public static List<Finding> run(Situation situation) {
        return RULES.stream()
                .flatMap(r -> r.findings(situation))
                .sorted(Comparator.comparing(Finding::severity))
                .toList();
    }

    /** Ids of all rules, in the order they run. */
    public static List<String> ids() {
        return RULES.stream().map(Rule::id).toList();
    }
}
