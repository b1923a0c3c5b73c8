package app.tidewrack.server.plan;

import app.tidewrack.core.plan.MoneyCalendar;
import app.tidewrack.server.plan.PlanDesk.PlanLine;
import app.tidewrack.server.plan.PlanMapper.HistoryLine;
import app.tidewrack.server.plan.PlanMapper.RemovedPlan;
import app.tidewrack.server.plan.edit.CampaignRemovals.RemovedCampaign;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.plan.inspect.RowPeople;
import app.tidewrack.server.plan.template.TemplateLibrary;
import app.tidewrack.server.web.MostBytes;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Plans: listed, shown, edited, undone. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans")
@RequiredArgsConstructor
class PlanController {
    private final PlanDesk desk;
    private final RowPeople people;
    private final ToldViews told;
    private final TemplateLibrary templates;

    /** @param campaign its first, made with it or not at all; null for none yet */
    record NewPlan(String name, @Valid EditBody.@Nullable NewCampaign campaign) {}

    /**
     * @param editId chosen by the browser, so that sending the same edit twice makes it once
     * @param version of the plan the edit was made on
     * @param over whether it is made even where somebody else changed the same since {@code version}; no when it does not say
     * @param held stamp of the plan as the browser holds it: only what differs is answered; null answers it whole
     */
    record EditRequest(
            @Size(min = 8, max = 64) String editId,
            int version,
            @Nullable Boolean over,
            @Size(max = 64) @Nullable String held,
            @Valid EditBody edit) {}

    /**
     * @param campaignId whose sheet it is
     * @param others whether a change of another person may be taken back or made again; no when it does not say
     * @param held as of an edit
     */
    record StepBody(
            @Size(max = 64) String campaignId,
            int version,
            @Nullable Boolean others,
            @Size(max = 64) @Nullable String held) {}

    @GetMapping
    List<PlanLine> plans(@PathVariable String clientId) {
        return desk.plans(clientId);
    }

    @PostMapping
    PlanView add(@PathVariable String clientId, @Valid @RequestBody NewPlan plan, Principal person) {
        EditBody.NewCampaign first = plan.campaign();
        if (first == null) {
            return desk.add(clientId, plan.name());
        }
        requireSeen(person, first);
        PlanView made = desk.add(clientId, plan.name(), first, person.getName());
        return first.templateId() == null ? made : plan(clientId, made.id());
    }

    private void requireSeen(Principal person, EditBody.NewCampaign added) {
        if (added.templateId() != null) {
            templates.one(person, added.templateId());
        }
    }

    @GetMapping("/removed")
    List<RemovedPlan> removed(@PathVariable String clientId) {
        return desk.removed(clientId);
    }

    @DeleteMapping("/{planId}")
    void remove(@PathVariable String clientId, @PathVariable String planId, Principal person) {
        desk.remove(clientId, planId, person.getName());
    }

    @PostMapping("/{planId}/back")
    PlanView bringBack(@PathVariable String clientId, @PathVariable String planId) {
        return desk.bringBack(clientId, planId);
    }

    @GetMapping("/{planId}/campaigns/removed")
    List<RemovedCampaign> removedCampaigns(@PathVariable String clientId, @PathVariable String planId) {
        return desk.removedCampaigns(clientId, planId);
    }

    @GetMapping("/{planId}")
    PlanView plan(@PathVariable String clientId, @PathVariable String planId) {
        people.askUnknown(clientId, desk.plan(clientId, planId).plan());
        return desk.view(clientId, planId);
    }

    /** What one currency's campaigns spend day by day, in minor units. */
    record CalendarView(String currency, List<CalendarDay> days, long totalMinor) {}

    record CalendarDay(LocalDate date, long minor) {}

    @GetMapping("/{planId}/calendar")
    List<CalendarView> calendar(@PathVariable String clientId, @PathVariable String planId) {
        return MoneyCalendar.of(desk.plan(clientId, planId).plan()).stream()
                .map(c -> new CalendarView(
                        c.currency().getCurrencyCode(),
                        c.days().stream()
                                .map(d -> new CalendarDay(d.date(), d.money().minor()))
                                .toList(),
                        c.total().minor()))
                .toList();
    }

    @GetMapping("/{planId}/history")
    List<HistoryLine> history(@PathVariable String clientId, @PathVariable String planId) {
        return desk.history(clientId, planId);
    }

    @MostBytes(10_000_000)
    @PutMapping("/{planId}/edits")
    PlanView edit(
            @PathVariable String clientId,
            @PathVariable String planId,
            @Valid @RequestBody EditRequest request,
            Principal person) {
        EditBody edit = request.edit();
        if (edit instanceof EditBody.NewCampaign added) {
            requireSeen(person, added);
        }
        PlanView made = desk.edit(
                clientId,
                planId,
                person.getName(),
                request.editId(),
                request.version(),
                Boolean.TRUE.equals(request.over()),
                edit);
        // Only these give rows people or bids that the network was not asked about before.
        boolean unasked = edit instanceof EditBody.RowDelivery
                || edit instanceof EditBody.RowKeep
                || edit instanceof EditBody.RowSplit
                || edit instanceof EditBody.CampaignCopy
                || (edit instanceof EditBody.NewCampaign like && like.templateId() != null);
        return told.since(request.held(), unasked ? plan(clientId, planId) : made);
    }

    @PostMapping("/{planId}/undo")
    PlanView undo(
            @PathVariable String clientId,
            @PathVariable String planId,
            @Valid @RequestBody StepBody body,
            Principal person) {
        boolean others = Boolean.TRUE.equals(body.others());
        return told.since(
                body.held(), desk.undo(clientId, planId, body.campaignId(), person.getName(), body.version(), others));
    }

    @PostMapping("/{planId}/redo")
    PlanView redo(
            @PathVariable String clientId,
            @PathVariable String planId,
            @Valid @RequestBody StepBody body,
            Principal person) {
        boolean others = Boolean.TRUE.equals(body.others());
        return told.since(
                body.held(), desk.redo(clientId, planId, body.campaignId(), person.getName(), body.version(), others));
    }

    /**
     * @param rowId null where the finding concerns the whole sheet; likewise the column
     * @param why the reason; null lets it be told again
     */
    record SilenceBody(
            @Size(max = 60) String rule,
            @Nullable String rowId,
            @Nullable String columnId,
            @Size(max = 1000) @Nullable String why) {}

    @PutMapping("/{planId}/campaigns/{campaignId}/silenced")
    PlanView silence(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody SilenceBody body,
            Principal person) {
        return desk.silence(
                clientId, planId, campaignId, body.rule(), body.rowId(), body.columnId(), body.why(), person.getName());
    }
}
