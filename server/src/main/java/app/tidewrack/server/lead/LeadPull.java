package app.tidewrack.server.lead;

import app.tidewrack.connector.Leads.ChatTold;
import app.tidewrack.connector.Leads.LeadTold;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Pages;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.lead.LeadMapper.Fresh;
import app.tidewrack.server.lead.Leads.Content;
import app.tidewrack.server.lead.Leads.Kind;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Ids;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings leads and chats in, each account from its stored cursor: a page and its cursor are kept in one transaction, and the
 * network's own number keeps any from coming twice.
 */
@Service
@RequiredArgsConstructor
public class LeadPull {
    private static final Duration EVERY = Duration.ofSeconds(5);
    /** The ready question that what a person shows of themselves in a chat answers. */
    private static final String FIRST_NAME = "first-name";

    private final LeadMapper mapper;
    private final LeadMarks marks;
    private final ClientMapper clients;
    private final FormLibrary forms;
    private final Networks networks;
    private final TransactionTemplate transaction;
    private final Rounds rounds;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> pullLeads(ObjectProvider<LeadPull> pull) {
            return Jobs.every("pull-leads", EVERY, () -> pull.getObject().begin());
        }
    }

    private Round<AccountOfClient> round() {
        return new Round<>("Leads", AccountOfClient::network, AccountOfClient::id, this::pull);
    }

    private void begin() {
        rounds.begin(round(), clients.accountsWithLiveItems());
    }

    /** All accounts that have something on a network; one whose network is away is left for the next time. */
    public void pullAll() {
        Rounds.through(round(), clients.accountsWithLiveItems());
    }

    private void pull(AccountOfClient account) {
        for (Kind kind : Kind.values()) {
            boolean more = true;
            while (more) {
                more = Boolean.TRUE.equals(transaction.execute(t -> page(account, kind)));
            }
        }
    }

    private boolean page(AccountOfClient account, Kind kind) {
        mapper.beginCursor(account.clientId(), account.id(), kind);
        long cursor = mapper.holdCursor(account.clientId(), account.id(), kind);
        NetworkConnector network = networks.connector(account.network());
        List<Fresh> page = kind == Kind.FORM
                ? forms(
                        account,
                        Pages.onward(
                                account.network(), cursor, network.leads(account.externalId(), cursor), LeadTold::seq))
                : chats(
                        account,
                        Pages.onward(
                                account.network(), cursor, network.chats(account.externalId(), cursor), ChatTold::seq));
        if (page.isEmpty()) {
            return false;
        }
        for (Fresh lead : page) {
            if (mapper.insert(account.clientId(), lead) > 0) {
                marks.keep(account.clientId(), lead.id(), lead.content());
                mapper.queue(account.clientId(), lead.id());
            }
        }
        long last = page.get(page.size() - 1).networkSeq();
        mapper.setCursor(account.clientId(), account.id(), kind, last);
        return true;
    }

    private List<Fresh> forms(AccountOfClient account, List<LeadTold> told) {
        Map<String, LeadForm> known = told.isEmpty() ? Map.of() : forms.byExternalId(account.clientId(), account.id());
        return told.stream()
                .map(l -> {
                    LeadForm form = known.get(l.form());
                    return new Fresh(
                            Ids.fresh(),
                            account.id(),
                            Kind.FORM,
                            l.seq(),
                            l.adId(),
                            form == null ? null : form.id(),
                            form == null ? null : form.version(),
                            l.at(),
                            new Content(l.answers(), List.of()));
                })
                .toList();
    }

    private List<Fresh> chats(AccountOfClient account, List<ChatTold> told) {
        return told.stream()
                .map(c -> new Fresh(
                        Ids.fresh(),
                        account.id(),
                        Kind.CHAT,
                        c.seq(),
                        c.adId(),
                        null,
                        null,
                        c.at(),
                        new Content(c.name() == null ? Map.of() : Map.of(FIRST_NAME, c.name()), c.lines())))
                .toList();
    }
}
