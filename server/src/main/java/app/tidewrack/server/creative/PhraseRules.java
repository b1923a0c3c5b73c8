package app.tidewrack.server.creative;

import app.tidewrack.core.creative.AdTokens;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.Tokens;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.creative.CopyDeck.Kind;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** How phrases stand on the placements of a client's networks, as long as the client's towns make them. */
@Component
@RequiredArgsConstructor
public class PhraseRules {
    private final ClientMapper clients;
    private final AudienceLibrary audiences;
    private final Accounts accounts;

    /**
     * Where a phrase is refused or cut.
     *
     * @param where network and placement
     */
    public record Trouble(String where, int limit, int fold) {}

    /**
     * @param length as long as it can become, in user-perceived characters
     * @param shownOn placements of the client's networks that show such a text
     * @param troubles those of them where it is too long or cut, the tightest first
     */
    public record Reach(int length, int shownOn, List<Trouble> troubles) {}

    /** Of a client, read once for many phrases. */
    public record Rules(Map<String, List<String>> values, Map<Kind, List<Trouble>> placements) {
        public Reach reach(Kind kind, String text) {
            int length = TextLength.of(Tokens.longest(text, values));
            List<Trouble> shown = placements.getOrDefault(kind, List.of());
            return new Reach(
                    length,
                    shown.size(),
                    shown.stream().filter(r -> length > r.fold()).toList());
        }
    }

    public Rules of(String clientId) {
        Map<Kind, List<Trouble>> placements = new EnumMap<>(Kind.class);
        for (Kind kind : Kind.values()) {
            placements.put(kind, placements(clientId, kind));
        }
        return new Rules(values(clientId), placements);
    }

    private List<Trouble> placements(String clientId, Kind kind) {
        return accounts.rulebooks(clientId).stream()
                .flatMap(r -> r.placements().stream().map(p -> {
                    TextRule rule = switch (kind) {
                        case BODY -> p.body();
                        case HEADLINE -> p.headline();
                        case DESCRIPTION -> p.description();
                    };
                    return new Trouble(r.name() + " " + p.words().toLowerCase(Locale.ROOT), rule.limit(), rule.fold());
                }))
                .filter(t -> t.limit() > 0)
                .sorted(Comparator.comparingInt(Trouble::limit).thenComparingInt(Trouble::fold))
                .toList();
    }

    /** What tokens may stand for, over all audiences of the client. */
    Map<String, List<String>> values(String clientId) {
        String client = clients.byId(clientId).name();
        Map<String, AudienceOffer> offers = accounts.offers(clientId);
        Map<String, Set<String>> values = new HashMap<>(Map.of(AdTokens.CLIENT, Set.of(client)));
        audiences.byId(clientId).values().forEach(a -> {
            AudienceOffer offer = offers.get(a.accountId());
            if (offer != null) {
                AdTokens.of(a.definition(), client, offer)
                        .forEach((token, value) -> values.merge(token, Set.of(value), (x, y) -> {
                            Set<String> both = new LinkedHashSet<>(x);
                            both.addAll(y);
                            return both;
                        }));
            }
        });
        return values.entrySet().stream().collect(Collectors.toMap(Map.Entry::getKey, e -> List.copyOf(e.getValue())));
    }
}
