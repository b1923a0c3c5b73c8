package app.tidewrack.server.plan;

import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.plan.EditBody.CellBody;
import app.tidewrack.server.plan.EditBody.FactsBody;
import app.tidewrack.server.plan.PlanView.CampaignView;
import app.tidewrack.server.web.Ids;
import java.time.LocalDate;
import java.util.List;

/** Makes edits from code through the same door that the browser uses; the demo is built with it. */
public final class PlanScript {
    private final PlanDesk desk;
    private final String clientId;
    private final String personId;
    private PlanView plan;

    public PlanScript(PlanDesk desk, String clientId, String personId, String planName) {
        this.desk = desk;
        this.clientId = clientId;
        this.personId = personId;
        plan = desk.add(clientId, planName);
    }

    public PlanView plan() {
        return plan;
    }

    /** The campaign added last. */
    public CampaignView campaign() {
        return plan.campaigns().get(plan.campaigns().size() - 1);
    }

    public PlanScript addCampaign(
            String accountId,
            String name,
            String objective,
            Temperature temperature,
            Purpose purpose,
            LocalDate start,
            LocalDate lastDay,
            String money) {
        return edit(new EditBody.NewCampaign(
                accountId,
                new FactsBody(name, objective, temperature, purpose, start, lastDay, Basis.DAILY, false, null, money)));
    }

    public PlanScript addRows(List<String> audienceIds) {
        return edit(new EditBody.NewRows(campaign().id(), audienceIds));
    }

    public PlanScript addColumns(List<String> creativeIds) {
        return edit(new EditBody.NewColumns(campaign().id(), creativeIds));
    }

    public PlanScript rowMoney(int row, String money) {
        return edit(new EditBody.RowMoney(
                campaign().id(), List.of(campaign().rows().get(row).id()), money));
    }

    public PlanScript switchOff(int row, int column) {
        CellBody cell = new CellBody(
                campaign().rows().get(row).id(),
                campaign().columns().get(column).id());
        return edit(new EditBody.CellSwitch(campaign().id(), List.of(cell), false, null));
    }

    /** The plan as it is now, whoever changed it meanwhile. */
    public PlanScript again() {
        plan = desk.view(clientId, plan.id());
        return this;
    }

    public PlanScript edit(EditBody body) {
        plan = desk.edit(clientId, plan.id(), personId, Ids.fresh(), plan.version(), body);
        return this;
    }
}
