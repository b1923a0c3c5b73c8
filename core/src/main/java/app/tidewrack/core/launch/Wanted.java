package app.tidewrack.core.launch;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.AdTokens;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.money.Money;
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
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What a sheet wants on its network.
 *
 * @param audiences by id, as they are saved
 * @param creatives by id
 * @param client the client's name, which ads may say
 */
public record Wanted(
        Rulebook rulebook,
        Function<String, AudienceDefinition> audiences,
        Function<String, Creative> creatives,
        String client) {

    /**
     * The campaign, each row that has an ad, and each ad, an item after the one it belongs to.
     *
     * @param tested whether a split test of it is set up or runs, so that its ad groups are held apart
     */
    public List<WantedItem> of(Campaign campaign, PlanNames names, boolean tested) {
        List<WantedItem> items = new ArrayList<>();
        items.add(new WantedItem(ItemKey.campaign(campaign.id()), campaign(campaign.facts(), names, tested)));
        // What an ad shows is the same in every row whose tokens stand for the same.
        Map<List<Object>, Creative> drawn = new HashMap<>();
        Map<CellRef, String> ads = names.ads();
        Map<CellRef, LinkTail> tails = names.tails();
        List<String> macros = rulebook.macroCodes();
        for (Row row : campaign.rows()) {
            List<Column> on = campaign.onColumns(row.id());
            if (on.isEmpty()) {
                continue;
            }
            AudienceDefinition people = row.people(audiences.apply(row.audienceId()));
            items.add(new WantedItem(
                    ItemKey.group(campaign.id(), row.id()), group(campaign.facts(), row, people, on, names)));
            Map<String, String> known = AdTokens.of(people, client, rulebook.audience());
            for (Column column : on) {
                Creative shown = drawn.computeIfAbsent(
                        List.of(column.creativeId(), known),
                        k -> creatives.apply(column.creativeId()).withTexts(t -> Tokens.filled(t, known)));
                CellRef cell = new CellRef(row.id(), column.id());
                LinkTail tail = Objects.requireNonNull(tails.get(cell));
                items.add(new WantedItem(
                        new ItemKey(campaign.id(), row.id(), column.id()),
                        new AdSettings(
                                Objects.requireNonNull(ads.get(cell)),
                                CreativeSettings.of(
                                        shown.withLinks(l -> tail.on(l, macros)),
                                        rulebook.takesPoster(shown.format())))));
            }
        }
        return items;
    }

    private static CampaignSettings campaign(CampaignFacts facts, PlanNames names, boolean tested) {
        return new CampaignSettings(
                names.campaign(),
                facts.objective(),
                facts.flight().start(),
                facts.flight().lastDay(),
                budget(facts, facts.budgeting().shared()),
                facts.subject(),
                tested);
    }

    private GroupSettings group(
            CampaignFacts facts, Row row, AudienceDefinition people, List<Column> on, PlanNames names) {
        Delivery delivery = row.delivery();
        List<String> formats =
                on.stream().map(c -> creatives.apply(c.creativeId()).format()).toList();
        return new GroupSettings(
                names.row(row.id()),
                facts.budgeting().forCampaign() ? null : budget(facts, row.money()),
                people,
                row.showing().told(rulebook, formats),
                delivery.goal(),
                delivery.charge(),
                delivery.bid(),
                delivery.pace(),
                delivery.hours(),
                delivery.switches());
    }

    private static @Nullable Budget budget(CampaignFacts facts, @Nullable Money money) {
        return money == null ? null : new Budget(facts.budgeting().basis(), money);
    }
}
