package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Level;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.LaunchMapper.StoredLive;
import app.tidewrack.server.network.NetworkConnector.ItemTold;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.EditBody;
import app.tidewrack.server.plan.EditBody.CellBody;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.web.Ids;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Finds what was changed on a network behind our back. What is found becomes the live state, so the change list shows how it is
 * put back; or the plan takes it over.
 */
@Service
class Drift {
    private static final String RUNS = "state";
    private static final String THERE = "on the network";
    private static final String RUNNING = "running";
    private static final String PAUSED = "paused";

    private final LaunchMapper mapper;
    private final Networks networks;
    private final ClientMapper clients;
    private final PlanDesk plans;
    private final GroupWords groups;
    private final JsonMapper json;
    private final TransactionTemplate transaction;

    Drift(
            LaunchMapper mapper,
            Networks networks,
            ClientMapper clients,
            PlanDesk plans,
            GroupWords groups,
            JsonMapper json,
            TransactionTemplate transaction) {
        this.mapper = mapper;
        this.networks = networks;
        this.clients = clients;
        this.plans = plans;
        this.groups = groups;
        this.json = json;
        this.transaction = transaction;
    }

    /**
     * One field that is not as we sent it.
     *
     * @param ours what we sent last
     * @param theirs what the network has now
     * @param canTakeOver the plan can be made to say the same
     */
    record Drifted(
            Level level, String key, String name, String field, String ours, String theirs, boolean canTakeOver) {}

    /**
     * Asks the network how a campaign of a plan stands, and notes what was changed there. What it tells is dropped when a launch
     * began meanwhile, since that changes it too.
     */
    void look(String clientId, String planId, String campaignId) {
        plans.plan(clientId, planId).plan().campaign(campaignId);
        Optional<StoredLive> campaign = mapper.live(clientId, campaignId).stream()
                .filter(l -> l.level().equals(Level.CAMPAIGN.name()))
                .findFirst();
        Optional<StoredLaunch> newest = mapper.newest(clientId, campaignId);
        if (campaign.isEmpty() || newest.filter(StoredLaunch::underWay).isPresent()) {
            return;
        }
        Account account = clients.account(clientId, campaign.get().accountId()).orElseThrow();
        Map<String, ItemTold> told = networks
                .connector(account.network())
                .items(campaign.get().externalId())
                .stream()
                .collect(Collectors.toMap(ItemTold::id, Function.identity()));
        transaction.executeWithoutResult(t -> {
            plans.hold(clientId, planId);
            if (mapper.newest(clientId, campaignId).map(StoredLaunch::id).equals(newest.map(StoredLaunch::id))) {
                mapper.live(clientId, campaignId)
                        .forEach(item -> note(clientId, campaignId, item, told.get(item.externalId()), account));
            }
        });
    }

    private void note(String clientId, String campaignId, StoredLive item, @Nullable ItemTold told, Account account) {
        Map<String, String> drift = new HashMap<>(map(item.drift()));
        if (told == null || told.removed()) {
            drift.put(THERE, "there");
            mapper.setRemoved(clientId, campaignId, item.itemKey());
            mapper.setDrift(clientId, campaignId, item.itemKey(), item.fields(), json.writeValueAsString(drift));
            return;
        }
        boolean changed = told.paused() != item.paused();
        if (changed) {
            keepFirst(drift, RUNS, item.paused() ? PAUSED : RUNNING, told.paused() ? PAUSED : RUNNING);
            mapper.setPaused(clientId, campaignId, item.itemKey(), told.paused());
        }
        Map<String, String> fields = new HashMap<>(map(item.fields()));
        for (Map.Entry<String, String> field : words(clientId, account, told).entrySet()) {
            String theirs = field.getValue();
            String ours = fields.getOrDefault(field.getKey(), "");
            if (!theirs.equals(ours)) {
                changed = true;
                keepFirst(drift, field.getKey(), ours, theirs);
                if (theirs.isEmpty()) {
                    fields.remove(field.getKey());
                } else {
                    fields.put(field.getKey(), theirs);
                }
            }
        }
        if (changed) {
            mapper.setDrift(
                    clientId,
                    campaignId,
                    item.itemKey(),
                    json.writeValueAsString(fields),
                    json.writeValueAsString(drift));
        }
    }

    /** Remembers what we sent; back as it was it is no drift any more. */
    private static void keepFirst(Map<String, String> drift, String field, String ours, String theirs) {
        if (theirs.equals(drift.putIfAbsent(field, ours))) {
            drift.remove(field);
        }
    }

