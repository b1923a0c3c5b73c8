package app.tidewrack.server.audience;

import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.server.audience.AudienceMapper.Stored;
import app.tidewrack.server.audience.KnownSizeMapper.Known;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.web.SqlArray;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Sizes that networks told, remembered by definition, so that a sheet of many rows opens without asking for each. */
@Service
@RequiredArgsConstructor
public class KnownSizes {
    /** As many as a network answers in one call without delay. */
    private static final int AT_ONCE = 100;

    private final KnownSizeMapper mapper;
    private final AudienceSizes sizes;

    /** What is remembered of some definitions on an account, by their hash. */
    public Map<String, AudienceSize> known(String clientId, String accountId, Set<String> hashes) {
        return hashes.isEmpty()
                ? Map.of()
                : mapper.of(clientId, accountId, hashes.stream().collect(SqlArray.literal())).stream()
                        .collect(Collectors.toMap(Known::hash, k -> new AudienceSize(k.people(), k.fewer())));
    }

    /** What is remembered of audiences on the accounts they are described on, in the same order; null for what is not. */
    List<@Nullable AudienceSize> known(String clientId, List<Stored> audiences) {
        if (audiences.isEmpty()) {
            return List.of();
        }
        Map<List<String>, AudienceSize> known = mapper
                .ofClient(
                        clientId,
                        audiences.stream().map(a -> a.definition().hash()).collect(SqlArray.literal()))
                .stream()
                .collect(Collectors.toMap(
                        k -> List.of(k.accountId(), k.hash()), k -> new AudienceSize(k.people(), k.fewer())));
        List<@Nullable AudienceSize> sizes = new ArrayList<>();
        audiences.forEach(
                a -> sizes.add(known.get(List.of(a.accountId(), a.definition().hash()))));
        return sizes;
    }

    /** Asks the network for one size of each definition, in the same order, and remembers them. */
    public List<AudienceSize> ask(String clientId, Account account, List<AudienceDefinition> definitions) {
        List<AudienceSize> told = IntStream.iterate(0, i -> i < definitions.size(), i -> i + AT_ONCE)
                .mapToObj(i -> definitions.subList(i, Math.min(definitions.size(), i + AT_ONCE)))
                .flatMap(part -> sizes.of(clientId, account, part).stream())
                .toList();
        List<Known> known = AudienceSizes.known(definitions, told);
        if (!known.isEmpty()) {
            mapper.keep(clientId, account.id(), known);
        }
        return told;
    }

    /** People that definitions share on an account's network. */
    public Overlaps overlaps(String clientId, Account account, List<AudienceDefinition> definitions) {
        return sizes.overlaps(clientId, account, definitions);
    }

    /** Asks for those of the definitions that are not remembered yet. */
    public void askUnknown(String clientId, Account account, Set<AudienceDefinition> definitions) {
        Set<String> hashes = definitions.stream().map(AudienceDefinition::hash).collect(Collectors.toSet());
        Set<String> known = known(clientId, account.id(), hashes).keySet();
        List<AudienceDefinition> unknown =
                definitions.stream().filter(d -> !known.contains(d.hash())).toList();
        if (!unknown.isEmpty()) {
            ask(clientId, account, unknown);
        }
    }
}
