package app.tidewrack.server.source;

import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceMapper.OnAccount;
import app.tidewrack.server.source.SourceMapper.Stored;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Audiences name sources by our own ids; each account's network knows them by its own. */
@Component
@RequiredArgsConstructor
public class SourceTerms {
    private static final Set<TermKind> WITH_SOURCE = Set.of(TermKind.SOURCE, TermKind.LOOKALIKE);

    private final SourceLibrary library;
    private final SourceMapper mapper;
    private final Networks networks;

    /** The audience as the account's network takes it; sources by rule are made there where they are not yet. */
    public AudienceDefinition on(String clientId, Account account, AudienceDefinition audience) {
        if (audience.terms().stream().map(Term::kind).noneMatch(WITH_SOURCE::contains)) {
            return audience;
        }
        return named(audience, id -> library.onAccount(clientId, id, account));
    }

    /** The audience as the account's network tells it, with our own ids of sources; those that are none of ours keep theirs. */
    public AudienceDefinition ours(String clientId, Account account, AudienceDefinition audience) {
        Map<String, String> ids = mapper.onAccounts(clientId).stream()
                .filter(o -> o.accountId().equals(account.id()))
                .collect(Collectors.toMap(OnAccount::externalId, OnAccount::sourceId));
        return named(audience, id -> ids.getOrDefault(id, id));
    }

    private static AudienceDefinition named(AudienceDefinition audience, UnaryOperator<String> id) {
        UnaryOperator<Term> renamed = t -> WITH_SOURCE.contains(t.kind()) ? renamed(t, id) : t;
        return new AudienceDefinition(
                audience.places(),
                audience.placesLeftOut(),
                audience.presence(),
                audience.ages(),
                audience.gender(),
                audience.conditions().stream()
                        .map(c -> new AnyOf(c.terms().stream().map(renamed).toList()))
                        .toList(),
                audience.leftOut().stream().map(renamed).toList());
    }

    private static Term renamed(Term term, UnaryOperator<String> id) {
        int colon = term.code().indexOf(':');
        String source = colon < 0 ? term.code() : term.code().substring(0, colon);
        String rest = colon < 0 ? "" : term.code().substring(colon);
        return new Term(term.kind(), id.apply(source) + rest);
    }

    /** A client's sources by id, as far as temperatures go. */
    public Map<String, SourceKind> kinds(String clientId) {
        return mapper.all(clientId).stream().collect(Collectors.toMap(Stored::id, Stored::kind));
    }

    /** Words of terms on a network; sources, and lookalikes of them, by the client's names. */
    public Function<Term, String> words(String clientId, String network) {
        Map<String, String> names = mapper.all(clientId).stream().collect(Collectors.toMap(Stored::id, Stored::name));
        Function<Term, String> offered = networks.termWords(network);
        return term -> WITH_SOURCE.contains(term.kind()) ? words(names, term.code()) : offered.apply(term);
    }

    private static String words(Map<String, String> names, String code) {
        String[] parts = code.split(":");
        String name = names.getOrDefault(parts[0], parts[0]);
        return parts.length < 3 ? name : "%s %% of %s most like %s".formatted(parts[2], parts[1], name);
    }
}
