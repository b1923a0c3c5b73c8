package app.tidewrack.server.plan.edit;

import app.tidewrack.core.check.Checks;
import app.tidewrack.core.check.Mends;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.money.MoneyChange;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.AddCampaign;
import app.tidewrack.core.plan.AddColumns;
import app.tidewrack.core.plan.AddRows;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Copies;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.Labels;
import app.tidewrack.core.plan.LockMoney;
import app.tidewrack.core.plan.NarrowRows;
import app.tidewrack.core.plan.Narrowing;
import app.tidewrack.core.plan.PlacedColumn;
import app.tidewrack.core.plan.PlacedRow;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.RemoveCampaign;
import app.tidewrack.core.plan.RemoveColumns;
import app.tidewrack.core.plan.RemoveRows;
import app.tidewrack.core.plan.RenameRows;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.SetDelivery;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.Slice;
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.plan.Spread.Known;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.plan.Template;
import app.tidewrack.core.plan.Together;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.server.agency.HouseRules;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.plan.edit.EditBody.FactsBody;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.plan.inspect.RowPeople;
import app.tidewrack.server.plan.template.TemplateLibrary;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes core's edits of what the browser sends: reads money, gives ids, looks up what is referred to. */
@Component
@RequiredArgsConstructor
public class EditReader {
    private final ClientMapper clients;
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final SplitReader splits;
    private final PasteReader pastes;
    private final RowPeople people;
    private final CampaignCarrier carrier;
    private final PlanInspector inspector;
    private final CampaignRemovals removals;
    private final TemplateLibrary templates;

    /** @param personId whose templates a new campaign may be like */
    public PlanEdit read(String clientId, String personId, Plan plan, EditBody body) {
        if (body instanceof EditBody.NewCampaign b) {
            return newCampaign(clientId, personId, plan, b);
        }
        return Stream.<Reading>of(this::ofCampaign, this::ofMoney, this::newOrTaken, this::ofRows)
                .map(reading -> reading.read(clientId, plan, body))
                .filter(Objects::nonNull)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Unknown edit " + body.getClass()));
    }

    /** Reads some kinds of edits, and gives null for others. */
    private interface Reading {
        @Nullable
        PlanEdit read(String clientId, Plan plan, EditBody body);
    }

    /** Edits of a campaign and its columns; null for others. */
    private @Nullable PlanEdit ofCampaign(String clientId, Plan plan, EditBody body) {
        if (body instanceof EditBody.CampaignChange b) {
            return campaignChange(plan, b);
        }
        if (body instanceof EditBody.CampaignRemoval b) {
            return new RemoveCampaign(b.campaignId());
        }
        if (body instanceof EditBody.CampaignReturn b) {
            return removals.inverse(clientId, plan.id(), b.campaignId(), HouseRules.DAYS_TO_BRING_BACK)
                    .filter(AddCampaign.class::isInstance)
                    .map(e -> new AddCampaign(plan.campaigns().size(), ((AddCampaign) e).campaign()))
                    .orElseThrow(() -> new NotFound("campaign that was taken away", b.campaignId()));
        }
        if (body instanceof EditBody.CampaignCopy b) {
            Campaign from = plan.campaign(b.campaignId());
            return new Together(
                    "copy campaign " + from.facts().name(),
                    List.of(new AddCampaign(
                            plan.campaigns().size(), carrier.make(clientId, plan, from, b.accountId()))));
        }
        if (body instanceof EditBody.NewColumns b) {
            return newColumns(clientId, plan, b);
        }
        if (body instanceof EditBody.NewAds b) {
            return newAds(clientId, plan, b);
        }
        if (body instanceof EditBody.ColumnRemoval b) {
            return new RemoveColumns(b.campaignId(), b.columnIds());
        }
        if (body instanceof EditBody.CellSwitch b) {
            List<CellRef> cells = b.cells().stream()
                    .map(c -> new CellRef(c.rowId(), c.columnId()))
                    .toList();
            return new SwitchCells(b.campaignId(), cells, b.on(), Objects.requireNonNullElse(b.why(), ""));
        }
        return null;
    }

    /** Edits of money; null for others. */
    private @Nullable PlanEdit ofMoney(String clientId, Plan plan, EditBody body) {
        if (body instanceof EditBody.RowMoney b) {
            Campaign campaign = plan.campaign(b.campaignId());
            return SetRowMoney.typed(campaign, b.rowIds(), b.money());
        }
        if (body instanceof EditBody.CampaignMoney b) {
            Campaign campaign = plan.campaign(b.campaignId());
            return Budgeting.change(campaign, change(campaign, b.money()));
        }
        if (body instanceof EditBody.RowLock b) {
            return new LockMoney(b.campaignId(), b.rowIds(), b.locked());
        }
        if (body instanceof EditBody.RowsMoney b) {
            Campaign campaign = plan.campaign(b.campaignId());
            campaign.requireMoneyOfRows();
            Map<String, Money> money = b.rows().stream()
                    .collect(Collectors.toMap(
                            EditBody.MoneyOfRow::rowId,
                            r -> new Money(r.minor(), currency(campaign)),
                            (one, other) -> other));
            return new SetRowMoney(campaign.id(), money);
        }
        if (body instanceof EditBody.RowSpread b) {
            Campaign campaign = plan.campaign(b.campaignId());
            Money total = Money.parse(b.money(), currency(campaign));
            return new Spread(total, b.how())
                    .edit(campaign, b.rowIds(), Known.ofPeople(people.sizes(clientId, campaign)));
        }
        return null;
    }

