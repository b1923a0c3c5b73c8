package app.tidewrack.server.plan;

import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.TokenValues;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanInspector.Surroundings;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Values that tokens have in a client's plans, by which names are read back. */
@Component
class KnownTokens {
    private final PlanDesk desk;
    private final Networks networks;

    KnownTokens(PlanDesk desk, Networks networks) {
        this.desk = desk;
        this.networks = networks;
    }

    Map<Token, Set<String>> of(String clientId, Surroundings around) {
        Map<Token, Set<String>> known = new EnumMap<>(Token.class);
        add(known, Token.CLIENT, around.clientName());
        around.accounts().values().forEach(a -> {
            add(known, Token.ACCOUNT, a.name());
            add(known, Token.NETWORK, a.network());
            add(known, Token.NETWORK_NAME, networks.rulebook(a.network()).name());
        });
        around.creatives().values().forEach(c -> TokenValues.ofColumn(c, 1).forEach((t, v) -> add(known, t, v)));
        for (PlanDesk.PlanLine line : desk.plans(clientId)) {
            Plan plan = desk.plan(clientId, line.id()).plan();
            add(known, Token.PLAN, plan.name());
            plan.campaigns().forEach(c -> add(known, c, around));
        }
        return known;
    }

    private static void add(Map<Token, Set<String>> known, Campaign campaign, Surroundings around) {
        TokenValues.ofCampaign(campaign.facts()).forEach((t, v) -> add(known, t, v));
        campaign.rows().forEach(row -> {
            var audience = around.audiences().get(row.audienceId());
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
