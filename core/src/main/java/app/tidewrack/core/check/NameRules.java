package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.TextLength;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Rules on the names that the patterns give, and on what links carry. */
final class NameRules {
    private NameRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.ROWS, Matter.NAMES, Matter.COLUMNS, Matter.CELLS),
            Rule.blocker("name.clash", NameRules::clash),
            Rule.blocker("name.campaign-clash", NameRules::campaignClash),
            Rule.blocker("name.ad-clash", NameRules::adClash),
            Rule.blocker("name.value-missing", NameRules::wanting),
            Rule.blocker("name.too-long", NameRules::tooLong),
            Rule.blocker("link.too-long", NameRules::longLink),
            Rule.warning("link.own-parameter", NameRules::ownParameter));

    private static Stream<Seen> adClash(Situation s) {
        return s.campaign().rows().stream()
                .filter(r -> s.names().clash(r.id()))
                .map(r -> new Seen(
                        s.place(alike(s, r), "name"),
                        "two ads of one name",
                        "a name of its own",
                        "Two ads in row %s get the same name.".formatted(r.label()),
                        "Rename this creative, or add its column’s number to the pattern of ads."));
    }

    /** The first column whose ad has a name that one before it has. */
    private static Column alike(Situation s, Row row) {
        Set<String> names = new HashSet<>();
        return s.campaign().columns().stream()
                .filter(c -> s.campaign().isOn(row.id(), c.id()))
                .filter(c -> !names.add(Objects.requireNonNull(s.names().ads().get(new CellRef(row.id(), c.id())))))
                .findFirst()
                .orElseThrow();
    }

    private static Stream<Seen> wanting(Situation s) {
        Map<Token, List<PlanNames.Wanting>> byToken = s.names().wanting().stream()
                .collect(Collectors.groupingBy(PlanNames.Wanting::token, TreeMap::new, Collectors.toList()));
        return byToken.entrySet().stream().map(e -> wanting(s, e.getKey(), e.getValue()));
    }

    private static Seen wanting(Situation s, Token token, List<PlanNames.Wanting> wanting) {
        PlanNames.Wanting first = wanting.get(0);
        Row row = first.rowId() == null ? null : s.campaign().row(first.rowId());
        return new Seen(
                lacking(s, first),
                "no %s".formatted(token.words()),
                "a value",
                row == null
                        ? "The campaign’s name lacks its %s.".formatted(token.words())
                        : "The pattern asks for the %s; row %s%s has none."
                                .formatted(
                                        token.words(),
                                        row.label(),
                                        wanting.size() == 1 ? "" : " and %d more".formatted(wanting.size() - 1)),
                "Let the pattern leave it out where there is none, or give it a value.");
    }

    /** Where the value is given, if it is a name; else the pattern that asks for it. */
    private static Place lacking(Situation s, PlanNames.Wanting wanting) {
        String rowId = wanting.rowId();
        String columnId = wanting.columnId();
        return switch (wanting.token()) {
            case CAMPAIGN -> s.place("name");
            case ROW -> s.place(s.campaign().row(Objects.requireNonNull(rowId)), "label");
            case CREATIVE -> s.place(s.campaign().column(Objects.requireNonNull(columnId)), "name");
            default -> s.place(rowId == null ? "campaignPattern" : columnId == null ? "adGroupPattern" : "adPattern");
        };
    }

    private static Stream<Seen> clash(Situation s) {
        Map<String, Row> first = new HashMap<>();
        return s.campaign().rows().stream().flatMap(r -> {
            String name = s.names().row(r.id());
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
            int longest = s.names().longest(r.id());
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
        int whole = TextLength.of(s.names().campaign());
        return whole <= limit
                ? rows
                : Stream.concat(
                        Stream.of(new Seen(
                                s.place("name"),
                                whole + " characters",
                                limit + " characters",
                                "The campaign gets a name of %d characters; %s takes %d."
                                        .formatted(whole, s.rulebook().name(), limit),
                                "Shorten its name by %d.".formatted(whole - limit))),
                        rows);
    }

    private static Stream<Seen> longLink(Situation s) {
        int limit = s.rulebook().linkLimit();
        return s.campaign().columns().stream().flatMap(c -> {
            String link = s.creative(c).link();
            int longest = s.campaign().rows().stream()
                    // What is carried is put on a link only where it might be too much.
                    .filter(r -> link.length() + s.names().longestTail(r.id()) > limit)
                    .filter(r -> s.campaign().isOn(r.id(), c.id()))
                    .mapToInt(r -> Objects.requireNonNull(s.names().tails().get(new CellRef(r.id(), c.id())))
                            .on(link, s.rulebook().macroCodes())
                            .length())
                    .max()
                    .orElse(link.length());
            return longest <= limit
                    ? Stream.empty()
                    : Stream.of(new Seen(
                            s.place(c, "link"),
                            longest + " characters",
                            limit + " characters",
                            "The link of %s gets %d characters with its parameters; %s takes %d."
                                    .formatted(
                                            s.creative(c).name(),
                                            longest,
                                            s.rulebook().name(),
                                            limit),
                            "Shorten it, or let the link pattern carry less."));
        });
    }

    /** Common practice: what a link says of where people come from, the analyses believe; a left-over of another ad misleads them. */
    private static Stream<Seen> ownParameter(Situation s) {
        return s.campaign().columns().stream()
                // Most links have no parameters of their own, and then nothing is looked for on every ad.
                .filter(c -> s.creative(c).link().indexOf('?') >= 0)
                .flatMap(c -> s.campaign().rows().stream()
                        .filter(r -> s.campaign().isOn(r.id(), c.id()))
                        .map(r -> Objects.requireNonNull(s.names().tails().get(new CellRef(r.id(), c.id())))
                                .wonOver(s.creative(c).link(), s.rulebook().macroCodes()))
                        .filter(won -> !won.isEmpty())
                        .limit(1)
                        .flatMap(List::stream)
                        .map(own -> new Seen(
                                s.place(c, "link"),
                                own,
                                "the pattern’s own",
                                "The link of %s says %s itself, which wins over the link pattern."
                                        .formatted(s.creative(c).name(), own),
                                "Take it out of the link, or let the pattern replace it.")));
    }
}
