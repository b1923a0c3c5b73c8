package app.tidewrack.practice.campaign;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.KeyedCreation;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.campaign.CampaignMapper.Stored;
import app.tidewrack.practice.campaign.CampaignMapper.StoredAd;
import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.AdOrder;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.creative.CreativeDesk;
import app.tidewrack.practice.creative.CreativeOrder;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.review.ReviewDesk;
import java.time.Instant;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Sets up and changes what advertisers order, once by idempotency key, and refuses what the rulebook forbids. */
@Service
@Transactional
@RequiredArgsConstructor
public class CampaignDesk {
    private final CampaignMapper mapper;
    private final Networks networks;
    private final AccountDesk accounts;
    private final CreativeDesk creatives;
    private final Matcher matcher;
    private final PracticeClock clock;
    private final ReviewDesk review;
    private final KeyedCreation keys;
    private final JsonMapper json;

    String create(String network, String key, CampaignOrder order) {
        rules(network, order.account()).require(order);
        return keys.once(
                network,
                key,
                order,
                networks.network(network).code() + "C",
                id -> mapper.insertCampaign(id, network, order.account(), json.writeValueAsString(order)));
    }

    void change(String network, String id, CampaignOrder order) {
        Stored stored = campaign(network, id);
        if (!stored.account().equals(order.account())) {
            throw new Refusal("account", "A campaign stays in its account.", "Make another campaign.");
        }
        rules(network, order.account()).require(order);
        mapper.updateCampaign(network, id, json.writeValueAsString(order));
    }

    String create(String network, String key, AdGroupOrder order) {
        require(network, order);
        return keys.once(
                network,
                key,
                order,
                networks.network(network).code() + "G",
                id -> mapper.insertAdGroup(id, order.campaignId(), json.writeValueAsString(order)));
    }

    void change(String network, String id, AdGroupOrder order) {
        storedGroup(network, id);
        require(network, order);
        mapper.updateAdGroup(id, json.writeValueAsString(order));
    }

    private void require(String network, AdGroupOrder order) {
        Stored stored = campaign(network, order.campaignId());
        CampaignOrder campaign = read(stored);
        rules(network, stored.account()).require(order, campaign);
        Network of = networks.network(network);
        Account account = accounts.account(network, stored.account());
        int least = of.rulebook().audience().leastPeople();
        long people = matcher.crowd(of, account, order.audience()).size();
        if (people < least) {
            throw new Refusal(
                    "audience",
                    "The audience has %s people; the least is %,d."
                            .formatted(
                                    people < of.rulebook().audience().privacyFloor()
                                            ? "too few"
                                            : "%,d".formatted(people),
                                    least),
                    "Widen it.");
        }
    }

    String create(String network, String key, AdOrder order) {
        require(network, order);
        return keys.once(
                network,
                key,
                order,
                networks.network(network).code() + "A",
                id -> mapper.insertAd(
                        id, order.adGroupId(), order.creativeId(), order.name(), clock.now(), due(network, id)));
    }

    /** A changed ad goes through review again, unless only its name changed. */
    void change(String network, String id, AdOrder order) {
        StoredAd ad = ad(network, id);
        require(network, order);
        mapper.updateAd(id, order.name(), order.creativeId());
        if (!ad.creativeId().equals(order.creativeId())) {
            mapper.reviewAgain(id, clock.now(), due(network, id));
        }
    }

    /** Ads that show a changed creative go through review again. */
    void changeCreative(String network, String id, CreativeOrder order) {
        if (creatives.creativeToShow(network, id).equals(order)) {
            return;
        }
        creatives.change(network, id, order);
        mapper.adsShowing(id).forEach(ad -> mapper.reviewAgain(ad, clock.now(), due(network, ad)));
    }

    private Instant due(String network, String ad) {
        return review.due(networks.network(network), ad, clock.now());
    }