    /** Edits by which rows come, go and are called; null for others. */
    private @Nullable PlanEdit newOrTaken(String clientId, Plan plan, EditBody body) {
        if (body instanceof EditBody.NewRows b) {
            return newRows(clientId, plan, b);
        }
        if (body instanceof EditBody.RowRemoval b) {
            return new RemoveRows(b.campaignId(), b.rowIds());
        }
        if (body instanceof EditBody.RowName b) {
            return new RenameRows(b.campaignId(), Map.of(b.rowId(), b.label()));
        }
        if (body instanceof EditBody.RowLabels b) {
            return new RenameRows(b.campaignId(), b.labels());
        }
        if (body instanceof EditBody.RowCopy b) {
            return Copies.duplicates(plan.campaign(b.campaignId()), b.rowIds(), b.times(), Ids::fresh);
        }
        if (body instanceof EditBody.RowsInto b) {
            return Copies.into(plan.campaign(b.campaignId()), b.rowIds(), plan.campaign(b.toCampaignId()), Ids::fresh);
        }
        if (body instanceof EditBody.RowSplit b) {
            Campaign campaign = plan.campaign(b.campaignId());
            return splits.read(clientId, campaign, campaign.row(b.rowId()), b.split())
                    .of(campaign, b.rowId(), Ids::fresh);
        }
        if (body instanceof EditBody.RowPerCreative b) {
            Map<String, Creative> shown = creatives.byId(clientId);
            return Copies.perCreative(
                    plan.campaign(b.campaignId()),
                    b.rowId(),
                    id -> Objects.requireNonNull(shown.get(id)).name(),
                    Ids::fresh);
        }
        return null;
    }

    /** Edits of rows as they are; null for others. */
    private @Nullable PlanEdit ofRows(String clientId, Plan plan, EditBody body) {
        if (body instanceof EditBody.RowKeep b) {
            return keep(clientId, plan.campaign(b.campaignId()), b);
        }
        if (body instanceof EditBody.RowDelivery b) {
            return delivery(plan.campaign(b.campaignId()), b);
        }
        if (body instanceof EditBody.FindingMend b) {
            Checks checks = inspector.checks(clientId, plan, plan.campaign(b.campaignId()));
            return Mends.all(checks, b.rule(), b.rowId(), b.columnId());
        }
        if (body instanceof EditBody.Paste b) {
            Campaign campaign = plan.campaign(b.campaignId());
            return pastes.read(clientId, campaign, b.startRowId(), b.text())
                    .edit(campaign)
                    .orElseThrow(() -> new Refusal(
                            "text", "Nothing pasted would change the sheet.", "Look at what each line lacks."));
        }
        return null;
    }

    private AddCampaign newCampaign(String clientId, String personId, Plan plan, EditBody.NewCampaign body) {
        Account account = clients.account(clientId, body.accountId())
                .orElseThrow(() -> new NotFound("account", body.accountId()));
        CampaignFacts facts = facts(body.facts(), Currency.getInstance(account.currency()), ZoneId.of(account.zone()));
        int last = plan.campaigns().size();
        List<String> people = Objects.requireNonNullElse(body.audienceIds(), List.of());
        List<String> shown = Objects.requireNonNullElse(body.creativeIds(), List.of());
        if (body.templateId() != null) {
            Template template = templates.content(personId, body.templateId());
            return new AddCampaign(
                    last,
                    templates
                            .laid(clientId, template, account, facts, people, shown)
                            .campaign());
        }
        Campaign empty = Campaign.empty(Ids.fresh(), account.id(), facts);
        Plan made = plan.withAt(last, empty);
        if (!people.isEmpty()) {
            made = newRows(clientId, made, new EditBody.NewRows(empty.id(), people))
                    .applyTo(made)
                    .plan();
        }
        if (!shown.isEmpty()) {
            made = newColumns(clientId, made, new EditBody.NewColumns(empty.id(), shown))
                    .applyTo(made)
                    .plan();
        }
        return new AddCampaign(last, made.campaign(empty.id()));
    }

