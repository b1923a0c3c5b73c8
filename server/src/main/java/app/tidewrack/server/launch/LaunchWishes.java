package app.tidewrack.server.launch;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.AdTokens;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.ChatScript.Reply;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.WantedItem;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.Tokens;
import app.tidewrack.core.tracking.LinkTail;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.NetworkConnector.AdGroupOrder;
import app.tidewrack.server.network.NetworkConnector.AdOrder;
import app.tidewrack.server.network.NetworkConnector.Budget;
import app.tidewrack.server.network.NetworkConnector.CampaignOrder;
import app.tidewrack.server.network.NetworkConnector.ChatOrder;
import app.tidewrack.server.network.NetworkConnector.CreativeOrder;
import app.tidewrack.server.network.NetworkConnector.DeliveryOrder;
import app.tidewrack.server.network.NetworkConnector.FormRef;
import app.tidewrack.server.network.NetworkConnector.GroupTold;
import app.tidewrack.server.network.NetworkConnector.ItemTold;
import app.tidewrack.server.network.NetworkConnector.MessageOrder;
import app.tidewrack.server.network.NetworkConnector.Order;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanInspector.Surroundings;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What a sheet wants on the network: each item in words, to compare and show, and as the order that is sent. */
@Component
class LaunchWishes {
    private final Networks networks;
    private final Accounts accounts;
    private final GroupWords groups;
    private final LaunchMapper mapper;

    LaunchWishes(Networks networks, Accounts accounts, GroupWords groups, LaunchMapper mapper) {
        this.networks = networks;
        this.accounts = accounts;
        this.groups = groups;
        this.mapper = mapper;
    }

    /** @param order without the id of its parent, which is not known before launch */
    record Wish(WantedItem item, Order order) {}

    List<Wish> of(String clientId, Campaign campaign, PlanNames names, Surroundings around) {
        Account account = around.accounts().get(campaign.accountId());
        Rulebook rulebook = networks.rulebook(account.network());
        List<String> macros = rulebook.macroCodes();
        // What an ad shows is the same in every row whose tokens stand for the same.
        Map<List<Object>, Drawn> drawn = new HashMap<>();
        Map<CellRef, String> ads = names.ads();
        Map<CellRef, LinkTail> tails = names.tails();
        List<Wish> wishes = new ArrayList<>();
        wishes.add(campaignWish(campaign, names, account, mapper.tested(clientId, campaign.id())));
        for (Row row : campaign.rows()) {
            List<Column> on = campaign.onColumns(row.id());
            if (on.isEmpty()) {
                continue;
            }
            AudienceDefinition people =
                    row.people(around.audiences().get(row.audienceId()).definition());
            List<String> placements = row.showing()
                    .told(
                            rulebook,
                            on.stream()
                                    .map(c -> around.creatives()
                                            .get(c.creativeId())
                                            .format())
                                    .toList());
            GroupTold group = new GroupTold(people, placements, order(row.delivery()));
            wishes.add(adGroupWish(campaign, row, names, group, groups.of(clientId, account, group)));
            Map<String, String> known = AdTokens.of(people, around.clientName());
            for (Column column : on) {
                Drawn shown = drawn.computeIfAbsent(
                        List.of(column.creativeId(), known),
                        k -> drawn(
                                around.creatives().get(column.creativeId()).withTexts(t -> Tokens.filled(t, known)),
                                rulebook));
                String name = Objects.requireNonNull(ads.get(new CellRef(row.id(), column.id())));
                LinkTail tail = Objects.requireNonNull(tails.get(new CellRef(row.id(), column.id())));
                Creative tracked = shown.creative().withLinks(l -> tail.on(l, macros));
                wishes.add(adWish(row.id(), column.id(), name, shown, tracked, account));
            }
        }
        return wishes;
    }

    private Wish campaignWish(Campaign campaign, PlanNames names, Account account, boolean tested) {
        CampaignFacts facts = campaign.facts();
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(ItemTold.NAME, names.campaign());
        fields.put("objective", facts.objective());
        fields.put(ItemTold.FIRST_DAY, facts.flight().start().toString());
        fields.put(ItemTold.LAST_DAY, facts.flight().lastDay().toString());
        String subject = facts.subject();
        if (subject != null) {
            fields.put(ItemTold.SUBJECT, subject);
        }
        if (tested) {
            fields.put(ItemTold.APART, ItemTold.HELD_APART);
        }
        Money shared = facts.budgeting().shared();
        if (shared != null) {
            fields.put(moneyField(facts), shared.toString());
        }
        return new Wish(
                new WantedItem(Level.CAMPAIGN, campaign.id(), null, names.campaign(), fields),
                new CampaignOrder(
                        accounts.order(account),
                        names.campaign(),
                        facts.objective(),
                        facts.flight().start(),
                        facts.flight().end(),
                        shared == null ? null : budget(facts, shared),
                        subject,
                        tested));
    }

    private static String moneyField(CampaignFacts facts) {
        return facts.budgeting().forFlight() ? ItemTold.LIFETIME : ItemTold.MONEY;
    }

    private static Budget budget(CampaignFacts facts, Money money) {
        return new Budget(facts.budgeting().forFlight(), money.minor());
    }

