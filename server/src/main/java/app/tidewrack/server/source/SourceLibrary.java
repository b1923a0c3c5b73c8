package app.tidewrack.server.source;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Sources.SourceOrder;
import app.tidewrack.connector.Sources.SourceTold;
import app.tidewrack.connector.Sources.Traits;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.core.source.Window;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.Rights;
import app.tidewrack.server.source.SourceMapper.OnAccount;
import app.tidewrack.server.source.SourceMapper.Stored;
import app.tidewrack.server.source.SourceMapper.Unusable;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.JsonColumn;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A client's source audiences. One by rule is made on an account when that account first asks for it. */
@Service
@RequiredArgsConstructor
public class SourceLibrary {
    private final SourceMapper mapper;
    private final Accounts accounts;
    private final FormLibrary forms;
    private final Networks networks;

    /**
     * Who belongs to a source that is no list.
     *
     * @param event for a site: which event of the tag; for a form: {@code open} or {@code send}
     * @param subject which video by its content's hash, which form by our id, which profile by the network's
     * @param percent for a video: share watched, 0 for three seconds
     * @param window for a site: days since the last event; others: its end is how far back is looked
     */
    @JsonColumn
    public record Rule(
            @Nullable String event,
            @Nullable String subject,
            @Nullable Integer percent,
            Window window) {}

    /**
     * @param state {@code READING} rows, {@code SENDING} hashes, {@code READY} or {@code STOPPED}
     * @param rule null for a list
     * @param unusable rows that were not sent, by reason
     * @param on accounts that know it
     * @param usedBy names of audiences that ask for it or leave it out
     */
    public record Source(
            String id,
            String name,
            SourceKind kind,
            @Nullable Rule rule,
            String state,
            long rows,
            long duplicates,
            Map<String, Long> unusable,
            List<There> on,
            List<String> usedBy) {}

    /** @param matchRate for a list: matched of different hashes, 0 to 1 */
    public record There(
            String accountId, AudienceSize size, @Nullable Double matchRate) {}

    public List<Source> all(String clientId) {
        Map<String, List<OnAccount>> there =
                mapper.onAccounts(clientId).stream().collect(Collectors.groupingBy(OnAccount::sourceId));
        return mapper.all(clientId).stream()
                .map(s -> read(clientId, s, there.getOrDefault(s.id(), List.of())))
                .toList();
    }

    /** @throws NotFound when the client has no such source */
    public Source byId(String clientId, String id) {
        Stored stored = mapper.byId(clientId, id).orElseThrow(() -> new NotFound("source audience", id));
        return read(
                clientId,
                stored,
                mapper.onAccounts(clientId).stream()
                        .filter(o -> o.sourceId().equals(id))
                        .toList());
    }

    /**
     * Makes a source by rule, on one account at first.
     *
     * @throws Refusal when the account's network offers no such source
     */
    public Source add(String clientId, String name, SourceKind kind, Rule rule, String accountId) {
        if (kind == SourceKind.LIST) {
            throw new Refusal("kind", "A list is made of its rows.", "Send them.");
        }
        Account account = accounts.account(clientId, accountId);
        requireOffered(kind, account);
        String id = keep(clientId, name, kind, rule, "READY");
        try {
            onAccount(clientId, id, account);
        } catch (RuntimeException refused) {
            mapper.delete(clientId, id);
            throw refused;
        }
        return byId(clientId, id);
    }

    private void requireOffered(SourceKind kind, Account account) {
        List<String> offered = networks.rulebook(account.network()).audience().sources();
        if (!offered.contains(kind.name().toLowerCase(Locale.ROOT))) {
            throw new Refusal(
                    "kind",
                    "%s takes no source of this kind.".formatted(account.name()),
                    "Choose an account that does.");
        }
    }

    /** Keeps a list whose rows are about to be read. */
    String beginList(String clientId, String name) {
        return keep(clientId, name, SourceKind.LIST, null, "READING");
    }

    private String keep(String clientId, String name, SourceKind kind, @Nullable Rule rule, String state) {
        String checked = CampaignFacts.checkedName(name);
        if (mapper.all(clientId).stream().anyMatch(s -> s.name().equalsIgnoreCase(checked))) {
            throw new Refusal("name", "Another source is called “%s”.".formatted(checked), "Choose another name.");
        }
        String id = Ids.fresh();
        mapper.insert(clientId, new Stored(id, checked, kind, rule, state, 0, 0, Unusable.NONE));
        return id;
    }