    private static PlanEdit campaignChange(Plan plan, EditBody.CampaignChange body) {
        Campaign campaign = plan.campaign(body.campaignId());
        CampaignFacts before = campaign.facts();
        CampaignFacts typed = facts(
                body.facts(), before.moneyPerRow().currency(), before.flight().zone());
        // What a new row starts with is not typed while the campaign shares its money.
        boolean kept = typed.budgeting().forCampaign()
                && typed.budgeting().basis() == before.budgeting().basis();
        return Budgeting.change(campaign, kept ? typed.budgeted(typed.budgeting(), before.moneyPerRow()) : typed);
    }

    private static CampaignFacts facts(FactsBody body, Currency currency, ZoneId zone) {
        Flight flight = Flight.through(body.start(), body.lastDay(), zone);
        Money money = Money.parse(body.money(), currency);
        return new CampaignFacts(
                body.name(),
                body.objective(),
                body.temperature(),
                body.purpose(),
                flight,
                money,
                new Budgeting(body.basis(), body.shared() ? money : null),
                body.subject());
    }

    private AddRows newRows(String clientId, Plan plan, EditBody.NewRows body) {
        Campaign campaign = plan.campaign(body.campaignId());
        Labels labels = new Labels(campaign.rows().stream().map(Row::label).collect(Collectors.toSet()));
        List<PlacedRow> rows = new ArrayList<>();
        for (Audience audience : audiences.named(clientId, body.audienceIds())) {
            Row row = new Row(
                    Ids.fresh(),
                    audience.id(),
                    labels.free(audience.name()),
                    campaign.facts().moneyPerRow());
            rows.add(new PlacedRow(campaign.rows().size() + rows.size(), row, Map.of()));
        }
        return new AddRows(body.campaignId(), rows);
    }

    private static Currency currency(Campaign campaign) {
        return campaign.facts().moneyPerRow().currency();
    }

    private static MoneyChange change(Campaign campaign, String typed) {
        return MoneyChange.parse(typed, currency(campaign));
    }

    private NarrowRows keep(String clientId, Campaign campaign, EditBody.RowKeep body) {
        Slice slice = body.codes().isEmpty()
                ? null
                : splits.kept(clientId, campaign, body.variable(), Set.copyOf(body.codes()));
        Map<String, Narrowing> narrowings = new LinkedHashMap<>();
        campaign.rows(body.rowIds())
                .forEach(r -> narrowings.put(
                        r.id(),
                        slice == null
                                ? r.narrowing().without(body.variable())
                                : r.narrowing().with(slice)));
        return new NarrowRows(campaign.id(), narrowings);
    }

    private static SetDelivery delivery(Campaign campaign, EditBody.RowDelivery body) {
        Currency currency = currency(campaign);
        Map<String, Delivery> deliveries = new LinkedHashMap<>();
        for (String rowId : body.rowIds()) {
            Delivery changed = campaign.row(rowId).delivery();
            if (body.seek() != null) {
                changed = changed.seeking(body.seek().goal(), body.seek().charge());
            }
            if (body.bid() != null) {
                changed = changed.bidding(bid(body.bid(), currency));
            }
            if (body.showing() != null) {
                changed = changed.shown(body.showing());
            }
            if (body.run() != null) {
                changed =
                        changed.running(body.run().pace(), new Hours(body.run().hours()));
            }
            if (body.switches() != null) {
                changed = changed.switched(body.switches());
            }
            deliveries.put(rowId, changed);
        }
        return new SetDelivery(campaign.id(), deliveries);
    }

    private static Bid bid(EditBody.BidOffer offer, Currency currency) {
        boolean amount =
                offer.strategy() != BidStrategy.AUTOMATIC && !offer.money().isBlank();
        return new Bid(offer.strategy(), amount ? Money.parse(offer.money(), currency) : null);
    }

    private PlanEdit newAds(String clientId, Plan plan, EditBody.NewAds body) {
        Map<String, String> names = creatives.named(clientId, body.creativeIds()).stream()
                .collect(Collectors.toMap(Creative::id, Creative::name, (one, same) -> one));
        Audience audience =
                audiences.named(clientId, List.of(body.audienceId())).get(0);
        Campaign campaign = plan.campaign(body.campaignId());
        Money usual = campaign.facts().moneyPerRow();
        return Copies.inRowsOfTheirOwn(
                campaign,
                body.creativeIds(),
                audience.id(),
                audience.name(),
                body.money() == null || body.money().isBlank() ? usual : Money.parse(body.money(), usual.currency()),
                id -> Objects.requireNonNull(names.get(id)),
                Ids::fresh);
    }

    private AddColumns newColumns(String clientId, Plan plan, EditBody.NewColumns body) {
        Campaign campaign = plan.campaign(body.campaignId());
        List<PlacedColumn> columns = new ArrayList<>();
        for (Creative creative : creatives.named(clientId, body.creativeIds())) {
            columns.add(new PlacedColumn(
                    campaign.columns().size() + columns.size(), new Column(Ids.fresh(), creative.id()), Map.of()));
        }
        return new AddColumns(body.campaignId(), columns);
    }
}
