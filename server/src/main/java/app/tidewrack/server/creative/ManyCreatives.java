package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Crossing;
import app.tidewrack.core.creative.Crossing.Pick;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.creative.CopyDeck.Phrase;
import app.tidewrack.server.creative.CreativeFits.Standing;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.creative.CreativeLibrary.Named;
import app.tidewrack.server.creative.CreativeMapper.Stored;
import app.tidewrack.server.creative.ReplacementMapper.Before;
import app.tidewrack.server.creative.ReplacementMapper.BeforeAll;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is done to many creatives at once: crossed from media and phrases, or one part replaced wherever it stands. */
@Service
@RequiredArgsConstructor
class ManyCreatives {
    /** Of two that would be called the same, one gets a number. */
    private static final int ROOM_FOR_A_NUMBER = 5;

    private final CreativeLibrary library;
    private final CreativeMapper mapper;
    private final ReplacementMapper replacements;
    private final CreativeFits fits;
    private final CopyDeck deck;
    private final MediaLibrary media;

    /** @param crossing media and codes of phrases; the rest is the same for all */
    record CrossBody(Crossing crossing, String description, String callToAction, String link) {}

    /**
     * @param existing id of one that is just the same and there already; null for one that is new
     * @param standing on how many placements it runs
     */
    record Crossed(
            String name,
            String sha256,
            String headline,
            String body,
            @Nullable String existing,
            Standing standing) {}

    /** What would be made, in the order of the crossing. */
    List<Crossed> look(String clientId, CrossBody body) {
        List<Named> drafts = drafts(clientId, body);
        Map<CreativeDraft, String> same = library.same(clientId);
        List<Standing> standing = fits.standing(
                clientId,
                drafts.stream()
                        .map(d -> library.creative(clientId, d.name(), d.draft()))
                        .toList());
        return IntStream.range(0, drafts.size())
                .mapToObj(i -> {
                    CreativeDraft draft = drafts.get(i).draft();
                    return new Crossed(
                            drafts.get(i).name(),
                            draft.media().get(0),
                            first(draft.headlines()),
                            first(draft.bodies()),
                            same.get(draft),
                            standing.get(i));
                })
                .toList();
    }

    private static String first(List<String> texts) {
        return texts.isEmpty() ? "" : texts.get(0);
    }

    /** Makes those that are not there yet. */
    List<KeptCreative> cross(String clientId, CrossBody body) {
        return library.addAll(clientId, drafts(clientId, body));
    }

    private List<Named> drafts(String clientId, CrossBody body) {
        Crossing crossing = body.crossing();
        crossing.require();
        Map<String, Medium> shelf = media.byHash(clientId);
        Map<String, String> texts = deck.all(clientId).stream().collect(Collectors.toMap(Phrase::code, Phrase::text));
        return crossing.picks().stream()
                .map(pick -> named(pick, body, shelf, texts))
                .toList();
    }

    private static Named named(Pick pick, CrossBody body, Map<String, Medium> shelf, Map<String, String> texts) {
        Medium medium = shelf.get(pick.medium());
        if (medium == null) {
            throw new NotFound("medium", pick.medium());
        }
        CreativeDraft draft = CreativeDraft.picture(
                medium.sha256(),
                text(texts, pick.body()),
                text(texts, pick.headline()),
                body.description(),
                body.callToAction(),
                body.link().strip());
        return new Named(
                pick.name(medium.baseName(), CreativeLibrary.LONGEST_NAME - ROOM_FOR_A_NUMBER),
                medium.video() == null ? draft : draft.in(Creative.SINGLE_VIDEO));
    }

    private static String text(Map<String, String> texts, String code) {
        if (code.isEmpty()) {
            return "";
        }
        String text = texts.get(code);
        if (text == null) {
            throw new NotFound("phrase", code);
        }
        return text;
    }

    /**
     * @param part a text, the media or the link
     * @param from the text, hash or link as it stands
     * @param to what stands there instead
     */
    record ReplaceBody(Slot part, String from, String to) {}

    /** Parts that can be replaced. */
    enum Slot {
        MEDIA,
        HEADLINE,
        BODY,
        DESCRIPTION,
        LINK
    }

    /**
     * One creative in which something stands that is to be replaced.
     *
     * @param columns columns of plans that show it
     * @param has whether it has the new one already, and so is left as it is
     */
    record Replaceable(String id, String name, int columns, boolean has, Standing before, Standing after) {}

