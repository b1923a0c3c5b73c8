package app.tidewrack.server.creative;

import app.tidewrack.core.creative.AdTokens;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.CreativeFit;
import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.creative.CreativeFit.Verdict;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mix;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.CardRule;
import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.network.MixRule;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.FileRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.text.LandingLink;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.TextLength.Cut;
import app.tidewrack.core.text.Tokens;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.creative.CopyDeck.Phrase;
import app.tidewrack.server.creative.CopyDeck.SaidBy;
import app.tidewrack.server.creative.PhraseRules.Reach;
import app.tidewrack.server.creative.PhraseRules.Trouble;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How a creative stands on every placement of the client's networks, its texts as long as the client's towns make them. */
@Component
@RequiredArgsConstructor
public class CreativeFits {
    private final Accounts accounts;
    private final PhraseRules rules;

    /** A text as a placement shows it: in user-perceived characters, where it is cut. */
    public record TextFit(int length, int limit, int fold, Cut cut) {}

    /** @param index which of the creative's media the mends are for */
    public record MediumMends(int index, List<Mend> mends) {}

    /**
     * @param devices {@code phone}, {@code tablet}, {@code desktop}
     * @param ratio width by height that its media have, the first shape it takes
     * @param bodies one for each of the creative's, or one that is empty; likewise the others
     * @param mends what makes media fit, for those that do not
     * @param runs whether it shows the creative; of a mix, some of it
     * @param shown how many combinations of a mix it shows; 1 for other formats that run
     * @param poster whether it shows a video's poster before it plays
     */
    public record PlacementFit(
            String code,
            String words,
            List<String> devices,
            double ratio,
            List<TextFit> bodies,
            List<TextFit> headlines,
            List<TextFit> descriptions,
            @Nullable TextFit brand,
            List<Misfit> misfits,
            List<MediumMends> mends,
            boolean runs,
            long shown,
            boolean poster) {}

    /**
     * @param format its words there; null when the network takes no such format
     * @param counts too few, too many, and cards that break a rule, wherever it shows
     * @param placements where the network shows creatives of this format
     * @param objectives words of those that take the format
     * @param ruledOut words of those that do not
     * @param notShownOn words of the network's other placements
     */
    public record NetworkFit(
            String network,
            String networkName,
            @Nullable String format,
            List<Misfit> counts,
            List<PlacementFit> placements,
            List<String> objectives,
            List<String> ruledOut,
            List<String> notShownOn) {}

    /**
     * A format as any of the client's networks has it; limits are the widest of them.
     *
     * @param networks codes of those that have it
     * @param needs what it brings besides media and texts
     * @param standsOn what of a profile's own its ads stand on; empty where they bring their own texts and media
     * @param firstCard media from this one on stand on cards, counted from 0; −1 where there are no cards
     * @param priced whether each card is a product with a price
     * @param mostTexts most of each kind of text
     */
    public record FormatView(
            String code,
            String words,
            List<String> networks,
            boolean pictures,
            boolean videos,
            int mostMedia,
            Need needs,
            List<Promoted> standsOn,
            int firstCard,
            boolean priced,
            int mostTexts,
            int mostActions) {}

    /** All formats of the client's networks. */
    public List<FormatView> formats(String clientId) {
        Map<String, FormatView> formats = new LinkedHashMap<>();
        for (Rulebook rulebook : accounts.rulebooks(clientId)) {
            for (FormatRule f : rulebook.formats()) {
                formats.merge(f.code(), view(f, rulebook), CreativeFits::wider);
            }
        }
        return List.copyOf(formats.values());
    }

    private static FormatView view(FormatRule f, Rulebook rulebook) {
        CardRule cards = f.cards();
        MixRule mix = f.code().equals(Creative.MIX) ? rulebook.mix() : null;
        return new FormatView(
                f.code(),
                f.words(),
                List.of(rulebook.code()),
                f.pictures(),
                f.videos(),
                f.mostMedia(),
                f.needs(),
                f.standsOn(),
                cards == null ? -1 : cards.first(),
                cards != null && cards.priced(),
                mix == null ? 1 : mix.mostTexts(),
                mix == null ? 1 : mix.mostCallsToAction());
    }

    private static FormatView wider(FormatView a, FormatView b) {
        return new FormatView(
                a.code(),
                a.words(),
                Stream.concat(a.networks().stream(), b.networks().stream()).toList(),
                a.pictures() || b.pictures(),
                a.videos() || b.videos(),
                Math.max(a.mostMedia(), b.mostMedia()),
                a.needs(),
                Stream.concat(a.standsOn().stream(), b.standsOn().stream())
                        .distinct()
                        .toList(),
                Math.max(a.firstCard(), b.firstCard()),
                a.priced() || b.priced(),
                Math.max(a.mostTexts(), b.mostTexts()),
                Math.max(a.mostActions(), b.mostActions()));
    }

    /**
     * @param combinations ads the parts can make; 1 when it is no mix
     * @param actions calls to action that networks with this format offer, by code
     * @param unknownTokens names of tokens that nothing fills
     */
    public record FitView(
            List<NetworkFit> networks,
            @Nullable String linkFault,
            long combinations,
            List<Choice> actions,
            List<String> unknownTokens) {}

