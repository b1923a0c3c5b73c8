package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.creative.CreativeMapper.Stored;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.form.ScriptLibrary;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A client's creatives. */
@Service
@RequiredArgsConstructor
public class CreativeLibrary {
    /** Longest text that is kept at all; networks' own limits are far below and are findings, not refusals. */
    static final int LONGEST_TEXT = 5_000;

    private static final Set<Part> VARIED =
            Set.of(Part.MEDIA, Part.BODY, Part.HEADLINE, Part.DESCRIPTION, Part.CALL_TO_ACTION);

    private static final int MOST_OF_A_PART = 30;
    static final int LONGEST_NAME = 80;

    private final CreativeMapper mapper;
    private final MediaLibrary media;
    private final FormLibrary forms;
    private final ScriptLibrary scripts;

    /** @param columns columns of plans that use it */
    public record KeptCreative(Creative creative, int version, int columns) {}

    /** All that creatives refer to, read once. */
    private record Shelves(
            Map<String, Medium> media,
            Map<String, LeadForm> forms,
            Map<String, ChatScript> chats,
            Map<String, DirectMessage> messages) {}

    private Shelves shelves(String clientId) {
        return new Shelves(
                media.byHash(clientId), forms.byId(clientId), scripts.chats(clientId), scripts.messages(clientId));
    }

    public List<KeptCreative> all(String clientId) {
        Shelves shelves = shelves(clientId);
        return mapper.all(clientId).stream().map(s -> read(s, shelves)).toList();
    }

    /** Only those named. */
    public Map<String, Creative> byId(String clientId, Set<String> ids) {
        Shelves shelves = shelves(clientId);
        return mapper.some(clientId, "{" + String.join(",", ids) + "}").stream()
                .map(s -> read(s, shelves).creative())
                .collect(Collectors.toMap(Creative::id, Function.identity()));
    }

    public Map<String, Creative> byId(String clientId) {
        return all(clientId).stream()
                .map(KeptCreative::creative)
                .collect(Collectors.toMap(Creative::id, Function.identity()));
    }

    /**
     * Those of some ids, in their order.
     *
     * @throws NotFound when the client has not one of them
     */
    public List<Creative> named(String clientId, List<String> ids) {
        Map<String, Creative> known = byId(clientId);
        return ids.stream()
                .map(id -> Optional.ofNullable(known.get(id)).orElseThrow(() -> new NotFound("creative", id)))
                .toList();
    }

    /** A draft as a creative, with what it refers to. */
    public Creative creative(String clientId, String name, CreativeDraft draft) {
        return read("", name, draft, shelves(clientId, draft));
    }

    /** Only what a draft refers to: it is asked for with every key that is typed. */
    private Shelves shelves(String clientId, CreativeDraft draft) {
        Map<String, Medium> named = new HashMap<>();
        draft.media().forEach(sha -> media.find(clientId, sha).ifPresent(m -> named.put(sha, m)));
        boolean scripted = draft.scriptId() != null;
        return new Shelves(
                named,
                draft.formId() == null ? Map.of() : forms.byId(clientId),
                scripted ? scripts.chats(clientId) : Map.of(),
                scripted ? scripts.messages(clientId) : Map.of());
    }

    /** @throws Refusal when the name is taken, a text is over {@link #LONGEST_TEXT}, or something named is not there */
    public KeptCreative add(String clientId, String name, CreativeDraft draft) {
        Stored stored = stored(clientId, Ids.fresh(), 1, name, draft);
        mapper.insert(clientId, stored);
        return one(clientId, stored.id());
    }

    /** @throws Conflict when it was changed meanwhile */
    public KeptCreative change(String clientId, String id, int version, String name, CreativeDraft draft) {
        one(clientId, id);
        if (mapper.update(clientId, stored(clientId, id, version, name, draft)) == 0) {
            throw new Conflict("This creative was changed by someone else meanwhile. Load it again and repeat.");
        }
        return one(clientId, id);
    }

