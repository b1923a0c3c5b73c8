package app.tidewrack.server.creative;

import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.feedback.Feeling;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.creative.CreativeMapper.StoredPhrase;
import app.tidewrack.server.web.JsonColumn;
import app.tidewrack.server.web.NotFound;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * A client's bodies, headlines and descriptions with short codes, such as H2. Creatives hold texts of their own; a phrase that is
 * changed here is changed with it in the creatives where it stands as a whole.
 */
@Service
@RequiredArgsConstructor
public class CopyDeck {
    private static final int MOST_AT_ONCE = 500;
    private static final int LONGEST_WORD = 60;

    private final CreativeMapper mapper;
    private final CreativeLibrary creatives;

    public enum Kind {
        BODY("B", "bodies"),
        HEADLINE("H", "headlines"),
        DESCRIPTION("D", "descriptions");

        private final String letter;
        private final String slot;

        Kind(String letter, String slot) {
            this.letter = letter;
            this.slot = slot;
        }

        private List<String> in(Creative creative) {
            return switch (this) {
                case BODY -> creative.bodies();
                case HEADLINE -> creative.headlines();
                case DESCRIPTION -> creative.descriptions();
            };
        }
    }

    /**
     * @param code such as {@code H2}
     * @param angle what it plays on, in a word or two; may be empty
     * @param language code such as {@code da}; may be empty
     * @param source what customers said that it was written from; null where it was not
     * @param usedBy names of creatives where it stands
     */
    public record Phrase(
            String code,
            Kind kind,
            String text,
            String angle,
            String language,
            @Nullable SaidBy source,
            List<String> usedBy) {}

    /**
     * What customers said, as it was when a phrase was written from it.
     *
     * @param words the phrase that was found
     * @param people who had said it
     */
    @JsonColumn
    public record SaidBy(Feeling feeling, String words, int people) {}

    /**
     * A phrase to be added or changed.
     *
     * @param source stays what it was with a change
     */
    public record Wording(
            Kind kind,
            String text,
            String angle,
            String language,
            @Nullable SaidBy source) {}

    /** The codes by text, for names and links. */
    public CopyCodes codes(String clientId) {
        return new CopyCodes(mapper.phrases(clientId).stream()
                .collect(Collectors.groupingBy(
                        p -> Part.valueOf(p.kind().name()),
                        Collectors.toMap(StoredPhrase::text, CopyDeck::code, (first, again) -> first))));
    }

    public List<Phrase> all(String clientId) {
        List<KeptCreative> all = creatives.all(clientId);
        return mapper.phrases(clientId).stream().map(p -> read(p, all)).toList();
    }

    /**
     * Adds phrases in their order; a text that is there already is passed over.
     *
     * @throws Refusal when one is empty or too long; none is added then
     */
    @Transactional
    public List<Phrase> add(String clientId, List<Wording> wordings) {
        if (wordings.size() > MOST_AT_ONCE) {
            throw new Refusal(
                    "text",
                    "There are %d phrases; the most at once is %d.".formatted(wordings.size(), MOST_AT_ONCE),
                    "Add them in parts.");
        }
        mapper.holdDeck(clientId);
        Set<String> known = new HashSet<>();
        mapper.phrases(clientId).forEach(p -> known.add(p.kind() + p.text()));
        for (Wording w : wordings) {
            StoredPhrase phrase = checked(w, mapper.lastNumber(clientId, w.kind()) + 1);
            if (known.add(phrase.kind() + phrase.text())) {
                mapper.insertPhrase(clientId, phrase);
            }
        }
        return all(clientId);
    }

    /** Changes a phrase, and with it the creatives where it stands. */
    @Transactional
    public List<Phrase> change(String clientId, String code, Wording wording) {
        mapper.holdDeck(clientId);
        StoredPhrase now = stored(clientId, code);
        StoredPhrase wanted = checked(
                new Wording(now.kind(), wording.text(), wording.angle(), wording.language(), now.source()),
                now.number());
        boolean taken = mapper.phrases(clientId).stream()
                .anyMatch(p -> p.kind() == now.kind() && p.text().equals(wanted.text()) && p.number() != now.number());
        if (taken) {
            throw new Refusal("text", "“%s” is in the deck already.".formatted(wanted.text()), "Use that one.");
        }
        mapper.updatePhrase(clientId, wanted);
        if (!now.text().equals(wanted.text())) {
            mapper.replace(clientId, now.kind().slot, now.text(), wanted.text());
        }
        return all(clientId);
    }

    /** Takes a phrase out of the deck; creatives keep their texts. */
    public List<Phrase> remove(String clientId, String code) {
        StoredPhrase phrase = stored(clientId, code);
        mapper.deletePhrase(clientId, phrase.kind(), phrase.number());
        return all(clientId);
    }

    private StoredPhrase stored(String clientId, String code) {
        return mapper.phrases(clientId).stream()
                .filter(p -> code(p).equals(code))
                .findFirst()
                .orElseThrow(() -> new NotFound("phrase", code));
    }

    private static StoredPhrase checked(Wording w, int number) {
        String text = w.text().strip();
        if (text.isEmpty() || text.length() > CreativeLibrary.LONGEST_TEXT) {
            throw new Refusal(
                    "text",
                    "A %s has %,d characters; 1 to %,d are kept."
                            .formatted(
                                    w.kind().name().toLowerCase(Locale.ROOT),
                                    text.length(),
                                    CreativeLibrary.LONGEST_TEXT),
                    text.isEmpty() ? "Write one." : "Shorten it.");
        }
        SaidBy source = w.source();
        if (source != null && source.words().length() > CreativeLibrary.LONGEST_TEXT) {
            throw new Refusal(
                    "source",
                    "The source has %,d characters; the most is %,d."
                            .formatted(source.words().length(), CreativeLibrary.LONGEST_TEXT),
                    "Leave it out.");
        }
        return new StoredPhrase(
                w.kind(), number, text, word("angle", w.angle()), word("language", w.language()), source);
    }

    private static String word(String field, String word) {
        if (word.length() > LONGEST_WORD) {
            throw new Refusal(
                    field,
                    "The %s has %d characters; the most is %d.".formatted(field, word.length(), LONGEST_WORD),
                    "Shorten it.");
        }
        return word.strip();
    }

    private static String code(StoredPhrase p) {
        return p.kind().letter + p.number();
    }

    private static Phrase read(StoredPhrase p, List<KeptCreative> creatives) {
        Kind kind = p.kind();
        List<String> users = new ArrayList<>();
        creatives.stream()
                .filter(c -> kind.in(c.creative()).contains(p.text()))
                .forEach(c -> users.add(c.creative().name()));
        return new Phrase(code(p), kind, p.text(), p.angle(), p.language(), p.source(), users);
    }
}