    FitView of(String clientId, Creative draft) {
        boolean filled = draft.texts().anyMatch(t -> !Tokens.of(t).isEmpty());
        Map<String, List<String>> values = filled ? rules.values(clientId) : Map.of();
        Creative longest = draft.withTexts(t -> Tokens.longest(t, values));
        List<Rulebook> rulebooks = accounts.rulebooks(clientId);
        Map<String, Choice> actions = new LinkedHashMap<>();
        rulebooks.stream()
                .filter(r -> r.format(draft.format()).isPresent())
                .flatMap(r -> r.callsToAction().stream())
                .forEach(a -> actions.putIfAbsent(a.code(), a));
        return new FitView(
                rulebooks.stream().map(r -> network(longest, r)).toList(),
                draft.link().isBlank() ? null : LandingLink.fault(draft.link()).orElse(null),
                draft.mixes() ? Mix.count(draft) : 1,
                List.copyOf(actions.values()),
                draft.texts()
                        .flatMap(t -> Tokens.unknown(t, AdTokens.KNOWN).stream())
                        .distinct()
                        .toList());
    }

    /** On how many placements a creative runs, and how many of the client's networks take such a one. */
    public record Standing(int runs, int placements) {}

    /** How many stand, without the whys. */
    List<Standing> standing(String clientId, List<Creative> creatives) {
        Map<String, List<String>> values = rules.values(clientId);
        List<Rulebook> rulebooks = accounts.rulebooks(clientId);
        return creatives.stream()
                .map(c -> {
                    Creative longest = c.withTexts(t -> Tokens.longest(t, values));
                    int runs = 0;
                    int placements = 0;
                    for (Rulebook r : rulebooks) {
                        NetworkFit fit = network(longest, r);
                        placements += fit.placements().size();
                        runs += fit.counts().isEmpty()
                                ? (int) fit.placements().stream()
                                        .filter(PlacementFit::runs)
                                        .count()
                                : 0;
                    }
                    return new Standing(runs, placements);
                })
                .toList();
    }

    /**
     * A phrase with its length as long as it can become, in user-perceived characters.
     *
     * @param shownOn placements of the client's networks that show such a text
     * @param troubles those of them where it is too long or cut, the tightest first
     */
    public record PhraseView(
            String code,
            CopyDeck.Kind kind,
            String text,
            String angle,
            String language,
            @Nullable SaidBy source,
            List<String> usedBy,
            int length,
            int shownOn,
            List<Trouble> troubles) {}

    List<PhraseView> of(String clientId, List<Phrase> phrases) {
        PhraseRules.Rules deck = rules.of(clientId);
        return phrases.stream()
                .map(p -> view(p, deck.reach(p.kind(), p.text())))
                .toList();
    }

    private static PhraseView view(Phrase p, Reach reach) {
        return new PhraseView(
                p.code(),
                p.kind(),
                p.text(),
                p.angle(),
                p.language(),
                p.source(),
                p.usedBy(),
                reach.length(),
                reach.shownOn(),
                reach.troubles());
    }

    /** How a creative stands on one network, its texts as they are. */
    public static NetworkFit network(Creative creative, Rulebook rulebook) {
        Optional<FormatRule> format = rulebook.format(creative.format());
        List<String> shows = format.map(FormatRule::placements).orElse(List.of());
        return new NetworkFit(
                rulebook.code(),
                rulebook.name(),
                format.map(FormatRule::words).orElse(null),
                format.map(f -> CreativeFit.counts(creative, f, rulebook.mix())).orElse(List.of()),
                format.stream()
                        .flatMap(f -> shows.stream()
                                .flatMap(p -> rulebook.placement(p).stream())
                                .map(p -> placement(creative, f, p)))
                        .toList(),
                objectives(rulebook, creative.format(), true),
                objectives(rulebook, creative.format(), false),
                rulebook.placements().stream()
                        .filter(p -> !shows.contains(p.code()))
                        .map(PlacementRule::words)
                        .toList());
    }

    private static List<String> objectives(Rulebook rulebook, String format, boolean taking) {
        return rulebook.objectives().stream()
                .filter(o -> o.formats().contains(format) == taking)
                .map(ObjectiveRule::words)
                .toList();
    }

    private static PlacementFit placement(Creative creative, FormatRule format, PlacementRule placement) {
        Verdict verdict = CreativeFit.judge(creative, format, placement);
        List<MediumMends> mends = new ArrayList<>();
        for (int i = 0; i < creative.media().size(); i++) {
            Medium medium = creative.media().get(i);
            FileRule rule = CreativeFit.rule(medium, i, format, placement);
            List<Mend> found = rule == null ? List.of() : Mend.of(medium, rule);
            if (!found.isEmpty()) {
                mends.add(new MediumMends(i, found));
            }
        }
        TextRule brand = placement.brand();
        long shown = creative.mixes() ? Mix.shown(creative, verdict.misfits()) : verdict.runs() ? 1 : 0;
        return new PlacementFit(
                placement.code(),
                placement.words(),
                placement.devices(),
                shape(creative, placement),
                fits(creative.bodies(), placement.body()),
                fits(creative.headlines(), placement.headline()),
                fits(creative.descriptions(), placement.description()),
                brand == null ? null : fit(creative.brand(), brand),
                verdict.misfits(),
                mends,
                verdict.runs(),
                shown,
                placement.video() != null && placement.video().poster());
    }

    private static double shape(Creative creative, PlacementRule placement) {
        boolean video = !creative.media().isEmpty() && creative.media().get(0).video() != null;
        return Stream.of(
                        video ? placement.video() : placement.picture(),
                        video ? placement.picture() : placement.video())
                .filter(r -> r != null)
                .map(r -> r.ratios().get(0))
                .map(Ratio::value)
                .findFirst()
                .orElse(1.0);
    }

    private static List<TextFit> fits(List<String> texts, TextRule rule) {
        return (texts.isEmpty() ? List.of("") : texts)
                .stream().map(t -> fit(t, rule)).toList();
    }

    private static TextFit fit(String text, TextRule rule) {
        return new TextFit(TextLength.of(text), rule.limit(), rule.fold(), TextLength.cutAt(text, rule.fold()));
    }
}
