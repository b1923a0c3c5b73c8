package app.tidewrack.server.launch;

import app.tidewrack.core.audience.AudienceWords;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Picture;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.WantedItem;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.NetworkConnector.AdGroupOrder;
import app.tidewrack.server.network.NetworkConnector.AdOrder;
import app.tidewrack.server.network.NetworkConnector.CampaignOrder;
import app.tidewrack.server.network.NetworkConnector.Order;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanInspector.Surroundings;
import app.tidewrack.server.source.SourceTerms;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** What a sheet wants on the network: each item in words, to compare and show, and as the order that is sent. */
@Component
class LaunchWishes {
    static final String MONEY = "money a day";

    private final Networks networks;
    private final Accounts accounts;
    private final SourceTerms sources;

    LaunchWishes(Networks networks, Accounts accounts, SourceTerms sources) {
        this.networks = networks;
        this.accounts = accounts;
        this.sources = sources;
    }

    /** @param order without the id of its parent, which is not known before launch */
    record Wish(WantedItem item, Order order) {}

    List<Wish> of(String clientId, Campaign campaign, PlanNames names, Surroundings around) {
        Account account = around.accounts().get(campaign.accountId());
        List<Wish> wishes = new ArrayList<>();
        wishes.add(campaignWish(campaign, names, account));
        for (Row row : campaign.rows()) {
            List<Column> on = campaign.onColumns(row.id());
            if (on.isEmpty()) {
                continue;
            }
            Audience audience = around.audiences().get(row.audienceId());
            wishes.add(adGroupWish(campaign, row, names, audience, sentence(clientId, account, audience)));
            for (Column column : on) {
                Creative creative = around.creatives().get(column.creativeId());
                String name = Objects.requireNonNull(names.ads().get(new CellRef(row.id(), column.id())));
                wishes.add(adWish(row.id(), column.id(), name, creative, account));
            }
        }
        return wishes;
    }

    private Wish campaignWish(Campaign campaign, PlanNames names, Account account) {
        CampaignFacts facts = campaign.facts();
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("name", names.campaign());
        fields.put("objective", facts.objective());
        fields.put("first day", facts.flight().start().toString());
        fields.put("last day", facts.flight().lastDay().toString());
        return new Wish(
                new WantedItem(Level.CAMPAIGN, campaign.id(), null, names.campaign(), fields),
                new CampaignOrder(
                        accounts.order(account),
                        names.campaign(),
                        facts.objective(),
                        facts.flight().start(),
                        facts.flight().end()));
    }

    private String sentence(String clientId, Account account, Audience audience) {
        return AudienceWords.of(
                audience.definition(),
                networks.placeWords(account.network()),
                sources.words(clientId, account.network()));
    }

    private Wish adGroupWish(Campaign campaign, Row row, PlanNames names, Audience audience, String sentence) {
        String name = Objects.requireNonNull(names.rows().get(row.id()));
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("name", name);
        fields.put("audience", sentence);
        fields.put(MONEY, row.daily().toString());
        return new Wish(
                new WantedItem(Level.AD_GROUP, row.id(), campaign.id(), name, fields),
                new AdGroupOrder("", name, audience.definition(), row.daily().minor()));
    }

    private Wish adWish(String rowId, String columnId, String name, Creative creative, Account account) {
        Picture picture = creative.picture();
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("name", name);
        fields.put("headline", creative.headline());
        fields.put("body", creative.body());
        fields.put("description", creative.description());
        fields.put("call to action", networks.rulebook(account.network()).callToActionWords(creative.callToAction()));
        fields.put("link", creative.link());
        fields.put(
                "picture",
                picture == null
                        ? ""
                        : "%s, %d × %d px (%s)"
                                .formatted(
                                        picture.fileName(),
                                        picture.width(),
                                        picture.height(),
                                        picture.sha256().substring(0, 8)));
        return new Wish(
                new WantedItem(Level.AD, rowId + "/" + columnId, rowId, name, fields),
                new AdOrder(
                        account.externalId(),
                        "",
                        name,
                        creative.body(),
                        creative.headline(),
                        creative.description(),
                        creative.callToAction(),
                        creative.link(),
                        picture == null ? "" : picture.sha256()));
    }

    /** The order with the network's id of the item it belongs to. */
    static Order under(Order order, String parentId) {
        if (order instanceof AdGroupOrder o) {
            return new AdGroupOrder(parentId, o.name(), o.audience(), o.dailyMinor());
        } else if (order instanceof AdOrder o) {
            return new AdOrder(
                    o.account(),
                    parentId,
                    o.name(),
                    o.body(),
                    o.headline(),
                    o.description(),
                    o.callToAction(),
                    o.link(),
                    o.pictureSha());
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