    /**
     * Makes copies of a creative that differ in one part alone, one for each value: a test of that part.
     *
     * @param part media, a text or the call to action
     * @param values hashes of media, texts or codes
     * @throws Refusal when the part is another, or there are no values or too many
     */
    @Transactional
    public List<KeptCreative> vary(String clientId, String id, Part part, List<String> values) {
        requireVaried(part);
        if (values.isEmpty() || values.size() > MOST_OF_A_PART || new HashSet<>(values).size() < values.size()) {
            throw new Refusal(
                    "values",
                    "There are %d values; 1 to %d different ones are taken.".formatted(values.size(), MOST_OF_A_PART),
                    "Choose some.");
        }
        Stored from = mapper.byId(clientId, id).orElseThrow(() -> new NotFound("creative", id));
        Map<String, Medium> shelf = media.byHash(clientId);
        List<KeptCreative> made = new ArrayList<>();
        for (String value : values) {
            Medium medium = shelf.get(value);
            String suffix = part == Part.MEDIA && medium != null ? medium.fileName() : value;
            made.add(add(
                    clientId,
                    freeName(clientId, from.name(), suffix),
                    from.content().with(part, value)));
        }
        return made;
    }

    private static void requireVaried(Part part) {
        if (!VARIED.contains(part)) {
            throw new Refusal("part", "The %s cannot be varied.".formatted(part), "Choose media, a text or the call.");
        }
    }

    /**
     * Makes a copy of a creative in which one part is left open: more like it, with something new.
     *
     * @param part media, a text or the call to action
     * @throws Refusal when the part is another
     */
    @Transactional
    KeptCreative like(String clientId, String id, Part part) {
        requireVaried(part);
        Stored from = mapper.byId(clientId, id).orElseThrow(() -> new NotFound("creative", id));
        String other = "other " + part.name().toLowerCase(Locale.ROOT).replace('_', ' ');
        return add(
                clientId, freeName(clientId, from.name(), other), from.content().without(part));
    }

    /** A draft by its name. */
    public record Named(String name, CreativeDraft draft) {}

    /** Creatives that say and show just the same as a draft, by the draft. */
    Map<CreativeDraft, String> same(String clientId) {
        return same(mapper.all(clientId));
    }

    private static Map<CreativeDraft, String> same(List<Stored> creatives) {
        Map<CreativeDraft, String> same = new HashMap<>();
        creatives.forEach(s -> same.putIfAbsent(s.content(), s.id()));
        return same;
    }

    /** What names are taken, in small letters: the next of a name is one that none of these is. */
    private static Set<String> names(List<Stored> creatives) {
        return creatives.stream()
                .map(s -> s.name().toLowerCase(Locale.ROOT))
                .collect(Collectors.toCollection(HashSet::new));
    }

