package app.tidewrack.server.plan.edit;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Slice;
import app.tidewrack.core.plan.Split;
import app.tidewrack.core.plan.Variable;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.edit.EditBody.SplitBody;
import app.tidewrack.server.plan.edit.EditBody.SplitBy;
import app.tidewrack.server.source.SourceLibrary;
import app.tidewrack.server.source.SourceLibrary.Source;
import app.tidewrack.server.source.SourceTerms;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a row can be split by on its network, and splits of the values that were chosen. */
@Component
@RequiredArgsConstructor
public class SplitReader {
    /** Of these the network lists the values, whatever the audience asks for. */
    private static final Set<Variable> LISTED =
            EnumSet.of(Variable.DEVICE, Variable.SYSTEM, Variable.CONNECTION, Variable.LANGUAGE);

    private final AudienceLibrary audiences;
    private final Accounts accounts;
    private final Networks networks;
    private final SourceTerms sourceTerms;
    private final SourceLibrary sources;

    /**
     * One variable.
     *
     * @param choices its values; for ages the network's own bands, none where it takes any
     * @param ages what is cut into bands; null for other variables
     * @param lacking why there is nothing to choose from; empty where there is
     */
    public record VariableOffer(
            Variable variable,
            String words,
            List<Choice> choices,
            @Nullable AgeRange ages,
            String lacking) {}

    /** What the values are looked up in. */
    private record Ground(AudienceDefinition people, Rulebook rulebook, Account account) {}

    public List<VariableOffer> offers(String clientId, Campaign campaign, Row row) {
        Ground ground = ground(clientId, campaign, row);
        return Arrays.stream(Variable.values())
                .map(v -> offer(clientId, ground, v))
                .toList();
    }

    private Ground ground(String clientId, Campaign campaign, Row row) {
        Account account = accounts.account(clientId, campaign.accountId());
        AudienceDefinition base = audiences.byId(clientId, row.audienceId()).definition();
        return new Ground(row.people(base), networks.rulebook(account.network()), account);
    }

    private VariableOffer offer(String clientId, Ground ground, Variable variable) {
        List<Choice> choices = slices(clientId, ground, variable).stream()
                .map(s -> new Choice(code(s), s.words()))
                .toList();
        boolean age = variable == Variable.AGE;
        return new VariableOffer(
                variable,
                variable.words(),
                choices,
                age ? ages(ground) : null,
                age || choices.size() > 1 ? "" : lacking(variable));
    }

    private static String lacking(Variable variable) {
        return switch (variable) {
            case PLACE -> "The audience has one place. Add cities, regions or countries to it.";
            case INTEREST -> "The audience has fewer than two interests in one line.";
            case LOOKALIKE -> "The audience has no lookalike of two percent or more.";
            case RECENCY -> "The audience asks for no source with windows. Make a ladder of visitors first.";
            default -> "The network offers fewer than two.";
        };
    }

    private static AgeRange ages(Ground ground) {
        AudienceOffer offer = ground.rulebook().audience();
        return Objects.requireNonNullElse(ground.people().ages(), new AgeRange(offer.youngest(), offer.oldest()));
    }

    /** Every value a variable has for the row. */
    private List<Slice> slices(String clientId, Ground ground, Variable variable) {
        Function<Term, String> words =
                sourceTerms.words(clientId, ground.account().network());
        return switch (variable) {
            case AGE ->
                ground.rulebook().audience().ageBands().stream()
                        .filter(b -> b.from() <= ages(ground).to()
                                && b.to() >= ages(ground).from())
                        .map(b -> (Slice) new Slice.Aged(b))
                        .toList();
            case GENDER -> List.of(new Slice.OfGender(Gender.WOMEN), new Slice.OfGender(Gender.MEN));
            case PLACE -> places(ground);
            case PLACEMENT ->
                ground.rulebook().placements().stream()
                        .map(p -> (Slice) new Slice.ShownIn(p.code(), p.words().toLowerCase(Locale.ROOT)))
                        .toList();
            case DEVICE, SYSTEM, CONNECTION, LANGUAGE -> offered(ground.rulebook(), variable, words);
            case INTEREST ->
                asked(ground, TermKind.INTEREST)
                        .map(t -> having(variable, t, words.apply(t)))
                        .toList();
            case LOOKALIKE -> bands(ground);
            case RECENCY -> windows(clientId, ground);
        };
    }

