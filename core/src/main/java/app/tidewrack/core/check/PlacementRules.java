package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.CodeWords;
import java.util.EnumSet;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Rules on where rows show that chose their placements, or were split by them. */
final class PlacementRules {
    private PlacementRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.ROWS, Matter.DELIVERY, Matter.COLUMNS, Matter.CELLS),
            Rule.blocker("placement.not-offered", PlacementRules::notOffered),
            Rule.blocker("placement.format-not-shown", PlacementRules::formatNotShown));

    private static Stream<Seen> notOffered(Situation s) {
        return chosen(s)
                .filter(c -> s.rulebook().placement(c.placement()).isEmpty())
                .map(c -> new Seen(
                        s.place(c.row(), c.row().narrowing().placements().isEmpty() ? "placements" : "cells"),
                        c.placement(),
                        words(s.rulebook(), null),
                        "%s has no placement %s, which row %s keeps to; it has %s."
                                .formatted(
                                        s.rulebook().name(),
                                        CodeWords.of(c.placement()),
                                        c.row().label(),
                                        words(s.rulebook(), null)),
                        c.row().narrowing().placements().isEmpty()
                                ? "Choose among these."
                                : "Remove the row, or split its audience anew."));
    }

    private static Stream<Seen> formatNotShown(Situation s) {
        return chosen(s)
                .flatMap(c -> s.rulebook().placement(c.placement()).stream()
                        .flatMap(p -> s.campaign().onColumns(c.row().id()).stream()
                                .flatMap(k -> s.rulebook().format(s.creative(k).format()).stream()
                                        .filter(f -> !f.placements().contains(p.code()))
                                        .map(f -> new Seen(
                                                new Place(
                                                        s.campaign().id(),
                                                        c.row().id(),
                                                        k.id(),
                                                        null,
                                                        null,
                                                        null,
                                                        "cells"),
                                                p.words(),
                                                words(s.rulebook(), f),
                                                "Row %s keeps to %s, which shows no %s; it shows in %s."
                                                        .formatted(
                                                                c.row().label(),
                                                                p.words().toLowerCase(Locale.ROOT),
                                                                f.words().toLowerCase(Locale.ROOT),
                                                                words(s.rulebook(), f)),
                                                "Switch the ad of %s off in this row."
                                                        .formatted(s.creative(k).name()))))));
    }

    private record Chosen(Row row, String placement) {}

    private static Stream<Chosen> chosen(Situation s) {
        return s.campaign().rows().stream()
                .flatMap(r -> r.showing().codes().stream().map(p -> new Chosen(r, p)));
    }

    /** The placements of a format, or of the whole network. */
    private static String words(Rulebook rulebook, @Nullable FormatRule format) {
        return rulebook.placements().stream()
                .filter(p -> format == null || format.placements().contains(p.code()))
                .map(PlacementRule::words)
                .collect(Collectors.joining(", "));
    }
}
