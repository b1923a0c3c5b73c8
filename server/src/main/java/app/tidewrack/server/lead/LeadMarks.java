package app.tidewrack.server.lead;

import app.tidewrack.connector.Leads.ChatLine;
import app.tidewrack.core.lead.PersonMarks;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.lead.LeadMapper.Unmarked;
import app.tidewrack.server.lead.Leads.Content;
import app.tidewrack.server.person.Keyed;
import app.tidewrack.server.web.SqlArray;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps by what the person of a lead is known again: addresses and numbers of all their answers and lines, as keyed hashes. */
@Component
@RequiredArgsConstructor
public class LeadMarks {
    /** Leads of an earlier version are there when the server starts, and later none. */
    private static final Duration EVERY = Duration.ofMinutes(10);

    private final LeadMapper mapper;
    private final Keyed keyed;
    private final Agencies agencies;
    private final TransactionTemplate transaction;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> markLeads(ObjectProvider<LeadMarks> marks) {
            return Jobs.every("mark-leads", EVERY, () -> marks.getObject().markOld());
        }
    }

    void keep(String clientId, String leadId, Content content) {
        List<String> texts = Stream.concat(
                        content.answers().values().stream(),
                        content.lines().stream().filter(ChatLine::fromPerson).map(ChatLine::text))
                .toList();
        String marks = PersonMarks.of(texts, country()).stream()
                .map(m -> keyed.of(clientId, m))
                .collect(SqlArray.literal());
        mapper.mark(clientId, leadId, marks);
    }

    /** Of numbers that name none: where the agency is, by its language; of none where that names no country. */
    private String country() {
        return agencies.agency()
                .map(a -> Locale.forLanguageTag(a.language()).getCountry())
                .filter(c -> !c.isEmpty())
                .orElse("ZZ");
    }

    public void markOld() {
        boolean more = true;
        while (more) {
            more = Boolean.TRUE.equals(transaction.execute(t -> {
                List<Unmarked> some = mapper.unmarked();
                some.forEach(l -> {
                    keep(l.clientId(), l.id(), l.content());
                    mapper.setMarked(l.clientId(), l.id());
                });
                return !some.isEmpty();
            }));
        }
    }
}