    /** All that is told of an item; of an ad group's delivery what is as usual is empty. */
    private Map<String, String> words(String clientId, Account account, ItemTold told) {
        Map<String, String> words = new HashMap<>(told.fields());
        for (String money : List.of(ItemTold.MONEY, ItemTold.LIFETIME)) {
            words.computeIfPresent(
                    money,
                    (k, minor) -> minor.isEmpty()
                            ? ""
                            : Money.ofMinor(Long.parseLong(minor), account.currency())
                                    .toString());
        }
        if (told.group() != null) {
            groups.fields(account).forEach(f -> words.put(f, ""));
            words.putAll(groups.told(clientId, account, told.group()));
        }
        return words;
    }

    private Map<String, String> map(String content) {
        return json.readValue(content, new TypeReference<Map<String, String>>() {});
    }

    /** What was found and neither put back nor taken over yet. */
    List<Drifted> of(String clientId, Campaign campaign) {
        List<Drifted> all = new ArrayList<>();
        for (StoredLive item : mapper.drifted(clientId, campaign.id())) {
            Level level = Level.valueOf(item.level());
            Map<String, String> fields = map(item.fields());
            map(item.drift()).forEach((field, ours) -> {
                String theirs = switch (field) {
                    case THERE -> "removed";
                    case RUNS -> item.paused() ? PAUSED : RUNNING;
                    default -> fields.getOrDefault(field, "");
                };
                all.add(new Drifted(
                        level,
                        item.itemKey(),
                        item.name(),
                        field,
                        ours,
                        theirs,
                        canTakeOver(campaign, level, field, theirs)));
            });
        }
        return all;
    }

    /** Money can be taken over where the plan gives it on the same level and for as long. */
    private static boolean canTakeOver(Campaign campaign, Level level, String field, String theirs) {
        Budgeting budgeting = campaign.facts().budgeting();
        Level given = budgeting.forCampaign() ? Level.CAMPAIGN : Level.AD_GROUP;
        return switch (field) {
            case ItemTold.MONEY -> level == given && !budgeting.forFlight() && !theirs.isEmpty();
            case ItemTold.LIFETIME -> level == given && budgeting.forFlight() && !theirs.isEmpty();
            case RUNS -> level != Level.CAMPAIGN && theirs.equals(PAUSED);
            case THERE -> level != Level.CAMPAIGN;
            default -> false;
        };
    }

    /**
     * Makes the plan say what the network has, as an edit that can be undone.
     *
     * @throws Refusal when there is no such drift, or the plan cannot say it
     */
    @Transactional
    void takeOver(String clientId, String planId, String campaignId, String key, String field, String personId) {
        Versioned plan = plans.hold(clientId, planId);
        Campaign campaign = plan.plan().campaign(campaignId);
        Drifted drifted = of(clientId, campaign).stream()
                .filter(d -> d.key().equals(key) && d.field().equals(field))
                .findFirst()
                .orElseThrow(() -> new Refusal("field", "That is no longer changed there.", "Look at the list again."));
        if (!drifted.canTakeOver()) {
            throw new Refusal(
                    "field",
                    "The plan cannot take over the %s of this %s."
                            .formatted(
                                    field,
                                    drifted.level()
                                            .name()
                                            .toLowerCase(Locale.ROOT)
                                            .replace('_', ' ')),
                    "Put it back, or change what it comes from.");
        }
        edit(campaign, drifted).ifPresent(e -> plans.edit(clientId, planId, personId, Ids.fresh(), plan.version(), e));
        StoredLive item = mapper.drifted(clientId, campaignId).stream()
                .filter(l -> l.itemKey().equals(key))
                .findFirst()
                .orElseThrow();
        Map<String, String> drift = new HashMap<>(map(item.drift()));
        drift.remove(field);
        mapper.setDrift(clientId, campaignId, key, item.fields(), json.writeValueAsString(drift));
    }

    private static Optional<EditBody> edit(Campaign campaign, Drifted d) {
        if (d.level() == Level.CAMPAIGN) {
            return Optional.of(new EditBody.CampaignMoney(campaign.id(), d.theirs()));
        }
        String[] ids = d.key().split("/");
        boolean known = campaign.rows().stream().anyMatch(r -> r.id().equals(ids[0]));
        if (!known) {
            return Optional.empty();
        }
        if (d.field().equals(ItemTold.MONEY) || d.field().equals(ItemTold.LIFETIME)) {
            return Optional.of(new EditBody.RowMoney(campaign.id(), List.of(ids[0]), d.theirs()));
        }
        List<CellBody> cells = campaign.onColumns(ids[0]).stream()
                .filter(c -> ids.length == 1 || c.id().equals(ids[1]))
                .map(c -> new CellBody(ids[0], c.id()))
                .toList();
        return cells.isEmpty()
                ? Optional.empty()
                : Optional.of(new EditBody.CellSwitch(campaign.id(), cells, false, d.theirs() + " on the network"));
    }
}