    private static Slice having(Variable variable, Term term, String words) {
        return new Slice.Having(variable, List.of(term), words);
    }

    private static Stream<Term> asked(Ground ground, TermKind kind) {
        return ground.people().conditions().stream()
                .flatMap(c -> c.terms().stream())
                .filter(t -> t.kind() == kind);
    }

    /** Variables and kinds of terms of which the network lists what there is have one name. */
    private static List<Slice> offered(Rulebook rulebook, Variable variable, Function<Term, String> words) {
        TermKind kind = TermKind.valueOf(variable.name());
        return rulebook.audience().terms(kind).map(TermOffer::choices).orElse(List.of()).stream()
                .map(c -> new Term(kind, c.code()))
                .map(t -> having(variable, t, words.apply(t)))
                .toList();
    }

    private List<Slice> places(Ground ground) {
        Function<String, String> words = networks.placeWords(ground.account().network());
        Places places = ground.people().places();
        List<Slice> slices = new ArrayList<>();
        places.circles().forEach(c -> slices.add(new Slice.In(Places.around(List.of(c)), c.name())));
        places.regions()
                .forEach(r -> slices.add(new Slice.In(new Places(List.of(), List.of(r), List.of()), words.apply(r))));
        places.countries().forEach(c -> slices.add(new Slice.In(Places.inCountries(c), words.apply(c))));
        return slices;
    }

    /** Every single percent of the widest lookalike that the audience asks for. */
    private static List<Slice> bands(Ground ground) {
        Optional<String> code = asked(ground, TermKind.LOOKALIKE)
                .map(Term::code)
                .max(Comparator.comparingInt(c -> percents(c)[1] - percents(c)[0]));
        return code.stream()
                .flatMap(c -> {
                    String stem = c.substring(0, c.lastIndexOf(':') + 1);
                    int[] percents = percents(c);
                    return IntStream.range(percents[0], percents[1])
                            .mapToObj(from -> having(
                                    Variable.LOOKALIKE,
                                    new Term(TermKind.LOOKALIKE, stem + from + "-" + (from + 1)),
                                    "%d to %d %%".formatted(from, from + 1)));
                })
                .toList();
    }

    /** The edges of a lookalike band: {@code S12:GB:1-3} is 1 and 3. */
    private static int[] percents(String code) {
        return Arrays.stream(code.substring(code.lastIndexOf(':') + 1).split("-"))
                .mapToInt(Integer::parseInt)
                .toArray();
    }

    /** Sources that differ from one the audience asks for in their window alone, the most recent first. */
    private List<Slice> windows(String clientId, Ground ground) {
        List<Source> all = sources.all(clientId);
        return asked(ground, TermKind.SOURCE)
                .flatMap(t -> all.stream().filter(s -> s.id().equals(t.code())))
                .filter(s -> s.rule() != null && s.rule().window() != null)
                .findFirst()
                .map(like -> all.stream()
                        .filter(s -> s.kind() == like.kind() && s.rule() != null && alike(s, like))
                        .sorted(Comparator.comparingInt((Source s) -> Objects.requireNonNull(s.rule())
                                        .window()
                                        .from())
                                .thenComparingInt(s -> Objects.requireNonNull(s.rule())
                                        .window()
                                        .to()))
                        .map(s -> having(
                                Variable.RECENCY,
                                new Term(TermKind.SOURCE, s.id()),
                                Objects.requireNonNull(s.rule())
                                        .window()
                                        .words()
                                        .replace('–', '-')))
                        .toList())
                .orElse(List.of());
    }

