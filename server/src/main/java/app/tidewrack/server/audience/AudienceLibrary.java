package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.network.OfferedAudience;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.server.audience.AudienceMapper.Stored;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import app.tidewrack.server.web.Conflict;
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

/** A client's audiences. Their size is asked of the network of their account when they are kept. */
@Service
@RequiredArgsConstructor
public class AudienceLibrary {
    private static final int MOST_AT_ONCE = 50;

    private final AudienceMapper mapper;
    private final Accounts accounts;
    private final ClientMapper clients;
    private final Networks networks;
    private final KnownSizes sizes;
    private final SizesLater later;
    private final SourceTerms sources;

    /**
     * @param accountId the account it is described on
     * @param size null while the network has not told it
     * @param tooSmall when its network would not run it
     * @param rows rows of plans that use it
     */
    public record Audience(
            String id,
            String accountId,
            String name,
            Temperature temperature,
            AudienceDefinition definition,
            @Nullable AudienceSize size,
            boolean tooSmall,
            int version,
            int rows) {}

    /** What is kept of an audience that is new or changed. */
    public record Wanted(String accountId, String name, AudienceDefinition definition) {}

    public List<Audience> all(String clientId) {
        List<Audience> all = read(clientId, mapper.all(clientId));
        if (all.stream().anyMatch(a -> a.size() == null)) {
            later.ask(clientId);
        }
        return all;
    }

    /** Only those named. */
    public Map<String, Audience> byId(String clientId, Set<String> ids) {
        return read(clientId, mapper.some(clientId, "{" + String.join(",", ids) + "}")).stream()
                .collect(Collectors.toMap(Audience::id, Function.identity()));
    }

    public Map<String, Audience> byId(String clientId) {
        return all(clientId).stream().collect(Collectors.toMap(Audience::id, Function.identity()));
    }

    /**
     * Those of some ids, in their order.
     *
     * @throws NotFound when the client has not one of them
     */
    public List<Audience> named(String clientId, List<String> ids) {
        Map<String, Audience> known = byId(clientId);
        return ids.stream()
                .map(id -> Optional.ofNullable(known.get(id)).orElseThrow(() -> new NotFound("audience", id)))
                .toList();
    }

    /** @throws Refusal when the name is not legal or another audience has it, or the network does not offer what is asked */
    public Audience add(String clientId, Wanted wanted) {
        return add(clientId, List.of(wanted)).get(0);
    }

    /** Adds all or none. */
    @Transactional
    public List<Audience> add(String clientId, List<Wanted> wanted) {
        if (wanted.size() > MOST_AT_ONCE) {
            throw new Refusal(
                    "audiences",
                    "There are %d audiences; the most at once is %d.".formatted(wanted.size(), MOST_AT_ONCE),
                    "Make some first and the rest after them.");
        }
        List<Stored> added = new ArrayList<>();
        for (Wanted one : wanted) {
            Stored stored = stored(clientId, Ids.fresh(), one, 1);
            mapper.insert(clientId, stored);
            added.add(stored);
        }
        return read(clientId, added);
    }

    /** @throws Conflict when it was changed meanwhile */
    @Transactional
    public Audience change(String clientId, String id, int version, Wanted wanted) {
        byId(clientId, id);
        if (mapper.update(clientId, stored(clientId, id, wanted, version)) == 0) {
            throw new Conflict("This audience was changed by someone else meanwhile. Load it again and repeat.");
        }
        return byId(clientId, id);
    }

    /** @throws Refusal when rows still use it */
    public void remove(String clientId, String id) {
        Audience audience = byId(clientId, id);
        if (audience.rows() > 0) {
            throw new Refusal(
                    "audience",
                    "%s is used by %d rows.".formatted(audience.name(), audience.rows()),
                    "Remove these rows first.");
        }
        mapper.delete(clientId, id);
    }

    /** @throws NotFound when the client has no such audience */
    public Audience byId(String clientId, String id) {
        return mapper.byId(clientId, id)
                .map(a -> read(clientId, List.of(a)).get(0))
                .orElseThrow(() -> new NotFound("audience", id));
    }

    /** Rows that talk to an audience, fifty at most. */
    List<AudienceMapper.Use> uses(String clientId, String id) {
        return mapper.uses(clientId, id);
    }

    private Stored stored(String clientId, String id, Wanted wanted, int version) {
        Account account = accounts.account(clientId, wanted.accountId());
        OfferedAudience.require(
                wanted.definition(), networks.rulebook(account.network()).audience());
        String checked = CampaignFacts.checkedName(wanted.name());
        boolean taken =
                mapper.all(clientId).stream().anyMatch(a -> a.name().equalsIgnoreCase(checked) && !a.id().equals(id));
        if (taken) {
            throw new Refusal("name", "Another audience is called “%s”.".formatted(checked), "Choose another name.");
        }
        askSize(clientId, account, wanted.definition());
        return new Stored(id, account.id(), checked, wanted.definition(), version, 0);
    }

    /** A network that is away is asked once it is back, one that tells none never. */
    private void askSize(String clientId, Account account, AudienceDefinition definition) {
        if (networks.byHand(account.network())) {
            return;
        }
        try {
            sizes.ask(clientId, account, List.of(definition));
        } catch (NetworkAway away) {
            later.ask(clientId);
        }
    }

    /**
     * What audiences are judged by.
     *
     * @param kinds of the client's sources
     * @param least people that each account's network runs from
     */
    private record Known(Map<String, SourceKind> kinds, Map<String, Integer> least) {}

    private Known known(String clientId) {
        Map<String, Integer> least = clients.accounts(clientId).stream()
                .collect(Collectors.toMap(
                        Account::id,
                        a -> networks.rulebook(a.network()).audience().leastPeople()));
        return new Known(sources.kinds(clientId), least);
    }

    private List<Audience> read(String clientId, List<Stored> stored) {
        Known known = known(clientId);
        List<@Nullable AudienceSize> told = sizes.known(clientId, stored);
        return IntStream.range(0, stored.size())
                .mapToObj(i -> read(stored.get(i), told.get(i), known))
                .toList();
    }

    private static Audience read(Stored stored, @Nullable AudienceSize size, Known known) {
        AudienceDefinition definition = stored.definition();
        return new Audience(
                stored.id(),
                stored.accountId(),
                stored.name(),
                Temperature.of(definition, known.kinds()),
                definition,
                size,
                size != null && (size.fewer() || size.people() < known.least().getOrDefault(stored.accountId(), 0)),
                stored.version(),
                stored.rows());
    }
}
