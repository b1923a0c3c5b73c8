package app.tidewrack.server.frame;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.frame.Frame.Becomes;
import app.tidewrack.core.frame.Readability;
import app.tidewrack.core.frame.ReadingTime;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.PhraseRules;
import app.tidewrack.server.creative.PhraseRules.Reach;
import app.tidewrack.server.frame.Spelling.Looked;
import app.tidewrack.server.frame.Spelling.Mistake;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is said of texts while they are written. */
@Component
@RequiredArgsConstructor
class FrameLook {
    private static final int MOST_PARTS = 10;

    private final Accounts accounts;
    private final PhraseRules rules;
    private final Spelling spelling;

    record PartAsked(Becomes becomes, String text) {}

    /** @param network by whose rulebook */
    record RiskView(String network, String words, int from, int to) {}

    /**
     * @param reach how it stands on placements, of a headline or description; null for the others
     * @param seconds that it takes to be spoken
     */
    record PartLook(
            List<Mistake> mistakes,
            List<RiskView> risks,
            @Nullable Reach reach,
            double seconds) {}

    /**
     * @param body of all parts that become one; null where none does
     * @param bodyReach how that stands on placements
     * @param readability of all that is written; null while nothing is
     * @param noSpelling Debian's package without which no spelling is looked at; empty where it is
     */
    record Look(
            List<PartLook> parts,
            @Nullable String body,
            @Nullable Reach bodyReach,
            @Nullable Readability readability,
            String noSpelling) {}

    Look of(String clientId, String tag, List<PartAsked> parts) {
        Language language = Language.of(tag)
                .orElseThrow(() -> new Refusal(
                        "language",
                        "“%s” is no language that is understood.".formatted(tag),
                        "Take one of: %s."
                                .formatted(Stream.of(Language.values())
                                        .map(Language::tag)
                                        .collect(Collectors.joining(", ")))));
        if (parts.size() > MOST_PARTS) {
            throw new Refusal(
                    "parts",
                    "There are %d parts; the most is %d.".formatted(parts.size(), MOST_PARTS),
                    "Leave some out.");
        }
        List<String> texts = parts.stream().map(PartAsked::text).toList();
        texts.forEach(FrameDesk::requireText);
        Looked looked = spelling.look(texts, language);
        List<Rulebook> rulebooks = accounts.rulebooks(clientId);
        PhraseRules.Rules lengths = rules.of(clientId);
        List<PartLook> each = IntStream.range(0, parts.size())
                .mapToObj(i -> new PartLook(
                        looked.mistakes().get(i),
                        risks(rulebooks, texts.get(i)),
                        reach(lengths, parts.get(i)),
                        ReadingTime.seconds(texts.get(i), language)))
                .toList();
        String body = body(parts);
        return new Look(
                each,
                body,
                body == null ? null : lengths.reach(CopyDeck.Kind.BODY, body),
                Readability.of(String.join("\n", texts), language).orElse(null),
                looked.missing());
    }

    /** The parts of a body, a paragraph each. */
    private static @Nullable String body(List<PartAsked> parts) {
        List<PartAsked> of =
                parts.stream().filter(p -> p.becomes() == Becomes.BODY).toList();
        return of.isEmpty()
                ? null
                : of.stream()
                        .map(p -> p.text().strip())
                        .filter(t -> !t.isEmpty())
                        .collect(Collectors.joining("\n\n"));
    }

    private static List<RiskView> risks(List<Rulebook> rulebooks, String text) {
        List<RiskView> risks = new ArrayList<>();
        for (Rulebook r : rulebooks) {
            r.review().risks(text).forEach(k -> risks.add(new RiskView(r.name(), k.words(), k.from(), k.to())));
        }
        return risks;
    }

    private static @Nullable Reach reach(PhraseRules.Rules lengths, PartAsked part) {
        return switch (part.becomes()) {
            case HEADLINE -> lengths.reach(CopyDeck.Kind.HEADLINE, part.text());
            case DESCRIPTION -> lengths.reach(CopyDeck.Kind.DESCRIPTION, part.text());
            case BODY, SCRIPT -> null;
        };
    }
}
