package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.CreativeFit;
import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.creative.CreativeFit.Miss;
import app.tidewrack.core.creative.LandingLink;
import app.tidewrack.core.plan.Column;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;

/** Rules on what ads show and where they lead. */
final class CreativeRules {
    private CreativeRules() {}

    private static final Set<Part> TEXTS = EnumSet.of(Part.BODY, Part.HEADLINE, Part.DESCRIPTION);

    static final List<Rule> ALL = List.of(
            Rule.blocker("creative.no-picture", CreativeRules::noPicture),
            Rule.blocker("creative.picture-too-small", s -> misfits(s, EnumSet.of(Part.PICTURE), Miss.TOO_SMALL)),
            Rule.blocker("creative.picture-wrong-shape", s -> misfits(s, EnumSet.of(Part.PICTURE), Miss.WRONG_SHAPE)),
            Rule.blocker("creative.picture-too-large", s -> misfits(s, EnumSet.of(Part.PICTURE), Miss.TOO_LARGE)),
            Rule.blocker("creative.picture-wrong-format", s -> misfits(s, EnumSet.of(Part.PICTURE), Miss.WRONG_FORMAT)),
            Rule.blocker("copy.missing", CreativeRules::noText),
            Rule.blocker("copy.headline-too-long", s -> misfits(s, EnumSet.of(Part.HEADLINE), Miss.TOO_LONG)),
            Rule.blocker("copy.body-too-long", s -> misfits(s, EnumSet.of(Part.BODY), Miss.TOO_LONG)),
            Rule.blocker("copy.description-too-long", s -> misfits(s, EnumSet.of(Part.DESCRIPTION), Miss.TOO_LONG)),
            Rule.hint("copy.past-fold", s -> misfits(s, TEXTS, Miss.PAST_FOLD)),
            Rule.blocker("link.not-http", CreativeRules::badLink),
            Rule.blocker("link.too-long", CreativeRules::longLink),
            Rule.blocker("creative.no-call-to-action", CreativeRules::noCallToAction));

    private static Stream<Seen> noPicture(Situation s) {
        return columns(s)
                .filter(c -> s.creative(c).picture() == null)
                .map(c -> new Seen(
                        s.place(c, "picture"),
                        "no picture",
                        "1 picture",
                        "Creative %s has no picture.".formatted(s.creative(c).name()),
                        "Upload a JPEG or PNG."));
    }

    private static Stream<Seen> noText(Situation s) {
        return columns(s).flatMap(c -> {
            Creative creative = s.creative(c);
            return Stream.of(
                            creative.body().isBlank() ? Part.BODY : null,
                            creative.headline().isBlank() ? Part.HEADLINE : null)
                    .filter(p -> p != null)
                    .map(p -> new Seen(
                            s.place(c, field(p)),
                            "empty",
                            "at least 1 character",
                            "Creative %s has no %s.".formatted(creative.name(), words(p)),
                            "Write one."));
        });
    }

    private static Stream<Seen> misfits(Situation s, Set<Part> parts, Miss miss) {
        return columns(s)
                .flatMap(c -> s.rulebook().usualPlacements().stream().flatMap(placement -> {
                    Creative creative = s.creative(c);
                    return CreativeFit.judge(creative, placement).stream()
                            .filter(m -> m.miss() == miss && parts.contains(m.part()))
                            .map(m -> new Seen(
                                    s.place(c, field(m.part())),
                                    m.value(),
                                    m.limit(),
                                    "The %s of %s is %s; %s %s takes %s."
                                            .formatted(
                                                    words(m.part()),
                                                    creative.name(),
                                                    m.value(),
                                                    s.rulebook().name(),
                                                    placement.words().toLowerCase(Locale.ROOT),
                                                    limit(m)),
                                    m.mend() + "."));
                }));
    }

    private static String limit(Misfit misfit) {
        return misfit.miss() == Miss.PAST_FOLD ? "more, but it is " + misfit.limit() : misfit.limit();
    }

    private static Stream<Seen> badLink(Situation s) {
        return columns(s).flatMap(c -> {
            Creative creative = s.creative(c);
            return LandingLink.fault(creative.link()).stream()
                    .map(fault -> new Seen(
                            s.place(c, "link"),
                            creative.link().isBlank() ? "empty" : creative.link(),
                            "http:// or https://",
                            creative.link().isBlank()
                                    ? "Creative %s leads nowhere: it has no link.".formatted(creative.name())
                                    : "The link of %s: %s.".formatted(creative.name(), fault),
                            "Type an address such as https://example.com/kits."));
        });
    }

    private static Stream<Seen> longLink(Situation s) {
        int limit = s.rulebook().linkLimit();
        return columns(s)
                .filter(c -> s.creative(c).link().length() > limit)
                .map(c -> new Seen(
                        s.place(c, "link"),
                        s.creative(c).link().length() + " characters",
                        limit + " characters",
                        "The link of %s has %d characters; %s takes %d."
                                .formatted(
                                        s.creative(c).name(),
                                        s.creative(c).link().length(),
                                        s.rulebook().name(),
                                        limit),
                        "Shorten it."));
    }

    private static Stream<Seen> noCallToAction(Situation s) {
        return columns(s)
                .filter(c -> s.rulebook().callsToAction().stream()
                        .noneMatch(a -> a.code().equals(s.creative(c).callToAction())))
                .map(c -> new Seen(
                        s.place(c, "callToAction"),
                        s.creative(c).callToAction().isBlank()
                                ? "none"
                                : s.creative(c).callToAction(),
                        s.rulebook().callsToAction().size() + " offered",
                        "Creative %s has no call to action that %s offers."
                                .formatted(s.creative(c).name(), s.rulebook().name()),
                        "Choose one."));
    }

    /** Columns that show in at least one ad, or all while there are no rows. */
    private static Stream<Column> columns(Situation s) {
        return s.campaign().columns().stream()
                .filter(c -> s.campaign().rows().isEmpty()
                        || s.campaign().rows().stream()
                                .anyMatch(r -> s.campaign().isOn(r.id(), c.id())));
    }

    private static String words(Part part) {
        return part.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static String field(Part part) {
        return part == Part.CALL_TO_ACTION ? "callToAction" : words(part);
    }
}
