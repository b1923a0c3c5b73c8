package app.tidewrack.server.plan.edit;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.network.NearestAudience;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Carried;
import app.tidewrack.core.plan.Carried.Loss;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.audience.AudienceLibrary.Wanted;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import app.tidewrack.server.web.Ids;
import java.time.ZoneId;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Carries a campaign over to another account, with audiences as its network can take them. */
@Component
@RequiredArgsConstructor
public class CampaignCarrier {
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final Accounts accounts;
    private final Networks networks;
    private final SourceTerms sources;

    /** How an audience must differ on the other network. */
    record AudienceThere(String name, List<Difference> differences) {}

    /**
     * What would carry over and what would not.
     *
     * @param network the name of the other network
     */
    public record Foreseen(
            String network, int rows, int columns, int ads, List<Loss> losses, List<AudienceThere> audiences) {}

    public Foreseen foresee(String clientId, Campaign campaign, String accountId) {
        Map<String, NearestAudience> nearest = nearest(clientId, campaign, accountId);
        Map<String, Audience> known = audiences.byId(clientId);
        Carried carried = carry(
                clientId,
                campaign,
                accountId,
                id -> Optional.of(id)
                        .filter(i -> Objects.requireNonNull(nearest.get(i)).audience() != null));
        return new Foreseen(
                networks.rulebook(accounts.account(clientId, accountId).network())
                        .name(),
                carried.campaign().rows().size(),
                carried.campaign().columns().size(),
                carried.campaign().ads(),
                carried.losses(),
                nearest.entrySet().stream()
                        .filter(e -> !e.getValue().differences().isEmpty())
                        .map(e -> new AudienceThere(
                                Objects.requireNonNull(known.get(e.getKey())).name(),
                                e.getValue().differences()))
                        .toList());
    }

    /** The campaign on the other account; audiences that it lacks there are added. */
    Campaign make(String clientId, Campaign campaign, String accountId) {
        Map<String, NearestAudience> nearest = nearest(clientId, campaign, accountId);
        Map<String, Audience> known = audiences.byId(clientId);
        Map<String, String> there = new HashMap<>();
        nearest.forEach((id, found) -> {
            AudienceDefinition definition = found.audience();
            if (definition != null) {
                there.put(id, there(clientId, accountId, known, Objects.requireNonNull(known.get(id)), definition));
            }
        });
        return carry(clientId, campaign, accountId, id -> Optional.ofNullable(there.get(id)))
                .campaign();
    }

    private String there(
            String clientId,
            String accountId,
            Map<String, Audience> known,
            Audience here,
            AudienceDefinition definition) {
        if (here.accountId().equals(accountId)) {
            return here.id();
        }
        return known.values().stream()
                .filter(a -> a.accountId().equals(accountId) && a.definition().equals(definition))
                .findFirst()
                .orElseGet(() -> audiences.add(
                        clientId, new Wanted(accountId, freeName(known, here.name(), accountId, clientId), definition)))
                .id();
    }

    private String freeName(Map<String, Audience> known, String name, String accountId, String clientId) {
        String end = " on "
                + networks.rulebook(accounts.account(clientId, accountId).network())
                        .name();
        int room = CampaignFacts.LONGEST_NAME - end.length() - 4;
        String stem = (name.length() > room ? name.substring(0, room) : name) + end;
        String free = stem;
        for (int n = 2; taken(known, free); n++) {
            free = stem + " " + n;
        }
        return free;
    }

    private static boolean taken(Map<String, Audience> known, String name) {
        return known.values().stream().anyMatch(a -> a.name().equalsIgnoreCase(name));
    }

    /** By the id of the audience here, in the order of the rows. */
    private Map<String, NearestAudience> nearest(String clientId, Campaign campaign, String accountId) {
        Account from = accounts.account(clientId, campaign.accountId());
        Rulebook to = networks.rulebook(accounts.account(clientId, accountId).network());
        Map<String, Audience> known = audiences.byId(clientId);
        Map<String, NearestAudience> nearest = new LinkedHashMap<>();
        for (Row row : campaign.rows()) {
            nearest.computeIfAbsent(
                    row.audienceId(),
                    id -> NearestAudience.of(
                            Objects.requireNonNull(known.get(id)).definition(),
                            to.audience(),
                            networks.placeWords(from.network()),
                            sources.words(clientId, from.network())));
        }
        return nearest;
    }

    private Carried carry(
            String clientId, Campaign campaign, String accountId, Function<String, Optional<String>> audienceId) {
        Account to = accounts.account(clientId, accountId);
        Map<String, Creative> known = creatives.byId(clientId);
        return Carried.to(
                campaign,
                new Carried.Target(
                        to.id(),
                        networks.rulebook(to.network()),
                        Currency.getInstance(to.currency()),
                        ZoneId.of(to.zone()),
                        audienceId,
                        id -> Objects.requireNonNull(known.get(id)).name(),
                        id -> Objects.requireNonNull(known.get(id)).format(),
                        Ids::fresh));
    }
}
