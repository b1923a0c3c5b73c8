package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.network.SubjectFit;
import app.tidewrack.core.network.SubjectFit.Breach;
import app.tidewrack.core.network.SubjectFit.Kind;
import app.tidewrack.core.network.SubjectRule;
import app.tidewrack.core.text.CodeWords;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Rules on campaigns of a regulated subject: whom networks let them reach is limited. */
final class SubjectRules {
    private SubjectRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.ROWS, Matter.PEOPLE),
            Rule.blocker("subject.not-offered", SubjectRules::notOffered),
            Rule.blocker("subject.ages-narrowed", s -> breaches(s, Kind.AGES, "any age", "Take the ages out.")),
            Rule.blocker("subject.gender-chosen", s -> breaches(s, Kind.GENDER, "any gender", "Take the gender out.")),
            Rule.blocker("subject.radius-too-small", s -> breaches(s, Kind.RADIUS, "", "Widen the radius.")),
            Rule.blocker(
                    "subject.condition-forbidden",
                    s -> breaches(s, Kind.TERM, "no such condition", "Take the condition out.")),
            Rule.hint("subject.not-named", SubjectRules::notNamed));

    private static Optional<SubjectRule> subject(Situation s) {
        return Optional.ofNullable(s.campaign().facts().subject()).flatMap(s.rulebook()::subject);
    }

    private static Stream<Seen> notOffered(Situation s) {
        String subject = s.campaign().facts().subject();
        if (subject == null || subject(s).isPresent()) {
            return Stream.empty();
        }
        String offered =
                s.rulebook().subjects().stream().map(SubjectRule::words).collect(Collectors.joining(", "));
        return Stream.of(new Seen(
                s.place("account"),
                subject,
                offered.isEmpty() ? "no subjects" : offered,
                "%s takes no campaigns on %s.".formatted(s.rulebook().name(), CodeWords.of(subject)),
                "Copy it to another network."));
    }

    private static Stream<Seen> breaches(Situation s, Kind kind, String limit, String mend) {
        return subject(s).stream()
                .flatMap(rule -> s.campaign().rows().stream()
                        .flatMap(r ->
                                SubjectFit.judge(
                                                s.audience(r).definition(),
                                                rule,
                                                s.rulebook().audience())
                                        .stream()
                                        .filter(b -> b.kind() == kind)
                                        .map(b -> new Seen(
                                                s.audiencePlace(r, field(kind)),
                                                words(b),
                                                kind == Kind.RADIUS ? "%d km".formatted(b.leastRadiusKm()) : limit,
                                                "Row %s asks for %s; %s forbids that for ads on %s."
                                                        .formatted(
                                                                r.label(),
                                                                words(b),
                                                                s.rulebook().name(),
                                                                rule.words().toLowerCase(Locale.ROOT)),
                                                mend))));
    }

    /** The audience's input, as the API calls it. */
    private static String field(Kind kind) {
        return switch (kind) {
            case AGES -> "ages";
            case GENDER -> "gender";
            case RADIUS -> "places";
            case TERM -> "conditions";
        };
    }

    private static String words(Breach breach) {
        return switch (breach.kind()) {
            case AGES -> "ages " + breach.asked();
            case GENDER -> breach.asked().toLowerCase(Locale.ROOT);
            case RADIUS -> breach.asked();
            case TERM -> breach.asked().toLowerCase(Locale.ROOT).replace('_', ' ');
        };
    }

    /** Common practice: an undeclared subject is the surest way to a suspended account. */
    private static Stream<Seen> notNamed(Situation s) {
        return s.campaign().facts().subject() != null || s.account().subjects().isEmpty()
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("subject"),
                        "none",
                        String.join(", ", s.account().subjects()),
                        "A brief of %s is on %s; this campaign names no regulated subject."
                                .formatted(s.account().client(), CodeWords.of(s.account().subjects().stream())),
                        "Name it, or leave this for the reason that it is about something else."));
    }
}
