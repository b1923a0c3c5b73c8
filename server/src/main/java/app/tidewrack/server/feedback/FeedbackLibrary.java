package app.tidewrack.server.feedback;

import app.tidewrack.core.feedback.FoundPhrase;
import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.feedback.Scrub;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.feedback.FeedbackMapper.FeedbackCollection;
import app.tidewrack.server.feedback.FeedbackMapper.Search;
import app.tidewrack.server.feedback.FeedbackMapper.Text;
import app.tidewrack.server.feedback.FeedbackMapper.TextCounts;
import app.tidewrack.server.feedback.FeedbackReader.Columns;
import app.tidewrack.server.feedback.FeedbackReader.Row;
import app.tidewrack.server.lead.LeadAnswers;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** A client's collections of what customers said. Who said it is taken out before anything is kept. */
@Service
@RequiredArgsConstructor
public class FeedbackLibrary {
    /** Texts that are kept for a client. */
    static final int MOST_TEXTS = 100_000;

    private static final int DONE = 100;
    private static final int MOST_BEHIND = 99;
    private static final int LONGEST_TEXT = 10_000;
    private static final int LONGEST_NAME = 100;
    private static final int BATCH = 1_000;

    private final FeedbackMapper mapper;
    private final FeedbackReader reader;
    private final LeadAnswers leads;
    private final PhraseSearch search;
    private final TransactionTemplate transaction;

    /** Where it was said. */
    public enum Kind {
        REVIEWS,
        COMMENTS,
        CHATS,
        ANSWERS
    }

    /** Why a text was not kept. */
    enum Aside {
        EMPTY,
        TOO_LONG,
        OTHER_LANGUAGE
    }

    /** @param percent how far the search for phrases is; 100 once it is done */
    record FeedbackView(List<FeedbackCollection> collections, int percent) {}

    FeedbackView view(String clientId) {
        Search now = mapper.search(clientId).orElse(new Search(0, 0, 0));
        if (now.behind()) {
            // What was wanted as the last search ended may have found its task still there.
            search.begin(clientId);
        }
        return new FeedbackView(
                mapper.collections(clientId), now.behind() ? Math.min(MOST_BEHIND, now.percent()) : DONE);
    }

    List<FoundPhrase> phrases(String clientId, String language) {
        return mapper.found(clientId, language).stream()
                .map(f -> f.content().phrase())
                .toList();
    }

    /**
     * Takes a file in and has phrases sought anew. What stands by itself in no language, is empty or too long is put aside and
     * counted; the rest is kept.
     *
     * @throws Refusal when nothing of it can be kept, or too much; nothing is kept then
     */
    public FeedbackView take(String clientId, String name, Kind kind, Columns columns, InputStream content)
            throws IOException {
        return keep(clientId, name, kind, reader.read(content, columns));
    }

    /** Takes in what the client's leads wrote in their own words, in forms and chats. */
    FeedbackView takeAnswers(String clientId, String name) {
        List<Row> rows = leads.all(clientId).stream()
                .map(a -> new Row(a.text(), null, a.who()))
                .toList();
        return keep(clientId, name, Kind.ANSWERS, rows);
    }

    private FeedbackView keep(String clientId, String name, Kind kind, List<Row> rows) {
        String called = name.strip();
        if (called.isEmpty() || called.length() > LONGEST_NAME) {
            throw new Refusal(
                    "name",
                    "The name has %d characters; 1 to %d are kept.".formatted(called.length(), LONGEST_NAME),
                    "Write another.");
        }
        Cleaning cleaning = new Cleaning();
        rows.forEach(cleaning::take);
        if (cleaning.texts.isEmpty()) {
            throw new Refusal(
                    "file",
                    "None of the %,d texts can be kept: %s.".formatted(rows.size(), cleaning.why()),
                    "Choose the column that holds what was said, in English, German, Danish or Dutch.");
        }
        FeedbackCollection collection = new FeedbackCollection(
                Ids.fresh(),
                called,
                kind,
                Instant.EPOCH,
                new TextCounts(cleaning.languages),
                new TextCounts(cleaning.asideByName()));
        transaction.executeWithoutResult(t -> {
            mapper.want(clientId);
            int had = mapper.countTexts(clientId);
            if (had + cleaning.texts.size() > MOST_TEXTS) {
                throw new Refusal(
                        "file",
                        "With these %,d texts there would be %,d; the most is %,d."
                                .formatted(cleaning.texts.size(), had + cleaning.texts.size(), MOST_TEXTS),
                        "Remove older ones first.");
            }
            mapper.insert(clientId, collection);
            for (int from = 0; from < cleaning.texts.size(); from += BATCH) {
                mapper.insertTexts(
                        clientId,
                        collection.id(),
                        cleaning.texts.subList(from, Math.min(cleaning.texts.size(), from + BATCH)));
            }
        });
        search.begin(clientId);
        return view(clientId);
    }

    /** Removes a collection with every sentence of it. */
    FeedbackView remove(String clientId, String id) {
        transaction.executeWithoutResult(t -> {
            mapper.want(clientId);
            if (mapper.delete(clientId, id) == 0) {
                throw new NotFound("feedback", id);
            }
            // Phrases show sentences, which are gone with it at once.
            mapper.forget(clientId);
        });
        search.begin(clientId);
        return view(clientId);
    }

    /** Rows as they come, made into what may be kept. */
    private static final class Cleaning {
        private final List<Text> texts = new ArrayList<>();
        private final Map<String, Integer> people = new HashMap<>();
        private final Map<String, Integer> languages = new TreeMap<>();
        private final Map<Aside, Integer> aside = new EnumMap<>(Aside.class);
        private int nameless;

        void take(Row row) {
            if (row.text().isBlank()) {
                putAside(Aside.EMPTY);
                return;
            }
            if (row.text().length() > LONGEST_TEXT) {
                putAside(Aside.TOO_LONG);
                return;
            }
            String clean = Scrub.clean(row.text(), List.of(row.who()));
            Optional<Language> language = Language.guess(clean);
            if (language.isEmpty()) {
                putAside(Aside.OTHER_LANGUAGE);
                return;
            }
            String tag = language.get().tag();
            languages.merge(tag, 1, Integer::sum);
            texts.add(new Text(texts.size(), person(row.who()), tag, row.stars(), clean));
        }

        /** A number in the order of coming; of the name itself nothing is kept. */
        private int person(String who) {
            String name = who.strip().toLowerCase(Locale.ROOT);
            if (name.isEmpty()) {
                nameless--;
                return nameless;
            }
            return people.computeIfAbsent(name, n -> people.size());
        }

        private void putAside(Aside why) {
            aside.merge(why, 1, Integer::sum);
        }

        Map<String, Integer> asideByName() {
            Map<String, Integer> byName = new TreeMap<>();
            aside.forEach((why, count) -> byName.put(why.name(), count));
            return byName;
        }

        String why() {
            List<String> words = new ArrayList<>();
            aside.forEach((why, count) -> words.add(
                    switch (why) {
                        case EMPTY -> "%,d empty".formatted(count);
                        case TOO_LONG -> "%,d of more than %,d characters".formatted(count, LONGEST_TEXT);
                        case OTHER_LANGUAGE -> "%,d in no language that is understood".formatted(count);
                    }));
            return words.isEmpty() ? "there are none" : String.join(", ", words);
        }
    }
}
