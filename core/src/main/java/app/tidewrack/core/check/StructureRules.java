package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.core.text.DayWords;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Rules on the shape of the sheet, its dates and its objective. */
final class StructureRules {
    private StructureRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.ROWS, Matter.COLUMNS, Matter.CELLS),
            Rule.blocker("structure.no-rows", StructureRules::noRows),
            Rule.blocker("structure.no-creatives", StructureRules::noCreatives),
            Rule.warning("structure.empty-row", StructureRules::emptyRow),
            Rule.blocker("schedule.start-past", StructureRules::startPast),
            Rule.blocker("schedule.over", StructureRules::over),
            Rule.blocker("objective.not-offered", StructureRules::objectiveNotOffered),
            Rule.blocker("objective.no-site-tag", StructureRules::noSiteTag));

    private static Stream<Seen> noRows(Situation s) {
        return s.campaign().rows().isEmpty()
                ? Stream.of(new Seen(
                        s.place("rows"), "0 rows", "at least 1", "The sheet has no audience rows.", "Add a row."))
                : Stream.empty();
    }

    private static Stream<Seen> noCreatives(Situation s) {
        return s.campaign().columns().isEmpty()
                ? Stream.of(new Seen(
                        s.place("columns"),
                        "0 columns",
                        "at least 1",
                        "The sheet has no creatives.",
                        "Add a creative."))
                : Stream.empty();
    }

    private static Stream<Seen> emptyRow(Situation s) {
        if (s.campaign().columns().isEmpty()) {
            return Stream.empty();
        }
        return s.campaign().rows().stream()
                .filter(r -> !s.campaign().hasAds(r.id()))
                .map(r -> new Seen(
                        s.place(r, "cells"),
                        "0 ads",
                        "at least 1",
                        "Row %s has every ad off; it spends nothing.".formatted(r.label()),
                        "Switch an ad on, or remove the row."));
    }

    private static Stream<Seen> startPast(Situation s) {
        LocalDate start = s.campaign().facts().flight().start();
        return !s.live() && start.isBefore(s.today())
                ? Stream.of(new Seen(
                        s.place("start"),
                        start.toString(),
                        "today, " + s.today() + ", or later",
                        "The campaign starts on %s; today is %s.".formatted(DayWords.of(start), DayWords.of(s.today())),
                        "Choose today or a later day."))
                : Stream.empty();
    }

    private static Stream<Seen> over(Situation s) {
        LocalDate last = s.campaign().facts().flight().lastDay();
        return s.live() && last.isBefore(s.today())
                ? Stream.of(new Seen(
                        s.place("lastDay"),
                        last.toString(),
                        "today, " + s.today() + ", or later",
                        "The campaign ended on %s.".formatted(DayWords.of(last)),
                        "Choose a later last day to run it on."))
                : Stream.empty();
    }

    private static Stream<Seen> objectiveNotOffered(Situation s) {
        CampaignFacts facts = s.campaign().facts();
        if (s.rulebook().objective(facts.objective()).isPresent()) {
            return Stream.empty();
        }
        String offered =
                s.rulebook().objectives().stream().map(ObjectiveRule::words).collect(Collectors.joining(", "));
        return Stream.of(new Seen(
                s.place("objective"),
                facts.objective(),
                offered,
                "%s does not offer the objective %s; it offers %s."
                        .formatted(s.rulebook().name(), CodeWords.of(facts.objective()), offered),
                "Choose one of these."));
    }

    /** Common practice: a site without a tag cannot be optimised for conversions; link clicks are the way out. */
    private static Stream<Seen> noSiteTag(Situation s) {
        return s
                .rulebook()
                .objective(s.campaign().facts().objective())
                .filter(o -> o.needsSiteTag() && !s.account().hasSiteTag())
                .map(o -> new Seen(
                        s.place("objective"),
                        "no site tag",
                        "a site tag",
                        "%s needs a site tag; the account %s has none."
                                .formatted(o.words(), s.account().name()),
                        "Choose traffic, which is charged by click, or put a tag on the site."))
                .stream();
    }
}