    /** Where something stands, and how each creative would fit before and after. */
    List<Replaceable> look(String clientId, ReplaceBody body) {
        require(clientId, body);
        List<Stored> found = found(clientId, body);
        List<Creative> before = found.stream()
                .map(s -> library.creative(clientId, s.name(), s.content()))
                .toList();
        List<Creative> after = found.stream()
                .map(s -> library.creative(clientId, s.name(), replaced(s, body).orElse(s.content())))
                .toList();
        List<Standing> was = fits.standing(clientId, before);
        List<Standing> is = fits.standing(clientId, after);
        return IntStream.range(0, found.size())
                .mapToObj(i -> {
                    Stored s = found.get(i);
                    return new Replaceable(
                            s.id(), s.name(), s.columns(), replaced(s, body).isEmpty(), was.get(i), is.get(i));
                })
                .toList();
    }

    private void require(String clientId, ReplaceBody body) {
        if (body.from().equals(body.to())) {
            throw new Refusal("to", "“%s” would be replaced by itself.".formatted(body.to()), "Choose another.");
        }
        if (body.part() == Slot.MEDIA) {
            boolean videoBefore = media.medium(clientId, body.from()).video() != null;
            Medium next = media.medium(clientId, body.to());
            if (videoBefore != (next.video() != null)) {
                throw new Refusal(
                        "to",
                        "“%s” is a %s.".formatted(next.fileName(), videoBefore ? "picture" : "video"),
                        "Choose a %s.".formatted(videoBefore ? "video" : "picture"));
            }
        } else if (body.to().isBlank() && body.part() != Slot.LINK
                || body.to().length() > CreativeLibrary.LONGEST_TEXT) {
            throw new Refusal(
                    "to",
                    "The new text has %,d characters.".formatted(body.to().length()),
                    "Write 1 to %,d.".formatted(CreativeLibrary.LONGEST_TEXT));
        }
    }

    private List<Stored> found(String clientId, ReplaceBody body) {
        return mapper.all(clientId).stream()
                .filter(s -> s.content().of(body.part()).contains(body.from()))
                .toList();
    }

    /** Nothing where the new one stands beside the old one already. */
    private static Optional<CreativeDraft> replaced(Stored stored, ReplaceBody body) {
        List<String> values = stored.content().of(body.part());
        return values.contains(body.to())
                ? Optional.empty()
                : Optional.of(stored.content()
                        .with(
                                body.part(),
                                values.stream()
                                        .map(v -> v.equals(body.from()) ? body.to() : v)
                                        .toList()));
    }

    /**
     * @param id by which it is undone
     * @param changed names of creatives that were changed
     */
    record Replaced(String id, List<String> changed) {}

    /** @throws Refusal when nothing is left to replace */
    @Transactional
    Replaced replace(String clientId, ReplaceBody body, Set<String> creativeIds) {
        mapper.holdDeck(clientId);
        require(clientId, body);
        List<Before> before = new ArrayList<>();
        List<String> changed = new ArrayList<>();
        for (Stored stored : found(clientId, body)) {
            Optional<CreativeDraft> next = replaced(stored, body);
            if (creativeIds.contains(stored.id()) && next.isPresent()) {
                mapper.update(
                        clientId,
                        new Stored(stored.id(), stored.name(), next.get(), stored.version(), stored.columns()));
                before.add(new Before(stored.id(), stored.version() + 1, stored.content()));
                changed.add(stored.name());
            }
        }
        if (changed.isEmpty()) {
            throw new Refusal("creativeIds", "It stands in none of them any more.", "Look again.");
        }
        String id = Ids.fresh();
        replacements.insert(clientId, id, new BeforeAll(before));
        replacements.forget(clientId);
        return new Replaced(id, changed);
    }

    /**
     * @param restored names of creatives that are as they were
     * @param left names of those that were changed since, and are left as they are
     */
    record Undone(List<String> restored, List<String> left) {}

    @Transactional
    Undone undo(String clientId, String id) {
        mapper.holdDeck(clientId);
        BeforeAll before = replacements.before(clientId, id).orElseThrow(() -> new NotFound("replacement", id));
        Map<String, Stored> now =
                mapper.all(clientId).stream().collect(Collectors.toMap(Stored::id, Function.identity()));
        List<String> restored = new ArrayList<>();
        List<String> left = new ArrayList<>();
        for (Before was : before.creatives()) {
            Stored is = now.get(was.creativeId());
            if (is == null) {
                // One that was removed since is not brought back.
                continue;
            }
            if (is.version() == was.version()) {
                mapper.update(clientId, new Stored(is.id(), is.name(), was.draft(), is.version(), is.columns()));
                restored.add(is.name());
            } else {
                left.add(is.name());
            }
        }
        replacements.delete(clientId, id);
        return new Undone(restored, left);
    }
}
