package app.tidewrack.core.check;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** Rules that look at the same parts of a situation. */
record Family(Set<Matter> matters, List<Rule> rules) {

    /** @param matters all that any of the rules looks at, and that their one-key mends look at, but for what lies around */
    static Family of(Set<Matter> matters, Rule... rules) {
        EnumSet<Matter> all = EnumSet.of(Matter.AROUND);
        all.addAll(matters);
        return new Family(all, List.of(rules));
    }

    List<Finding> look(Situation situation) {
        return rules.stream().flatMap(r -> r.findings(situation)).toList();
    }
}
