package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.server.audience.KnownSizeMapper.Known;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Asks a network for sizes; where an audience names something of the account's own, the account is opened first. */
@Component
@RequiredArgsConstructor
class AudienceSizes {
    private static final Set<TermKind> OF_ACCOUNT = Set.of(TermKind.TIE, TermKind.SOURCE, TermKind.LOOKALIKE);

    private final Accounts accounts;
    private final Networks networks;
    private final SourceTerms sources;
    private final KnownSizeMapper mapper;

    /** One for each audience, in the same order. */
    List<AudienceSize> of(String clientId, Account account, List<AudienceDefinition> audiences) {
        NetworkConnector connector = networks.connector(account.network());
        List<AudienceSize> sizes =
                connector.sizes(opened(connector, account, audiences), there(clientId, account, audiences));
        requireEach(account, audiences, sizes);
        refresh(clientId, account, audiences, sizes);
        return sizes;
    }

    /** What a network tells now is what is shown everywhere. */
    private void refresh(
            String clientId, Account account, List<AudienceDefinition> audiences, List<AudienceSize> sizes) {
        if (!sizes.isEmpty()) {
            mapper.refresh(clientId, account.id(), known(audiences, sizes));
        }
    }

    /** One for each definition, however often it was asked for. */
    static List<Known> known(List<AudienceDefinition> audiences, List<AudienceSize> sizes) {
        return IntStream.range(0, sizes.size())
                .mapToObj(i -> new Known(
                        audiences.get(i).hash(),
                        sizes.get(i).people(),
                        sizes.get(i).fewer()))
                .collect(Collectors.toMap(Known::hash, Function.identity(), (a, b) -> a))
                .values()
                .stream()
                .toList();
    }

    private static void requireEach(Account account, List<AudienceDefinition> audiences, List<AudienceSize> sizes) {
        if (sizes.size() != audiences.size()) {
            throw new NetworkRefused(
                    account.network(),
                    "it told %d sizes of %d audiences.".formatted(sizes.size(), audiences.size()),
                    null);
        }
    }

    Overlaps overlaps(String clientId, Account account, List<AudienceDefinition> audiences) {
        NetworkConnector connector = networks.connector(account.network());
        Overlaps overlaps =
                connector.overlaps(opened(connector, account, audiences), there(clientId, account, audiences));
        requireEach(account, audiences, overlaps.sizes());
        refresh(clientId, account, audiences, overlaps.sizes());
        return overlaps;
    }

    private List<AudienceDefinition> there(String clientId, Account account, List<AudienceDefinition> audiences) {
        return audiences.stream().map(a -> sources.on(clientId, account, a)).toList();
    }

    private @Nullable String opened(NetworkConnector connector, Account account, List<AudienceDefinition> audiences) {
        boolean ofAccount = audiences.stream()
                .flatMap(a -> a.terms().stream())
                .map(Term::kind)
                .anyMatch(OF_ACCOUNT::contains);
        if (!ofAccount) {
            return null;
        }
        connector.openAccount(accounts.order(account));
        return account.externalId();
    }
}
