package app.tidewrack.server.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.AddCampaign;
import app.tidewrack.core.plan.AddColumns;
import app.tidewrack.core.plan.AddRows;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.ChangeCampaign;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.DuplicateRow;
import app.tidewrack.core.plan.PlacedColumn;
import app.tidewrack.core.plan.PlacedRow;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.RemoveCampaign;
import app.tidewrack.core.plan.RemoveColumns;
import app.tidewrack.core.plan.RemoveRows;
import app.tidewrack.core.plan.RenameRow;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.plan.EditBody.FactsBody;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Makes core's edits of what the browser sends: reads money, gives ids, looks up what is referred to. */
@Component
class EditReader {
    private final ClientMapper clients;
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;

    EditReader(ClientMapper clients, AudienceLibrary audiences, CreativeLibrary creatives) {
        this.clients = clients;
        this.audiences = audiences;
        this.creatives = creatives;
    }

    PlanEdit read(String clientId, Plan plan, EditBody body) {
        if (body instanceof EditBody.NewCampaign b) {
            return newCampaign(clientId, plan, b);
        } else if (body instanceof EditBody.CampaignChange b) {
            return campaignChange(plan, b);
        } else if (body instanceof EditBody.CampaignRemoval b) {
            return new RemoveCampaign(b.campaignId());
        } else if (body instanceof EditBody.NewRows b) {
            return newRows(clientId, plan, b);
        } else if (body instanceof EditBody.RowRemoval b) {
            return new RemoveRows(b.campaignId(), b.rowIds());
        } else if (body instanceof EditBody.RowName b) {
            return new RenameRow(b.campaignId(), b.rowId(), b.label());
        } else if (body instanceof EditBody.RowMoney b) {
            return rowMoney(plan, b);
        } else if (body instanceof EditBody.RowCopy b) {
            return new DuplicateRow(b.campaignId(), b.rowId(), Ids.fresh());
        } else if (body instanceof EditBody.NewColumns b) {
            return newColumns(clientId, plan, b);
        } else if (body instanceof EditBody.ColumnRemoval b) {
            return new RemoveColumns(b.campaignId(), b.columnIds());
        } else if (body instanceof EditBody.CellSwitch b) {
            List<CellRef> cells = b.cells().stream()
                    .map(c -> new CellRef(c.rowId(), c.columnId()))
                    .toList();
            return new SwitchCells(b.campaignId(), cells, b.on());
        }
        throw new IllegalArgumentException("Unknown edit " + body.getClass());
    }

    private AddCampaign newCampaign(String clientId, Plan plan, EditBody.NewCampaign body) {
        Account account = clients.account(clientId, body.accountId())
                .orElseThrow(() -> new NotFound("account", body.accountId()));
        CampaignFacts facts = facts(body.facts(), Currency.getInstance(account.currency()), ZoneId.of(account.zone()));
        return new AddCampaign(plan.campaigns().size(), Campaign.empty(Ids.fresh(), account.id(), facts));
    }

    private static ChangeCampaign campaignChange(Plan plan, EditBody.CampaignChange body) {
        CampaignFacts before = plan.campaign(body.campaignId()).facts();
        return new ChangeCampaign(
                body.campaignId(),
                facts(
                        body.facts(),
                        before.dailyPerRow().currency(),
                        before.flight().zone()));
    }

    private static CampaignFacts facts(FactsBody body, Currency currency, ZoneId zone) {
        return new CampaignFacts(
                body.name(),
                body.objective(),
                body.temperature(),
                body.purpose(),
                Flight.through(body.start(), body.lastDay(), zone),
                Money.parse(body.money(), currency));
    }

    private AddRows newRows(String clientId, Plan plan, EditBody.NewRows body) {
        Campaign campaign = plan.campaign(body.campaignId());
        Map<String, Audience> known = audiences.byId(clientId);
        Set<String> labels = campaign.rows().stream().map(Row::label).collect(Collectors.toSet());
        List<PlacedRow> rows = new ArrayList<>();
        for (String audienceId : body.audienceIds()) {
            Audience audience = known.get(audienceId);
            if (audience == null) {
                throw new NotFound("audience", audienceId);
            }
            String label = audience.name();
            for (int n = 2; !labels.add(label); n++) {
                label = audience.name() + " " + n;
            }
            Row row = new Row(Ids.fresh(), audienceId, label, campaign.facts().dailyPerRow());
            rows.add(new PlacedRow(campaign.rows().size() + rows.size(), row, Set.of()));
        }
        return new AddRows(body.campaignId(), rows);
    }

    private static SetRowMoney rowMoney(Plan plan, EditBody.RowMoney body) {
        Currency currency =
                plan.campaign(body.campaignId()).facts().dailyPerRow().currency();
        Money money = Money.parse(body.money(), currency);
        Map<String, Money> daily = new LinkedHashMap<>();
        body.rowIds().forEach(r -> daily.put(r, money));
        return new SetRowMoney(body.campaignId(), daily);
    }

    private AddColumns newColumns(String clientId, Plan plan, EditBody.NewColumns body) {
        Campaign campaign = plan.campaign(body.campaignId());
        Set<String> known = creatives.byId(clientId).keySet();
        List<PlacedColumn> columns = new ArrayList<>();
        for (String creativeId : body.creativeIds()) {
            if (!known.contains(creativeId)) {
                throw new NotFound("creative", creativeId);
            }
            columns.add(new PlacedColumn(
                    campaign.columns().size() + columns.size(), new Column(Ids.fresh(), creativeId), Set.of()));
        }
        return new AddColumns(body.campaignId(), columns);
    }
}
