package app.tidewrack.core.check;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.creative.AdTokens;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.CreativeFit;
import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.creative.CreativeFit.Miss;
import app.tidewrack.core.creative.CreativeFit.Verdict;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.TextOnPicture;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.ReviewRule;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Showing;
import app.tidewrack.core.plan.Showing.How;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.core.text.Tokens;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Rules on what ads show and where they lead. */
final class CreativeRules {
    private CreativeRules() {}

    private static final Set<Part> TEXTS =
            EnumSet.of(Part.BODY, Part.HEADLINE, Part.DESCRIPTION, Part.BRAND, Part.CARD);
    private static final Set<Part> MEDIA = EnumSet.of(Part.MEDIA);

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.SHOWN),
            Rule.blocker("creative.format-not-offered", CreativeRules::formatNotOffered),
            Rule.blocker("creative.format-not-taken", CreativeRules::formatNotTaken),
            Rule.blocker("creative.too-few", s -> counts(s, Miss.TOO_FEW)),
            Rule.blocker("creative.too-many", s -> counts(s, Miss.TOO_MANY)),
            Rule.blocker("creative.media-too-small", s -> misfits(s, MEDIA, Miss.TOO_SMALL)),
            Rule.blocker("creative.media-wrong-shape", s -> misfits(s, MEDIA, Miss.WRONG_SHAPE)),
            Rule.blocker("creative.media-too-large", s -> misfits(s, MEDIA, Miss.TOO_LARGE)),
            Rule.blocker("creative.media-wrong-format", s -> misfits(s, MEDIA, Miss.WRONG_FORMAT)),
            Rule.blocker("creative.media-wrong-duration", s -> misfits(s, MEDIA, Miss.WRONG_DURATION)),
            Rule.warning("creative.text-on-picture", CreativeRules::textOnPicture),
            Rule.blocker("copy.missing", CreativeRules::noText),
            Rule.blocker("copy.headline-too-long", s -> misfits(s, EnumSet.of(Part.HEADLINE), Miss.TOO_LONG)),
            Rule.blocker("copy.body-too-long", s -> misfits(s, EnumSet.of(Part.BODY), Miss.TOO_LONG)),
            Rule.blocker("copy.description-too-long", s -> misfits(s, EnumSet.of(Part.DESCRIPTION), Miss.TOO_LONG)),
            Rule.blocker("copy.brand-too-long", s -> misfits(s, EnumSet.of(Part.BRAND), Miss.TOO_LONG)),
            Rule.blocker("copy.card-too-long", s -> counts(s, Miss.TOO_LONG)),
            Rule.hint("copy.past-fold", s -> misfits(s, TEXTS, Miss.PAST_FOLD)),
            Rule.blocker("copy.unknown-token", CreativeRules::unknownToken),
            Rule.blocker("creative.no-post", LeadsToRules::noPost),
            Rule.blocker("creative.post-gone", LeadsToRules::postGone),
            Rule.blocker("creative.post-of-other-kind", LeadsToRules::postOfOtherKind),
            Rule.warning("creative.ends-before-flight", LeadsToRules::endsBeforeFlight),
            Rule.blocker("creative.no-script", LeadsToRules::noScript),
            Rule.blocker("creative.script-not-taken", LeadsToRules::scriptNotTaken),
            Rule.blocker("message.sender-not-agreed", LeadsToRules::senderNotAgreed),
            Rule.blocker("link.not-http", LeadsToRules::badLink),
            Rule.blocker("creative.no-call-to-action", CreativeRules::noCallToAction),
            Rule.warning("creative.risky-wording", CreativeRules::riskyWording),
            Rule.warning("creative.refused-before", CreativeRules::refusedBefore));

    /** The rule that looks at every ad of a column by itself. */
    static final Family TOKENS = Family.of(
            EnumSet.of(Matter.ROWS, Matter.COLUMNS, Matter.CELLS, Matter.PEOPLE),
            Rule.blocker("copy.empty-token", CreativeRules::emptyToken),
            Rule.warning("copy.says-age", CreativeRules::saysAge));

    /**
     * A column with its creative, all texts as long as its rows make them, the network's rule of its format, and the different
     * ways in which its rows show.
     */
    record Shown(Column column, Creative creative, FormatRule format, List<Showing> ways) {}

    static Stream<Shown> shown(Situation s) {
        return columns(s)
                .flatMap(c -> s.rulebook().format(s.creative(c).format()).stream()
                        .map(f -> new Shown(c, longest(s, c), f, ways(s, c))));
    }

    /** Whether the columns that show, what they show and how are the same, which most edits leave as they are. */
    static boolean showAlike(Situation a, Situation b) {
        return a.campaign().columns().equals(b.campaign().columns())
                && columns(a)
                        .map(a::creative)
                        .toList()
                        .equals(columns(b).map(b::creative).toList())
                && shown(a).toList().equals(shown(b).toList());
    }

    private static Creative longest(Situation s, Column column) {
        if (s.creative(column).texts().allMatch(t -> Tokens.of(t).isEmpty())) {
            return s.creative(column);
        }
        Map<String, List<String>> values = new HashMap<>();
        rows(s, column)
                .map(r -> tokens(s, r))
                .forEach(known -> known.forEach((name, value) ->
                        values.computeIfAbsent(name, k -> new ArrayList<>()).add(value)));
        return s.creative(column).withTexts(t -> Tokens.longest(t, values));
    }

    private static Map<String, String> tokens(Situation s, Row row) {
        return AdTokens.of(
                s.audience(row).definition(), s.account().client(), s.rulebook().audience());
    }

    /** Common practice: what review refused once it refuses again, and accounts that send it often are looked at harder. */
    private static Stream<Seen> refusedBefore(Situation s) {
        return columns(s).flatMap(c -> {
            String why = s.account().refused().get(c.creativeId());
            return why == null
                    ? Stream.empty()
                    : Stream.of(new Seen(
                            s.place(c, "body"),
                            "refused",
                            "changed since",
                            "%s refused creative %s as it is: %s"
                                    .formatted(
                                            s.rulebook().name(), s.creative(c).name(), why),
                            "Change it before it is sent in %,d ads."
                                    .formatted(rows(s, c).count())));
        });
    }

    private static Stream<Seen> formatNotOffered(Situation s) {
        return columns(s)
                .filter(c -> s.rulebook().format(s.creative(c).format()).isEmpty())
                .map(c -> {
                    String offered = s.rulebook().formats().stream()
                            .map(FormatRule::words)
                            .collect(Collectors.joining(", "));
                    return new Seen(
                            s.place(c, "format"),
                            s.creative(c).format(),
                            offered,
                            "%s has no format %s, which creative %s is in; it has %s."
                                    .formatted(
                                            s.rulebook().name(),
                                            CodeWords.of(s.creative(c).format()),
                                            s.creative(c).name(),
                                            offered),
                            "Choose another format for it, or take the column out.");
                });
    }

    private static Stream<Seen> formatNotTaken(Situation s) {
        return s.rulebook().objective(s.campaign().facts().objective()).stream()
                .flatMap(o -> shown(s).filter(
                                c -> !o.formats().contains(c.creative().format()))
                        .map(c -> {
                            String taken = o.formats().stream()
                                    .flatMap(f -> s.rulebook().format(f).stream())
                                    .map(FormatRule::words)
                                    .collect(Collectors.joining(", "));
                            return new Seen(
                                    s.place(c.column(), "format"),
                                    c.format().words(),
                                    taken,
                                    "Creative %s is a %s; %s for %s takes %s."
                                            .formatted(
                                                    c.creative().name(),
                                                    lower(c.format().words()),
                                                    s.rulebook().name(),
                                                    lower(o.words()),
                                                    taken),
                                    "Choose another format for it, or another objective for the campaign.");
                        }));
    }

    private static Stream<Seen> counts(Situation s, Miss miss) {
        return shown(s).flatMap(c -> CreativeFit.counts(
                        c.creative(), c.format(), s.rulebook().mix())
                .stream()
                .filter(m -> m.miss() == miss)
                .map(m -> new Seen(
                        s.place(c.column(), field(m.part())),
                        m.value(),
                        m.limit(),
                        miss == Miss.TOO_LONG
                                ? "A card of %s is %s; %s takes %s."
                                        .formatted(
                                                c.creative().name(),
                                                m.value(),
                                                s.rulebook().name(),
                                                m.limit())
                                : "Creative %s has %s %s; a %s of %s has %s."
                                        .formatted(
                                                c.creative().name(),
                                                m.value(),
                                                many(m.part()),
                                                lower(c.format().words()),
                                                s.rulebook().name(),
                                                m.limit()),
                        m.mend() + ".")));
    }

    private static Stream<Seen> misfits(Situation s, Set<Part> parts, Miss miss) {
        return shown(s).flatMap(c -> placements(s, c).flatMap(placement -> {
            Verdict verdict = CreativeFit.judge(c.creative(), c.format(), placement);
            boolean leftOut = c.creative().mixes() && verdict.runs();
            return verdict.misfits().stream()
                    .filter(m -> m.miss() == miss && parts.contains(m.part()) && !(leftOut && m.refused()))
                    .map(m -> seen(s, c, placement, m));
        }));
    }

    private static Seen seen(Situation s, Shown c, PlacementRule placement, Misfit m) {
        return new Seen(
                s.place(c.column(), field(m.part())),
                m.value(),
                m.limit(),
                "The %s of %s is %s; %s %s takes %s."
                        .formatted(
                                m.part() == Part.MEDIA
                                        ? kind(c.creative().media().get(m.index()))
                                        : words(m.part()),
                                c.creative().name(),
                                m.value(),
                                s.rulebook().name(),
                                lower(placement.words()),
                                limit(m)),
                m.mend() + ".");
    }

    /**
     * Where the column's rows show it. Rows that leave it to the network are judged by the usual placement of its format, since
     * the network passes over those where it does not fit.
     */
    private static Stream<PlacementRule> placements(Situation s, Shown c) {
        List<String> formats = List.of(c.format().code());
        Set<String> shown = c.ways().stream()
                .flatMap(w -> w.placements(s.rulebook(), formats).stream())
                .map(PlacementRule::code)
                .filter(c.format().placements()::contains)
                .collect(Collectors.toSet());
        return s.rulebook().placements().stream().filter(p -> shown.contains(p.code()));
    }

    /** The different ways in which a column's rows show; most sheets have one, so rows are asked for their ads only for a new one. */
    private static List<Showing> ways(Situation s, Column column) {
        if (s.campaign().rows().isEmpty()) {
            return List.of(Showing.USUAL);
        }
        List<Showing> ways = new ArrayList<>();
        for (Row row : s.campaign().rows()) {
            Showing way = row.showing().how() == How.NETWORK ? Showing.USUAL : row.showing();
            if (!ways.contains(way) && s.campaign().isOn(row.id(), column.id())) {
                ways.add(way);
            }
        }
        return ways;
    }

    private static String kind(Medium medium) {
        return medium.video() == null ? "picture" : "video";
    }

    private static String limit(Misfit misfit) {
        return misfit.refused() ? misfit.limit() : "more, but it is " + misfit.limit();
    }

    /** Common practice: text over more than 20 % of a picture, on a grid of 5 × 5, is a risk on some networks. */
    private static Stream<Seen> textOnPicture(Situation s) {
        return shown(s).flatMap(c -> c.creative().media().stream()
                .filter(m -> TextOnPicture.risky(m.text().fields()))
                .map(m -> new Seen(
                        s.place(c.column(), "media"),
                        TextOnPicture.percent(m.text().fields()) + " %",
                        "20 %",
                        "Text touches %d of 25 fields of %s, %d %% of it; more than 20 %% may show to fewer people."
                                .formatted(
                                        TextOnPicture.count(m.text().fields()),
                                        m.fileName(),
                                        TextOnPicture.percent(m.text().fields())),
                        "Use a picture with less text.")));
    }

    private static Stream<Seen> noText(Situation s) {
        return shown(s).filter(c -> ownTexts(c.format()))
                .flatMap(c -> Stream.of(Part.BODY, Part.HEADLINE)
                        .filter(p -> placements(s, c).anyMatch(r -> limit(r, p) > 0))
                        .filter(p -> texts(c.creative(), p).stream().allMatch(String::isBlank))
                        .map(p -> new Seen(
                                s.place(c.column(), field(p)),
                                "empty",
                                "at least 1 character",
                                "Creative %s has no %s.".formatted(c.creative().name(), words(p)),
                                "Write one.")));
    }

    private static boolean ownTexts(FormatRule format) {
        return format.needs() != Need.POST && format.needs() != Need.MESSAGE;
    }

    private static List<String> texts(Creative creative, Part part) {
        return part == Part.BODY ? creative.bodies() : creative.headlines();
    }

    private static int limit(PlacementRule placement, Part part) {
        return (part == Part.BODY ? placement.body() : placement.headline()).limit();
    }

    private static Stream<Seen> unknownToken(Situation s) {
        String known =
                AdTokens.KNOWN.stream().sorted().map(t -> "{" + t + "|…}").collect(Collectors.joining(", "));
        return columns(s)
                .flatMap(c -> s
                        .creative(c)
                        .texts()
                        .flatMap(text ->
                                Tokens.unknown(text, AdTokens.KNOWN).stream().map(t -> Map.entry(t, text)))
                        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue, (a, b) -> a, TreeMap::new))
                        .entrySet()
                        .stream()
                        .map(e -> new Seen(
                                s.place(c, field(s.creative(c).partOf(e.getValue()))),
                                "{" + e.getKey() + "}",
                                known,
                                "Creative %s uses {%s}, which nothing fills."
                                        .formatted(s.creative(c).name(), e.getKey()),
                                "Use one of %s.".formatted(known))));
    }

    private static Stream<Seen> emptyToken(Situation s) {
        return columns(s)
                .flatMap(c -> s
                        .creative(c)
                        .texts()
                        .flatMap(text -> Tokens.of(text).stream()
                                .filter(t -> AdTokens.KNOWN.contains(t.name())
                                        && t.fallback().isBlank())
                                .map(t -> Map.entry(t.name(), text)))
                        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue, (a, b) -> a, TreeMap::new))
                        .entrySet()
                        .stream()
                        .flatMap(e -> rows(s, c)
                                .filter(r -> !tokens(s, r).containsKey(e.getKey()))
                                .map(r -> new Seen(
                                        s.place(c, field(s.creative(c).partOf(e.getValue()))),
                                        "{" + e.getKey() + "}",
                                        "a fall-back",
                                        "Creative %s names {%s}, which row %s does not have, and has no fall-back."
                                                .formatted(s.creative(c).name(), e.getKey(), r.label()),
                                        "Write {%s|…} with what stands there instead.".formatted(e.getKey())))));
    }

    /** Common practice: networks refuse copy that tells people how old they are, by a token or written out. */
    private static Stream<Seen> saysAge(Situation s) {
        return columns(s)
                .flatMap(c -> s.creative(c)
                        .texts()
                        .filter(CreativeRules::mayNameAges)
                        .flatMap(text -> rows(s, c).flatMap(r -> saysAge(s, c, r, text))));
    }

    /** Most copy has no number, and is not filled for each row only to be found without one. */
    private static boolean mayNameAges(String text) {
        return text.contains("{" + AdTokens.AGES) || text.chars().anyMatch(Character::isDigit);
    }

    private static Stream<Seen> saysAge(Situation s, Column column, Row row, String text) {
        AgeRange ages = s.audience(row).definition().ages();
        if (ages == null || !text.contains("{") && !text.contains(String.valueOf(ages.from()))) {
            return Stream.empty();
        }
        String filled = Tokens.filled(text, tokens(s, row));
        return s.rulebook()
                .review()
                .risks(filled, ages)
                .filter(k -> k.code().equals(ReviewRule.AGE))
                .map(k -> new Seen(
                        s.place(column, field(s.creative(column).partOf(text))),
                        filled.substring(k.from(), k.to()),
                        "nothing of people’s age",
                        "In row %s creative %s says “%s”: %s"
                                .formatted(row.label(), s.creative(column).name(), filled, k.words()),
                        "Leave the age out there."));
    }

    private static Stream<Seen> riskyWording(Situation s) {
        return columns(s)
                .flatMap(c -> s.creative(c)
                        .texts()
                        .flatMap(t -> s.rulebook()
                                .review()
                                .risks(t)
                                .map(r -> new Seen(
                                        s.place(c, field(s.creative(c).partOf(t))),
                                        t.substring(r.from(), r.to()),
                                        "nothing that review refuses",
                                        "Review would refuse creative %s: %s"
                                                .formatted(s.creative(c).name(), r.words()),
                                        "Write it otherwise before it is sent.")))
                        .distinct());
    }

    private static Stream<Seen> noCallToAction(Situation s) {
        Set<String> offered =
                s.rulebook().callsToAction().stream().map(a -> a.code()).collect(Collectors.toSet());
        return shown(s).filter(c -> ownTexts(c.format()))
                .filter(c -> c.creative().callsToAction().isEmpty()
                        || !offered.containsAll(c.creative().callsToAction()))
                .map(c -> new Seen(
                        s.place(c.column(), "callToAction"),
                        c.creative().callsToAction().isEmpty()
                                ? "none"
                                : String.join(", ", c.creative().callsToAction()),
                        offered.size() + " offered",
                        "Creative %s has no call to action that %s offers."
                                .formatted(c.creative().name(), s.rulebook().name()),
                        "Choose one."));
    }

    /** Columns that show in at least one ad, or all while there are no rows. */
    private static Stream<Column> columns(Situation s) {
        return s.campaign().columns().stream()
                .filter(c ->
                        s.campaign().rows().isEmpty() || rows(s, c).findAny().isPresent());
    }

    private static Stream<Row> rows(Situation s, Column column) {
        return s.campaign().rows().stream().filter(r -> s.campaign().isOn(r.id(), column.id()));
    }

    private static String words(Part part) {
        return lower(part.name()).replace('_', ' ');
    }

    private static String many(Part part) {
        return switch (part) {
            case MEDIA -> "pictures or videos";
            case BODY -> "bodies";
            case CALL_TO_ACTION -> "calls to action";
            default -> words(part) + "s";
        };
    }

    private static String field(Part part) {
        return part == Part.CALL_TO_ACTION ? "callToAction" : words(part);
    }

    static String lower(String words) {
        return words.toLowerCase(Locale.ROOT);
    }
}