    private static Wish adGroupWish(
            Campaign campaign, Row row, PlanNames names, GroupTold group, Map<String, String> words) {
        String name = names.row(row.id());
        CampaignFacts facts = campaign.facts();
        boolean own = !facts.budgeting().forCampaign();
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(ItemTold.NAME, name);
        if (own) {
            fields.put(moneyField(facts), row.money().toString());
        }
        fields.putAll(words);
        return new Wish(
                new WantedItem(Level.AD_GROUP, row.id(), campaign.id(), name, fields),
                new AdGroupOrder(
                        "",
                        name,
                        group.placements(),
                        group.audience(),
                        own ? budget(facts, row.money()) : null,
                        group.delivery()));
    }

    private static DeliveryOrder order(Delivery d) {
        Money amount = d.bid().amount();
        return new DeliveryOrder(
                d.goal(),
                d.charge(),
                d.bid().strategy(),
                amount == null ? null : amount.minor(),
                d.pace(),
                d.hours().all() ? null : d.hours().week(),
                d.switches());
    }

    /** A creative with its tokens filled, and its fields but for name and links. */
    private record Drawn(Creative creative, Map<String, String> fields) {}

    private static Drawn drawn(Creative creative, Rulebook rulebook) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(
                "format",
                rulebook.format(creative.format()).map(FormatRule::words).orElse(creative.format()));
        put(fields, ItemTold.HEADLINE, creative.headlines());
        put(fields, ItemTold.BODY, creative.bodies());
        put(fields, "description", creative.descriptions());
        put(
                fields,
                "call to action",
                creative.callsToAction().stream()
                        .map(rulebook::callToActionWords)
                        .toList());
        put(fields, "brand", List.of(creative.brand()));
        put(fields, "post", List.of(creative.post()));
        put(fields, "media", creative.media().stream().map(LaunchWishes::words).toList());
        LeadForm form = creative.form();
        if (form != null) {
            fields.put("lead form", "%s, version %d".formatted(form.name(), form.version()));
        }
        ChatScript chat = creative.chat();
        if (chat != null) {
            put(fields, "greeting", List.of(chat.greeting()));
            put(fields, "replies", chat.replies().stream().map(Reply::text).toList());
        }
        DirectMessage message = creative.message();
        if (message != null) {
            fields.put("sender", message.sender());
        }
        return new Drawn(creative, fields);
    }

    /** @param tracked what is shown, with links as they are sent */
    private static Wish adWish(
            String rowId, String columnId, String name, Drawn shown, Creative tracked, Account account) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put(ItemTold.NAME, name);
        fields.putAll(shown.fields());
        put(fields, ItemTold.LINK, List.of(tracked.link()));
        put(
                fields,
                "cards",
                tracked.cards().stream()
                        .map(c -> (c.text() + " " + c.price() + " " + c.link()).strip())
                        .toList());
        DirectMessage message = tracked.message();
        if (message != null) {
            put(fields, "message", List.of(message.subject(), message.body(), message.button(), message.link()));
        }
        return new Wish(
                new WantedItem(Level.AD, rowId + "/" + columnId, rowId, name, fields),
                new AdOrder(account.externalId(), "", name, order(tracked)));
    }

    /** Several of a part stand one a line; a part that is empty is left out. */
    private static void put(Map<String, String> fields, String part, List<String> values) {
        String all = values.stream().filter(v -> !v.isBlank()).collect(Collectors.joining("\n"));
        if (!all.isEmpty()) {
            fields.put(part, all);
        }
    }

    private static String words(Medium medium) {
        return "%s, %d × %d px (%s)"
                .formatted(
                        medium.fileName(),
                        medium.width(),
                        medium.height(),
                        medium.sha256().substring(0, 8));
    }

    private static CreativeOrder order(Creative c) {
        LeadForm form = c.form();
        ChatScript chat = c.chat();
        DirectMessage message = c.message();
        boolean banner =
                message != null && message.bannerSha() != null && c.media().isEmpty();
        return new CreativeOrder(
                c.format(),
                c.brand(),
                banner
                        ? List.of(Objects.requireNonNull(message.bannerSha()))
                        : c.media().stream().map(Medium::sha256).toList(),
                filled(c.bodies()),
                filled(c.headlines()),
                filled(c.descriptions()),
                c.callsToAction(),
                message == null ? c.link() : message.link(),
                c.post(),
                c.cards(),
                form == null ? null : new FormRef(form.id(), form.version(), ""),
                chat == null
                        ? null
                        : new ChatOrder(
                                chat.greeting(),
                                chat.replies().stream().map(Reply::text).toList()),
                message == null
                        ? null
                        : new MessageOrder(message.sender(), message.subject(), message.body(), message.button()));
    }

    private static List<String> filled(List<String> texts) {
        return texts.stream().filter(t -> !t.isBlank()).toList();
    }

    /** The order with the network's id of the item it belongs to. */
    static Order under(Order order, String parentId) {
        if (order instanceof AdGroupOrder o) {
            return o.under(parentId);
        } else if (order instanceof AdOrder o) {
            return new AdOrder(o.account(), parentId, o.name(), o.creative());
        }
        return order;
    }

    static Class<? extends Order> orderType(Level level) {
        return switch (level) {
            case CAMPAIGN -> CampaignOrder.class;
            case AD_GROUP -> AdGroupOrder.class;
            case AD -> AdOrder.class;
        };
    }
}
