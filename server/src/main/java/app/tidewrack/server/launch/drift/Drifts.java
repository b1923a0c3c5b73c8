package app.tidewrack.server.launch.drift;

import app.tidewrack.connector.Reviews.ItemTold;
import app.tidewrack.core.launch.Drift;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.Told;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.launch.kept.LaunchMapper;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.StoredLive;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.source.SourceTerms;
import app.tidewrack.server.web.Ids;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Finds what was changed on a network behind our back. What is found becomes the live state, so the change list shows how it is
 * put back; or the plan takes it over.
 */
@Service
@RequiredArgsConstructor
public class Drifts {
    private final LaunchMapper launches;
    private final LiveMapper live;
    private final Networks networks;
    private final ClientMapper clients;
    private final PlanDesk plans;
    private final SourceTerms sources;
    private final TransactionTemplate transaction;

    /**
     * Asks the network how a campaign of a plan stands, and notes what was changed there. What it tells is dropped when a launch
     * began meanwhile, since that changes it too. A network that tells nothing is not asked.
     */
    public void look(String clientId, String planId, String campaignId) {
        plans.plan(clientId, planId).plan().campaign(campaignId);
        Optional<StoredLive> campaign = live.campaign(clientId, campaignId);
        Optional<StoredLaunch> newest = launches.newest(clientId, campaignId);
        if (campaign.isEmpty() || newest.filter(l -> l.state().underWay()).isPresent()) {
            return;
        }
        Account account = clients.account(clientId, campaign.get().accountId()).orElseThrow();
        if (networks.byHand(account.network())) {
            return;
        }
        Map<String, ItemTold> told =
                networks.connector(account.network()).items(campaign.get().externalId(), account.currency()).stream()
                        .collect(Collectors.toMap(ItemTold::id, Function.identity(), (first, again) -> first));
        transaction.executeWithoutResult(t -> {
            plans.hold(clientId, planId);
            if (launches.newest(clientId, campaignId).map(StoredLaunch::id).equals(newest.map(StoredLaunch::id))) {
                for (StoredLive stored : live.live(clientId, campaignId)) {
                    note(clientId, stored.item(), told.get(stored.externalId()), account);
                }
            }
        });
    }

    private void note(String clientId, LiveItem item, @Nullable ItemTold told, Account account) {
        if (told == null || told.removed()) {
            live.setRemoved(clientId, item.key().campaignId(), item.key().text());
            live.setRemovedThere(clientId, item.key().campaignId(), item.key().text(), true);
            return;
        }
        LiveItem found = item.told(ours(clientId, account, told.told()), told.paused());
        if (!found.equals(item)) {
            live.setStanding(clientId, found);
        }
    }

    private Told ours(String clientId, Account account, Told told) {
        return told instanceof GroupSettings group ? group.to(sources.ours(clientId, account, group.audience())) : told;
    }

    /** What was found and neither put back nor taken over yet. */
    public List<Drift> of(String clientId, Campaign campaign) {
        return live.drifted(clientId, campaign.id()).stream()
                .flatMap(l -> Drift.of(l.item()))
                .toList();
    }

    /**
     * Makes the plan say what the network has, as an edit that can be undone.
     *
     * @throws Refusal when there is no such drift, or the plan cannot say it
     */
    @Transactional
    public void takeOver(String clientId, String planId, String campaignId, String key, Field field, String personId) {
        Versioned plan = plans.hold(clientId, planId);
        Campaign campaign = plan.plan().campaign(campaignId);
        Drift drift = of(clientId, campaign).stream()
                .filter(d -> d.item().key().text().equals(key) && d.field() == field)
                .findFirst()
                .orElseThrow(() -> new Refusal("field", "That is no longer changed there.", "Look at the list again."));
        drift.edit(campaign)
                .ifPresent(e -> plans.edit(clientId, planId, personId, Ids.fresh(), plan.version(), held -> e));
        LiveItem taken = drift.takenOver();
        if (field == Field.PRESENCE) {
            live.setRemovedThere(clientId, campaignId, key, false);
        } else {
            live.setStanding(clientId, taken);
        }
    }
}
