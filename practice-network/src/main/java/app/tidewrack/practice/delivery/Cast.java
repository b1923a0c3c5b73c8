package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.MessageRule;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.Budget;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import app.tidewrack.practice.creative.CreativeDesk.Shown;
import app.tidewrack.practice.creative.CreativeRules;
import app.tidewrack.practice.delivery.DeliveryMapper.Approved;
import app.tidewrack.practice.engagement.Bitmaps;
import app.tidewrack.practice.engagement.Tie;
import app.tidewrack.practice.network.Network;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.roaringbitmap.RoaringBitmap;

/** All that has a part in some hours of delivery, read once and kept until they are over. */
final class Cast {
    private static final int REACH_REMEMBERED_DAYS = 14;

    private final Tools tools;
    private final LocalDate from;
    private final Map<String, AdRun> known;
    private final Map<String, CampaignOrder> campaigns = new ConcurrentHashMap<>();
    private final Map<String, GroupRun> groups = new ConcurrentHashMap<>();
    private final Map<String, AdRun> ads = new ConcurrentHashMap<>();
    private final Map<String, Purse> purses = new ConcurrentHashMap<>();
    private final Map<String, Draw> draws = new ConcurrentHashMap<>();
    private final Map<String, RoaringBitmap> inboxes = new ConcurrentHashMap<>();
    private final Map<String, Cells> cells = new ConcurrentHashMap<>();

    /**
     * @param from the first day delivered
     * @param known ads as the hours before left them
     */
    Cast(Tools tools, LocalDate from, Map<String, AdRun> known) {
        this.tools = tools;
        this.from = from;
        this.known = known;
    }

    CampaignOrder campaign(String id) {
        return campaigns.computeIfAbsent(
                id, k -> tools.json().readValue(tools.mapper().campaign(k), CampaignOrder.class));
    }

    GroupRun group(Approved approved) {
        return groups.computeIfAbsent(approved.adGroupId(), k -> makeGroup(approved));
    }

    private GroupRun makeGroup(Approved approved) {
        Network network = tools.networks().network(approved.network());
        Account account = tools.accounts().account(approved.network(), approved.account());
        AdGroupOrder order = tools.json().readValue(tools.mapper().adGroup(approved.adGroupId()), AdGroupOrder.class);
        CampaignOrder campaign = campaign(approved.campaignId());
        GoalRule goal =
                network.rulebook().objective(campaign.objective()).orElseThrow().goal(order.goal());
        Draw draw = draws.computeIfAbsent(
                network.slug() + account.id() + order.audience().hash(),
                k -> new Draw(
                        tools.matcher().crowd(network, account, order.audience()),
                        tools.clocks().zones()));
        return new GroupRun(
                new GroupRun.Facts(
                        approved.adGroupId(),
                        network,
                        account,
                        order,
                        goal,
                        draw,
                        split(approved, campaign),
                        inbox(network)),
                tools.world(),
                tools.fields(),
                tools.devices());
    }

    /** Who got a message on the network within the days that keep them from another. */
    private RoaringBitmap inbox(Network network) {
        return inboxes.computeIfAbsent(network.slug(), slug -> {
            RoaringBitmap people = new RoaringBitmap();
            MessageRule rule = network.rulebook().message();
            if (rule != null) {
                tools.ties()
                        .between(Tie.messaged(slug), from.plusDays(2L - rule.everyDays()), LocalDate.MAX)
                        .values()
                        .forEach(people::or);
            }
            return people;
        });
    }

    private SplitShare split(Approved approved, CampaignOrder campaign) {
        if (!campaign.splitTest()) {
            return SplitShare.of(approved.campaignId(), 0, 1);
        }
        List<String> all = tools.mapper().adGroups(approved.campaignId());
        return SplitShare.of(approved.campaignId(), all.indexOf(approved.adGroupId()), all.size());
    }

    AdRun ad(Approved approved, GroupRun group) {
        return ads.computeIfAbsent(approved.adId(), k -> makeAd(approved, group));
    }

    private AdRun makeAd(Approved approved, GroupRun group) {
        Shown creative = tools.creatives().shown(approved.network(), approved.creativeId());
        AdRun before = known.get(approved.adId());
        if (before != null && before.creative().equals(creative)) {
            return before;
        }
        Map<LocalDate, RoaringBitmap> reached = new TreeMap<>();
        tools.mapper()
                .reached(approved.adId(), from.minusDays(REACH_REMEMBERED_DAYS))
                .forEach(d -> reached.put(d.day(), Bitmaps.bitmap(d.people())));
        AdRun ad = new AdRun(
                approved.adId(),
                creative,
                new Taste(group.account().client(), creative),
                CreativeRules.showsOn(group.network().rulebook(), creative.order(), creative.media()).stream()
                        .map(PlacementRule::code)
                        .collect(Collectors.toSet()),
                cells(group.network()).dimensions(creative.order().mixes()),
                reached);
        tools.mapper().state(approved.adId()).ifPresent(ad::restore);
        return ad;
    }

    /** The purse an ad group spends from: its own, or its campaign's. */
    Purse purse(Approved approved, GroupRun group) {
        CampaignOrder campaign = campaign(approved.campaignId());
        Budget shared = campaign.budget();
        String owner = shared == null ? group.id() : approved.campaignId();
        return purses.computeIfAbsent(owner, k -> {
            Map<LocalDate, Long> spent = tools.mapper().spent(owner).stream()
                    .collect(Collectors.toMap(DeliveryMapper.Spent::day, DeliveryMapper.Spent::tiny));
            Budget budget =
                    Objects.requireNonNull(shared == null ? group.order().budget() : shared);
            return new Purse(
                    owner,
                    budget,
                    campaign.startsOn(),
                    campaign.endsOn(),
                    group.network().rulebook().spending().overDayPercent(),
                    spent);
        });
    }

    Cells cells(Network network) {
        return cells.computeIfAbsent(network.slug(), k -> new Cells(network, tools.world(), tools.labels()));
    }

    Map<String, AdRun> ads() {
        return ads;
    }

    /** Writes what ads and purses have come to. */
    void keep() {
        tools.bulk().ads(ads.values());
        tools.bulk().purses(purses.values(), from.minusDays(1));
    }
}
