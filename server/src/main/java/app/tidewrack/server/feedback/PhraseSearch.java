package app.tidewrack.server.feedback;

import app.tidewrack.core.feedback.FoundPhrase;
import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.feedback.PhraseFinder;
import app.tidewrack.core.feedback.Said;
import app.tidewrack.server.feedback.FeedbackMapper.Content;
import app.tidewrack.server.feedback.FeedbackMapper.Found;
import app.tidewrack.server.feedback.FeedbackMapper.Search;
import app.tidewrack.server.feedback.FeedbackMapper.TextOf;
import app.tidewrack.server.job.WantedWork;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.IntPredicate;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Seeks the phrases in all that a client's customers said; whatever comes or goes meanwhile stops it, and it begins anew. */
@Component
@RequiredArgsConstructor
class PhraseSearch {
    private static final Logger LOG = LoggerFactory.getLogger(PhraseSearch.class);
    private static final String SEEK = "seek-phrases";

    private final FeedbackMapper mapper;
    private final TransactionTemplate transaction;
    private final WantedWork work;

    @Configuration
    static class Definition {
        @Bean
        Task<String> seekPhrases(WantedWork work, ObjectProvider<PhraseSearch> search) {
            return work.task(SEEK, clientId -> search.getObject().carryOut(clientId));
        }
    }

    void begin(String clientId) {
        work.want(SEEK, clientId);
    }

    private Optional<Duration> carryOut(String clientId) {
        Optional<Search> behind = mapper.search(clientId).filter(Search::behind);
        if (behind.isEmpty()) {
            return Optional.empty();
        }
        int wanted = behind.get().wanted();
        try {
            List<Found> found = found(clientId, new Told(clientId, wanted));
            transaction.executeWithoutResult(t -> keep(clientId, wanted, found));
        } catch (CancellationException somethingElseIsWanted) {
            LOG.info("Phrases of {} are sought anew", clientId);
        }
        // Once more, for what was wanted meanwhile.
        return Optional.of(Duration.ZERO);
    }

    private void keep(String clientId, int wanted, List<Found> found) {
        if (mapper.finish(clientId, wanted) > 0) {
            mapper.forget(clientId);
            if (!found.isEmpty()) {
                mapper.keep(clientId, found);
            }
        }
    }

    private List<Found> found(String clientId, Told told) {
        List<Found> found = new ArrayList<>();
        Language[] languages = Language.values();
        for (int i = 0; i < languages.length; i++) {
            Language language = languages[i];
            int before = i;
            List<Said> said = said(mapper.texts(clientId, language.tag()));
            int place = 0;
            for (FoundPhrase phrase : PhraseFinder.find(
                    said, language, percent -> told.test((100 * before + percent) / languages.length))) {
                found.add(new Found(language.tag(), place++, new Content(phrase)));
            }
        }
        return found;
    }

    /** Texts with people numbered through all collections: of the same number in two nothing is known. */
    private static List<Said> said(List<TextOf> texts) {
        Map<String, Map<Integer, Integer>> people = new HashMap<>();
        int[] next = {0};
        return texts.stream()
                .map(t -> new Said(
                        people.computeIfAbsent(t.feedbackId(), f -> new HashMap<>())
                                .computeIfAbsent(t.person(), p -> next[0]++),
                        t.text(),
                        t.stars(),
                        t.feedbackId()))
                .toList();
    }

    /** Keeps how far it is, each percent once; says no once something else is wanted. */
    private final class Told implements IntPredicate {
        private final String clientId;
        private final int wanted;
        private int last = -1;

        Told(String clientId, int wanted) {
            this.clientId = clientId;
            this.wanted = wanted;
        }

        @Override
        public boolean test(int percent) {
            if (percent == last) {
                return true;
            }
            last = percent;
            return mapper.tell(clientId, wanted, percent) > 0;
        }
    }
}
