package app.tidewrack.server.plan.edit;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Carried;
import app.tidewrack.core.plan.Carried.Became;
import app.tidewrack.core.plan.Carried.Loss;
import app.tidewrack.core.plan.Plan;
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
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.BiFunction;
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
     * @param name of the copy
     * @param network the name of the other network
     * @param budgeting how money is given there
     * @param rows what each row becomes
     */
    public record Foreseen(
            String name,
            String network,
            Budgeting budgeting,
            int columns,
            int ads,
            List<Loss> losses,
            List<AudienceThere> audiences,
            List<Became> rows) {}

    public Foreseen foresee(String clientId, Plan plan, Campaign campaign, String accountId) {
        Map<String, Audience> known = audiences.byId(clientId);
        Carried carried = carry(clientId, plan, campaign, accountId, known, (id, there) -> id);
        Campaign there = carried.campaign();
        return new Foreseen(
                there.facts().name(),
                networks.rulebook(accounts.account(clientId, accountId).network())
                        .name(),
                there.facts().budgeting(),
                there.columns().size(),
                there.ads(),
                carried.losses(),
                carried.audiences().entrySet().stream()
                        .filter(e -> !e.getValue().isEmpty())
                        .map(e -> new AudienceThere(
                                Objects.requireNonNull(known.get(e.getKey())).name(), e.getValue()))
                        .toList(),
                carried.rows());
    }

    /** The campaign on the other account; audiences that it lacks there are added. */
    Campaign make(String clientId, Plan plan, Campaign campaign, String accountId) {
        Map<String, Audience> known = audiences.byId(clientId);
        Map<AudienceDefinition, String> added = new HashMap<>();
        return carry(
                        clientId,
                        plan,
                        campaign,
                        accountId,
                        known,
                        (id, definition) -> added.computeIfAbsent(
                                definition,
                                d -> there(clientId, accountId, known, Objects.requireNonNull(known.get(id)), d)))
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

    private Carried carry(
            String clientId,
            Plan plan,
            Campaign campaign,
            String accountId,
            Map<String, Audience> known,
            BiFunction<String, AudienceDefinition, String> audienceId) {
        Account from = accounts.account(clientId, campaign.accountId());
        Account to = accounts.account(clientId, accountId);
        Rulebook rulebook = networks.rulebook(to.network());
        Map<String, Creative> made = creatives.byId(clientId);
        return Carried.to(
                campaign,
                new Carried.Target(
                        to.id(),
                        Carried.name(plan, campaign, to.network().equals(from.network()) ? to.name() : rulebook.name()),
                        rulebook,
                        Currency.getInstance(to.currency()),
                        ZoneId.of(to.zone()),
                        id -> Objects.requireNonNull(known.get(id)).definition(),
                        audienceId,
                        networks.placeWords(from.network()),
                        sources.words(clientId, from.network()),
                        id -> Objects.requireNonNull(made.get(id)).name(),
                        id -> Objects.requireNonNull(made.get(id)).format(),
                        Ids::fresh));
    }
}
