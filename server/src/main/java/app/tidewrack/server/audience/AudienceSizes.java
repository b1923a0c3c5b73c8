package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import java.util.List;
import java.util.Set;
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

    /** One for each audience, in the same order. */
    List<AudienceSize> of(String clientId, Account account, List<AudienceDefinition> audiences) {
        NetworkConnector connector = networks.connector(account.network());
        List<AudienceSize> sizes =
                connector.sizes(opened(connector, account, audiences), there(clientId, account, audiences));
        return requireEach(account, audiences, sizes);
    }

    private static List<AudienceSize> requireEach(
            Account account, List<AudienceDefinition> audiences, List<AudienceSize> sizes) {
        if (sizes.size() != audiences.size()) {
            throw new NetworkRefused(
                    account.network(),
                    "it told %d sizes of %d audiences.".formatted(sizes.size(), audiences.size()),
                    null);
        }
        return sizes;
    }

    Overlaps overlaps(String clientId, Account account, List<AudienceDefinition> audiences) {
        NetworkConnector connector = networks.connector(account.network());
        return connector.overlaps(opened(connector, account, audiences), there(clientId, account, audiences));
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
