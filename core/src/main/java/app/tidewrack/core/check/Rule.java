package app.tidewrack.core.check;

import java.util.function.Function;
import java.util.stream.Stream;

/**
 * One rule: its id, its weight and how it looks.
 *
 * @param look gives what it found, without rule id and severity
 */
record Rule(String id, Severity severity, Function<Situation, Stream<Seen>> look) {

    /** What was seen, before the rule puts its id and weight to it. */
    record Seen(Place place, String value, String limit, String says, String mend) {}

    Stream<Finding> findings(Situation situation) {
        return look.apply(situation)
                .map(s -> new Finding(
                        id,
                        severity,
                        s.place(),
                        s.value(),
                        s.limit(),
                        s.says(),
                        s.mend(),
                        Mends.edit(situation, id, s.place()) != null));
    }

    static Rule blocker(String id, Function<Situation, Stream<Seen>> look) {
        return new Rule(id, Severity.BLOCKER, look);
    }

    static Rule warning(String id, Function<Situation, Stream<Seen>> look) {
        return new Rule(id, Severity.WARNING, look);
    }

    static Rule hint(String id, Function<Situation, Stream<Seen>> look) {
        return new Rule(id, Severity.HINT, look);
    }
}