    /**
     * The account's network's id of a source; one by rule is made there when it is not known yet and whoever asks may change things.
     *
     * @throws Refusal when it is a list that was not sent there, or may not be made
     */
    public String onAccount(String clientId, String id, Account account) {
        Optional<OnAccount> known = mapper.onAccounts(clientId).stream()
                .filter(o -> o.sourceId().equals(id) && o.accountId().equals(account.id()))
                .findFirst();
        if (known.isPresent()) {
            return known.get().externalId();
        }
        Stored stored = mapper.byId(clientId, id)
                .orElseThrow(() -> new Refusal("conditions", "There is no source “%s”.".formatted(id), "Take it out."));
        if (stored.kind() == SourceKind.LIST) {
            throw new Refusal(
                    "conditions",
                    "The list %s was not sent to %s.".formatted(stored.name(), account.name()),
                    "Import it for this account too, or take it out.");
        }
        if (!Rights.mayChange()) {
            throw new Refusal(
                    "conditions",
                    "The source %s is not on %s yet.".formatted(stored.name(), account.name()),
                    "Have a buyer of this client look at it first.");
        }
        requireOffered(stored.kind(), account);
        return create(clientId, stored, account);
    }

    /** Makes a source on the account's network, empty where it is a list, and keeps what is told of it. */
    String create(String clientId, String id, Account account) {
        return create(clientId, mapper.byId(clientId, id).orElseThrow(), account);
    }

    private String create(String clientId, Stored stored, Account account) {
        NetworkConnector connector = networks.connector(account.network());
        connector.openAccount(accounts.order(account));
        Rule rule = stored.rule();
        String externalId = connector.createSource(
                account.externalId(),
                clientId + "/" + stored.id() + "/" + account.id(),
                new SourceOrder(
                        stored.name(),
                        stored.kind().name().toLowerCase(Locale.ROOT),
                        rule == null ? null : rule.event(),
                        rule == null ? null : subject(clientId, stored, rule, account),
                        rule == null ? null : rule.percent(),
                        rule == null ? null : rule.window().from(),
                        rule == null ? null : rule.window().to()));
        told(clientId, stored.id(), account, connector.source(account.externalId(), externalId));
        return externalId;
    }

    /** Videos are known by their content, profiles by the network's id; forms are ours, and have another id on each account. */
    private @Nullable String subject(String clientId, Stored stored, Rule rule, Account account) {
        String subject = rule.subject();
        if (stored.kind() != SourceKind.FORM || subject == null) {
            return subject;
        }
        return forms.lastOnAccount(clientId, subject, account.id())
                .orElseThrow(() -> new Refusal(
                        "subject",
                        "No ad of %s has opened this form yet.".formatted(account.name()),
                        "Launch one first, or choose another account."));
    }

    /** Keeps what a network tells of a source. */
    void told(String clientId, String id, Account account, SourceTold told) {
        mapper.keep(
                clientId,
                new OnAccount(
                        id,
                        account.id(),
                        told.id(),
                        told.size().people(),
                        told.size().fewer(),
                        told.list() == null ? null : told.list().matchRate()));
    }

    /** Asks all networks that know a source how large it is now. */
    Source refreshed(String clientId, String id) {
        byId(clientId, id);
        mapper.onAccounts(clientId).stream()
                .filter(o -> o.sourceId().equals(id))
                .forEach(o -> {
                    Account account = accounts.account(clientId, o.accountId());
                    NetworkConnector connector = networks.connector(account.network());
                    told(clientId, id, account, connector.source(account.externalId(), o.externalId()));
                });
        return byId(clientId, id);
    }

    Source rename(String clientId, String id, String name) {
        byId(clientId, id);
        mapper.rename(clientId, id, CampaignFacts.checkedName(name));
        return byId(clientId, id);
    }

    /** @throws Refusal while an audience names it */
    void remove(String clientId, String id) {
        Source source = byId(clientId, id);
        if (!source.usedBy().isEmpty()) {
            throw new Refusal(
                    "source",
                    "%s is used by %s.".formatted(source.name(), String.join(", ", source.usedBy())),
                    "Take it out of these audiences first.");
        }
        mapper.delete(clientId, id);
    }

    /** What sets a source apart in a country, as the account's network sees it. */
    Traits traits(String clientId, String id, String accountId, String country) {
        Account account = accounts.account(clientId, accountId);
        String externalId = onAccount(clientId, id, account);
        return networks.connector(account.network()).traits(account.externalId(), externalId, country);
    }

    private Source read(String clientId, Stored stored, List<OnAccount> there) {
        return new Source(
                stored.id(),
                stored.name(),
                stored.kind(),
                stored.rule(),
                stored.state(),
                stored.rows(),
                stored.duplicates(),
                stored.unusable().rows(),
                there.stream()
                        .map(o -> new There(o.accountId(), new AudienceSize(o.people(), o.fewer()), o.matchRate()))
                        .toList(),
                mapper.usedBy(clientId, stored.id()));
    }
}