    private static boolean alike(Source a, Source b) {
        return Objects.equals(
                        Objects.requireNonNull(a.rule()).event(),
                        Objects.requireNonNull(b.rule()).event())
                && Objects.equals(a.rule().subject(), b.rule().subject())
                && Objects.equals(a.rule().percent(), b.rule().percent());
    }

    private static String code(Slice slice) {
        if (slice instanceof Slice.Aged s) {
            return s.ages().from() + "-" + s.ages().to();
        } else if (slice instanceof Slice.OfGender s) {
            return s.gender().name();
        } else if (slice instanceof Slice.ShownIn s) {
            return s.placement();
        } else if (slice instanceof Slice.In s) {
            return Stream.of(
                            s.places().countries().stream(),
                            s.places().regions().stream(),
                            s.places().circles().stream().map(SplitReader::code))
                    .flatMap(c -> c)
                    .findFirst()
                    .orElseThrow();
        }
        return ((Slice.Having) slice).terms().get(0).code();
    }

    private static String code(Circle c) {
        return String.format(Locale.ROOT, "%.5f,%.5f,%s", c.latitude(), c.longitude(), c.exactKm());
    }

    /**
     * The split that was asked for.
     *
     * @throws Refusal when a value is none of the row's
     */
    public Split read(String clientId, Campaign campaign, Row row, SplitBody body) {
        Ground ground = ground(clientId, campaign, row);
        return new Split(
                body.by().stream()
                        .map(b -> new Split.By(b.variable(), chosen(clientId, ground, b)))
                        .toList(),
                body.share());
    }

    /**
     * Some values of a variable that the network lists, as one slice.
     *
     * @throws Refusal when the variable is none of those, or the network does not offer a value
     */
    Slice kept(String clientId, Campaign campaign, Variable variable, Set<String> codes) {
        if (!LISTED.contains(variable)) {
            throw new Refusal(
                    "variable",
                    "Rows are kept to devices, systems, connections and languages, not to one %s."
                            .formatted(variable.words()),
                    "Split the row by it.");
        }
        Account account = accounts.account(clientId, campaign.accountId());
        List<Slice> offered =
                offered(networks.rulebook(account.network()), variable, sourceTerms.words(clientId, account.network()));
        List<Slice> kept = offered.stream().filter(s -> codes.contains(code(s))).toList();
        if (kept.size() < codes.size()) {
            throw new Refusal(
                    "codes",
                    "The network does not offer every %s of %s."
                            .formatted(variable.words(), String.join(", ", new TreeSet<>(codes))),
                    "Choose of %s."
                            .formatted(
                                    offered.isEmpty()
                                            ? "another variable: it offers none"
                                            : offered.stream().map(Slice::words).collect(Collectors.joining(", "))));
        }
        return new Slice.Having(
                variable,
                kept.stream().flatMap(s -> ((Slice.Having) s).terms().stream()).toList(),
                kept.stream().map(Slice::words).collect(Collectors.joining(" or ")));
    }

    private List<Slice> chosen(String clientId, Ground ground, SplitBy by) {
        if (by.variable() == Variable.AGE && (by.bands() != null || by.cuts() != null)) {
            List<AgeRange> bands = by.bands() != null
                    ? Split.evenBands(ages(ground), by.bands())
                    : Split.bandsFrom(ages(ground), Objects.requireNonNull(by.cuts()));
            return bands.stream().map(a -> (Slice) new Slice.Aged(a)).toList();
        }
        List<Slice> known = slices(clientId, ground, by.variable());
        return Objects.requireNonNullElse(by.codes(), List.<String>of()).stream()
                .distinct()
                .map(code -> known.stream()
                        .filter(s -> code(s).equals(code))
                        .findFirst()
                        .orElseThrow(() -> new Refusal(
                                "by",
                                "“%s” is no %s of this row."
                                        .formatted(code, by.variable().words()),
                                "Choose one that is offered.")))
                .toList();
    }
}