    private void require(String network, AdOrder order) {
        Stored group = mapper.adGroup(network, order.adGroupId())
                .orElseThrow(() -> new NotKnown("ad group", order.adGroupId()));
        CreativeOrder creative = creatives.creativeToShow(network, order.creativeId());
        rules(network, group.account()).requireName(order.name());
        CampaignOrder campaign = read(campaign(network, adGroup(group).campaignId()));
        List<String> formats = networks.network(network)
                .rulebook()
                .objective(campaign.objective())
                .orElseThrow()
                .formats();
        if (!formats.contains(creative.format())) {
            throw new Refusal(
                    "creativeId",
                    "The format %s does not go with %s.".formatted(creative.format(), campaign.objective()),
                    "Choose one of %s.".formatted(String.join(", ", formats)));
        }
    }

    void pause(String network, Item item, String id, boolean paused) {
        requireThere(network, item, id);
        if (mapper.pause(item.table(), id, paused) == 0) {
            throw new Refusal("id", "“%s” was removed.".formatted(id), "Make it anew.");
        }
    }

    void remove(String network, Item item, String id) {
        requireThere(network, item, id);
        mapper.remove(item.table(), id);
    }

    private void requireThere(String network, Item item, String id) {
        switch (item) {
            case CAMPAIGN -> campaign(network, id);
            case AD_GROUP -> storedGroup(network, id);
            case AD -> ad(network, id);
        }
    }

    /** A campaign as it stands. */
    public record CampaignFacts(String id, CampaignOrder order, boolean paused, boolean removed) {}

    public record AdGroupFacts(String id, AdGroupOrder order, boolean paused, boolean removed) {}

    public record AdFacts(String id, AdOrder order, boolean paused, boolean removed) {}

    List<CampaignFacts> campaigns(String network, String account, String after) {
        accounts.account(network, account);
        int page = networks.network(network).rulebook().calls().page();
        return mapper.campaigns(network, account, after, page).stream()
                .map(s -> new CampaignFacts(s.id(), read(s), s.paused(), s.removed()))
                .toList();
    }

    /** An ad with what it shows. */
    public record AdWhole(AdFacts ad, CreativeOrder creative) {}

    /** A campaign and all that belongs to it. */
    public record CampaignWhole(CampaignFacts campaign, List<AdGroupFacts> adGroups, List<AdWhole> ads) {}

    public CampaignWhole whole(String network, String id) {
        Stored campaign = campaign(network, id);
        return new CampaignWhole(
                new CampaignFacts(id, read(campaign), campaign.paused(), campaign.removed()),
                mapper.adGroups(network, id).stream()
                        .map(g -> new AdGroupFacts(g.id(), adGroup(g), g.paused(), g.removed()))
                        .toList(),
                mapper.ads(network, id).stream()
                        .map(a -> new AdWhole(
                                new AdFacts(
                                        a.id(),
                                        new AdOrder(a.adGroupId(), a.creativeId(), a.name()),
                                        a.paused(),
                                        a.removed()),
                                json.readValue(a.creative(), CreativeOrder.class)))
                        .toList());
    }

    private Stored storedGroup(String network, String id) {
        return mapper.adGroup(network, id).orElseThrow(() -> new NotKnown("ad group", id));
    }

    AdGroupFacts adGroupFacts(String network, String id) {
        Stored s = storedGroup(network, id);
        return new AdGroupFacts(id, adGroup(s), s.paused(), s.removed());
    }

    AdFacts adFacts(String network, String id) {
        StoredAd ad = ad(network, id);
        return new AdFacts(id, new AdOrder(ad.adGroupId(), ad.creativeId(), ad.name()), ad.paused(), ad.removed());
    }

    private OrderRules rules(String network, String account) {
        return new OrderRules(networks.network(network).rulebook(), accounts.account(network, account));
    }

    private Stored campaign(String network, String id) {
        return mapper.campaign(network, id).orElseThrow(() -> new NotKnown("campaign", id));
    }

    private StoredAd ad(String network, String id) {
        return mapper.ad(network, id).orElseThrow(() -> new NotKnown("ad", id));
    }

    private CampaignOrder read(Stored stored) {
        return json.readValue(stored.content(), CampaignOrder.class);
    }

    private AdGroupOrder adGroup(Stored stored) {
        return json.readValue(stored.content(), AdGroupOrder.class);
    }
}
