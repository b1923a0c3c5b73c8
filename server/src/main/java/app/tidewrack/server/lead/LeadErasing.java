package app.tidewrack.server.lead;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.patience.Backoff;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.lead.LeadMapper.FoundBy;
import app.tidewrack.server.lead.LeadMapper.Keeping;
import app.tidewrack.server.lead.LeadMapper.Known;
import app.tidewrack.server.lead.LeadMapper.Notice;
import app.tidewrack.server.lead.LeadMapper.NoticeRow;
import app.tidewrack.server.lead.Leads.Kind;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.SqlArray;
import com.github.kagkarlsson.scheduler.task.Task;
import java.io.IOException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes people out of the leads: whoever asks, with all that they ever sent, and whoever was kept as long as the client says. Networks and
 * the receiver are told to do the same. That it was done is kept, without whom.
 */
@Service
@RequiredArgsConstructor
public class LeadErasing {
    private static final Duration EVERY = Duration.ofSeconds(10);
    private static final Duration KEEPING = Duration.ofHours(6);
    private static final int AT_ONCE = 1_000;
    private static final int MOST_TRIES = 12;
    private static final Backoff WAITS = new Backoff(Duration.ofSeconds(10), 3, Duration.ofHours(6));

    private final LeadMapper mapper;
    private final ClientMapper clients;
    private final Networks networks;
    private final LeadSending sending;
    private final TransactionTemplate transaction;
    private final SecureRandom random = new SecureRandom();

    @Configuration
    static class Definition {
        @Bean
        Task<Void> tellErasures(ObjectProvider<LeadErasing> erasing) {
            return Jobs.every("tell-erasures", EVERY, () -> erasing.getObject().tell());
        }

        @Bean
        Task<Void> letOldLeadsGo(ObjectProvider<LeadErasing> erasing) {
            return Jobs.every(
                    "let-old-leads-go", KEEPING, () -> erasing.getObject().letOldGo());
        }
    }

    /**
     * Erases all leads of the person of one.
     *
     * @return how many there were
     * @throws NotFound when there is no such lead
     */
    int person(String clientId, String leadId, String by) {
        return erase(clientId, by, () -> {
            List<Known> known = mapper.ofSamePerson(clientId, leadId);
            if (known.isEmpty()) {
                throw new NotFound("lead", leadId);
            }
            return known;
        });
    }

    /** Erases what was kept as long as it may be, by the networks' clock. */
    public void letOldGo() {
        Rounds.through(
                new Round<>("Old leads", Keeping::clientId, Keeping::clientId, k -> {
                    Instant before = networks.now().minus(Duration.ofDays(k.days()));
                    int erased = AT_ONCE;
                    while (erased == AT_ONCE) {
                        erased = erase(k.clientId(), null, () -> mapper.older(k.clientId(), before, AT_ONCE));
                    }
                }),
                mapper.keeping());
    }

    private interface Who {
        List<Known> known();
    }

    private int erase(String clientId, @Nullable String by, Who who) {
        Integer erased = transaction.execute(t -> {
            List<Known> known = who.known();
            if (!known.isEmpty()) {
                String id = Ids.fresh();
                mapper.noteErasure(clientId, id, by, known.size());
                Map<String, List<Known>> byAccount = known.stream()
                        .collect(Collectors.groupingBy(Known::accountId, TreeMap::new, Collectors.toList()));
                byAccount.forEach((account, own) -> mapper.noteNotice(
                        clientId,
                        id,
                        account,
                        new FoundBy(numbers(own, Kind.FORM), numbers(own, Kind.CHAT), List.of())));
                List<String> sent =
                        known.stream().filter(Known::sent).map(Known::id).toList();
                if (!sent.isEmpty()) {
                    mapper.noteNotice(clientId, id, "", new FoundBy(List.of(), List.of(), sent));
                }
                mapper.erase(clientId, known.stream().map(Known::id).collect(SqlArray.literal()));
            }
            return known.size();
        });
        return erased == null ? 0 : erased;
    }

    private static List<Long> numbers(List<Known> known, Kind kind) {
        return known.stream()
                .filter(k -> k.kind() == kind)
                .map(Known::networkSeq)
                .toList();
    }

    /** Tells networks and receivers what is due; those that do not answer are told again later. */
    void tell() {
        mapper.claimNotices().forEach(this::tell);
    }

    private void tell(Notice notice) {
        try {
            if (notice.accountId().isEmpty()) {
                int status =
                        sending.sendErasure(notice.clientId(), notice.foundBy().ids());
                if (status >= 200 && status < 300) {
                    mapper.noticed(notice, "TAKEN", null, 0);
                } else if (status >= 400 && status < 500) {
                    mapper.noticed(notice, "NOT_TAKEN", "The receiver answered %d.".formatted(status), 0);
                } else {
                    later(notice, "The receiver answered %d.".formatted(status));
                }
            } else {
                Account account = clients.account(notice.clientId(), notice.accountId())
                        .orElseThrow(() -> new NotFound("account", notice.accountId()));
                networks.connector(account.network())
                        .eraseLeads(
                                account.externalId(),
                                notice.foundBy().leads(),
                                notice.foundBy().chats());
                mapper.noticed(notice, "TAKEN", null, 0);
            }
        } catch (NetworkRefused | NotFound refused) {
            mapper.noticed(notice, "NOT_TAKEN", refused.getMessage(), 0);
        } catch (NetworkAway | IOException away) {
            later(notice, away.getMessage());
        }
    }

    private void later(Notice notice, @Nullable String problem) {
        String state = notice.tries() < MOST_TRIES ? "WAITING" : "NOT_TAKEN";
        mapper.noticed(
                notice, state, problem, WAITS.after(notice.tries(), random).toSeconds());
    }

    /** @param account its name; null for the receiver of leads */
    record ToldElsewhere(
            @Nullable String account,
            String state,
            @Nullable String problem) {}

    /**
     * That somebody was erased, without whom.
     *
     * @param by name of who did it; null where their time was over
     */
    record LeadErasure(String id, Instant at, @Nullable String by, int leads, List<ToldElsewhere> told) {}

    /** The newest 200. */
    List<LeadErasure> erasures(String clientId) {
        Map<String, List<ToldElsewhere>> told = mapper.notices(clientId).stream()
                .collect(Collectors.groupingBy(
                        NoticeRow::erasureId,
                        Collectors.mapping(
                                n -> new ToldElsewhere(n.account(), n.state(), n.problem()), Collectors.toList())));
        return mapper.erasures(clientId).stream()
                .map(e -> new LeadErasure(e.id(), e.at(), e.by(), e.leads(), told.getOrDefault(e.id(), List.of())))
                .toList();
    }
}
