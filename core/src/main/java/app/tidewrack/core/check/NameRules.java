package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.TextLength;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Rules on the names that the pattern gives. */
final class NameRules {
    private NameRules() {}

    static final List<Rule> ALL = List.of(
            Rule.blocker("name.clash", NameRules::clash),
            Rule.blocker("name.campaign-clash", NameRules::campaignClash),
            Rule.blocker("name.too-long", NameRules::tooLong));

    private static Stream<Seen> clash(Situation s) {
        Map<String, Row> first = new HashMap<>();
        return s.campaign().rows().stream().flatMap(r -> {
            String name = s.names().rows().get(r.id());
            Row earlier = first.putIfAbsent(name, r);
            return earlier == null
                    ? Stream.empty()
                    : Stream.of(new Seen(
                            s.place(r, "label"),
                            name,
                            "a name of its own",
                            "Two rows are called %s.".formatted(name),
                            "Rename one of them."));
        });
    }

    private static Stream<Seen> campaignClash(Situation s) {
        return s.otherNames().contains(s.names().campaign())
                ? Stream.of(new Seen(
                        s.place("name"),
                        s.names().campaign(),
                        "a name of its own",
                        "Another campaign of this account is called %s."
                                .formatted(s.names().campaign()),
                        "Rename one of them."))
                : Stream.empty();
    }

    private static Stream<Seen> tooLong(Situation s) {
        int limit = s.rulebook().nameLimit();
        Stream<Seen> rows = s.campaign().rows().stream().flatMap(r -> {
            int longest = s.names().ads().entrySet().stream()
                    .filter(e -> e.getKey().rowId().equals(r.id()))
                    .mapToInt(e -> TextLength.of(e.getValue()))
                    .max()
                    .orElse(0);
            return longest <= limit
                    ? Stream.empty()
                    : Stream.of(new Seen(
                            s.place(r, "label"),
                            longest + " characters",
                            limit + " characters",
                            "An ad in row %s gets a name of %d characters; %s takes %d."
                                    .formatted(r.label(), longest, s.rulebook().name(), limit),
                            "Shorten the row’s or the creative’s name by %d.".formatted(longest - limit)));
        });
        return rows;
    }
}
