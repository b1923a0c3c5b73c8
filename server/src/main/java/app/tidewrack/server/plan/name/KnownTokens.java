package app.tidewrack.server.plan.name;

import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.TokenValues;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Values that tokens have in a client's plans, by which names are read back. */
@Component
@RequiredArgsConstructor
class KnownTokens {
    private final PlanDesk desk;
    private final Networks networks;
    private final ClientMapper clients;
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final CopyDeck deck;

    Map<Token, Set<String>> of(String clientId) {
        Map<Token, Set<String>> known = new EnumMap<>(Token.class);
        add(known, Token.CLIENT, clients.byId(clientId).name());
        clients.accounts(clientId).forEach(a -> {
            add(known, Token.ACCOUNT, a.name());
            add(known, Token.NETWORK, a.network());
            add(known, Token.NETWORK_NAME, networks.name(a.network(), a.name()));
        });
        var codes = deck.codes(clientId);
        creatives
                .byId(clientId)
                .values()
                .forEach(c -> TokenValues.ofColumn(c, 1, codes).forEach((t, v) -> add(known, t, v)));
        Map<String, Audience> talkedTo = audiences.byId(clientId);
        for (PlanDesk.PlanLine line : desk.plans(clientId)) {
            Plan plan = desk.plan(clientId, line.id()).plan();
            add(known, Token.PLAN, plan.name());
            plan.campaigns().forEach(c -> add(known, c, talkedTo));
        }
        return known;
    }

    private static void add(Map<Token, Set<String>> known, Campaign campaign, Map<String, Audience> talkedTo) {
        TokenValues.ofCampaign(campaign.facts()).forEach((t, v) -> add(known, t, v));
        campaign.rows().forEach(row -> {
            Audience audience = Objects.requireNonNull(talkedTo.get(row.audienceId()));
            TokenValues.ofRow(row, 1, row.people(audience.definition()), audience.name())
                    .forEach((t, v) -> add(known, t, v));
        });
    }

    private static void add(Map<Token, Set<String>> known, Token token, String value) {
        if (!value.isBlank()) {
            known.computeIfAbsent(token, t -> new HashSet<>()).add(value);
        }
    }
}