    private static String free(String name, Set<String> taken) {
        String free = name;
        for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
            free = name + " " + n;
        }
        return free;
    }

    /**
     * Makes many in one go; where one that is just the same is there already, that one is given. Whoever else does so at the same time
     * waits, and then finds these.
     *
     * @return in the order in which they were given
     */
    @Transactional
    public List<KeptCreative> addAll(String clientId, List<Named> drafts) {
        mapper.holdDeck(clientId);
        List<Stored> there = mapper.all(clientId);
        Map<CreativeDraft, String> same = same(there);
        Set<String> taken = names(there);
        List<String> ids = new ArrayList<>();
        for (Named named : drafts) {
            String known = same.get(named.draft());
            if (known == null) {
                known = Ids.fresh();
                String name = CampaignFacts.checkedName(free(named.name(), taken));
                mapper.insert(clientId, new Stored(known, name, named.draft(), 1, 0));
                same.put(named.draft(), known);
            }
            ids.add(known);
        }
        Map<String, KeptCreative> all = all(clientId).stream()
                .collect(Collectors.toMap(k -> k.creative().id(), Function.identity()));
        return ids.stream().map(all::get).filter(Objects::nonNull).toList();
    }

    private String freeName(String clientId, String base, String suffix) {
        String start = shortened(base, LONGEST_NAME / 2) + ", " + shortened(suffix, LONGEST_NAME / 2 - 6);
        return free(start, names(mapper.all(clientId)));
    }

    private static String shortened(String text, int most) {
        String line = text.strip().replaceAll("\\s+", " ");
        int end = line.offsetByCodePoints(0, Math.min(most, line.codePointCount(0, line.length())));
        return end < line.length() ? line.substring(0, end).stripTrailing() + "…" : line;
    }

    /** @throws Refusal when columns still use it */
    public void remove(String clientId, String id) {
        KeptCreative kept = one(clientId, id);
        if (kept.columns() > 0) {
            throw new Refusal(
                    "creative",
                    "%s is used by %d columns.".formatted(kept.creative().name(), kept.columns()),
                    "Remove these columns first.");
        }
        mapper.delete(clientId, id);
    }

    private Stored stored(String clientId, String id, int version, String name, CreativeDraft draft) {
        String checked = CampaignFacts.checkedName(name);
        if (mapper.all(clientId).stream().anyMatch(c -> c.name().equalsIgnoreCase(checked) && !c.id().equals(id))) {
            throw new Refusal("name", "Another creative is called “%s”.".formatted(checked), "Choose another name.");
        }
        requireMeasure("body", draft.bodies());
        requireMeasure("headline", draft.headlines());
        requireMeasure("description", draft.descriptions());
        requireMeasure("callToAction", draft.callsToAction());
        requireMeasure("media", draft.media());
        requireMeasure("link", List.of(draft.link(), draft.brand(), draft.post()));
        requireMeasure(
                "cards",
                draft.cards().stream()
                        .flatMap(c -> Stream.of(c.text(), c.price(), c.link()))
                        .toList());
        requireThere(clientId, draft);
        CreativeDraft stripped = new CreativeDraft(
                draft.format(),
                draft.media(),
                draft.bodies(),
                draft.headlines(),
                draft.descriptions(),
                draft.callsToAction(),
                draft.link().strip(),
                draft.brand(),
                draft.post().strip(),
                draft.cards(),
                draft.formId(),
                draft.scriptId());
        return new Stored(id, checked, stripped, version, 0);
    }

    private void requireThere(String clientId, CreativeDraft draft) {
        Shelves shelves = shelves(clientId);
        draft.media().stream()
                .filter(sha -> !shelves.media().containsKey(sha))
                .findFirst()
                .ifPresent(sha -> {
                    throw new NotFound("medium", sha);
                });
        String form = draft.formId();
        if (form != null && !shelves.forms().containsKey(form)) {
            throw new NotFound("lead form", form);
        }
        String script = draft.scriptId();
        if (script != null
                && !shelves.chats().containsKey(script)
                && !shelves.messages().containsKey(script)) {
            throw new NotFound("script", script);
        }
    }

    private static void requireMeasure(String field, List<String> texts) {
        if (texts.size() > MOST_OF_A_PART * 3) {
            throw new Refusal(
                    field,
                    "There are %d of %s; the most that is kept is %d.".formatted(texts.size(), field, MOST_OF_A_PART),
                    "Take some out.");
        }
        for (String text : texts) {
            if (text.length() > LONGEST_TEXT) {
                throw new Refusal(
                        field,
                        "The %s has %,d characters; the most that is kept is %,d."
                                .formatted(field, text.length(), LONGEST_TEXT),
                        "Shorten it.");
            }
        }
    }

    private KeptCreative one(String clientId, String id) {
        return read(mapper.byId(clientId, id).orElseThrow(() -> new NotFound("creative", id)), shelves(clientId));
    }

    private KeptCreative read(Stored s, Shelves shelves) {
        return new KeptCreative(read(s.id(), s.name(), s.content(), shelves), s.version(), s.columns());
    }

    private static Creative read(String id, String name, CreativeDraft d, Shelves shelves) {
        String script = Objects.requireNonNullElse(d.scriptId(), "");
        return new Creative(
                id,
                name,
                d.format(),
                d.media().stream()
                        .map(shelves.media()::get)
                        .filter(Objects::nonNull)
                        .toList(),
                d.bodies(),
                d.headlines(),
                d.descriptions(),
                d.callsToAction(),
                d.link(),
                d.brand(),
                d.post(),
                d.cards(),
                shelves.forms().get(Objects.requireNonNullElse(d.formId(), "")),
                shelves.chats().get(script),
                shelves.messages().get(script));
    }
}
