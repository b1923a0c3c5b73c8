package app.tidewrack.server.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Slice;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.plan.Template;
import app.tidewrack.core.plan.Template.Departure;
import app.tidewrack.core.plan.Template.Laid;
import app.tidewrack.core.plan.Template.Part;
import app.tidewrack.core.plan.Template.People;
import app.tidewrack.core.plan.Variable;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.template.TemplateLibrary;
import app.tidewrack.server.plan.template.TemplateMapper.KeptTemplate;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Templates: campaigns kept without whom they talked to and what they showed, and laid over others. */
@RestController
@RequestMapping("/api/clients/{clientId}/templates")
@RequiredArgsConstructor
class TemplateController {
    /** Rows that are drawn of a template. */
    private static final int DRAWN = 12;

    private final TemplateLibrary templates;
    private final PlanDesk desk;
    private final Accounts accounts;
    private final Networks networks;

    /**
     * Money is in minor units of {@code currency}.
     *
     * @param client name of the client it was kept for; null when that is this one
     * @param people what the people it talked to were called, in the order of its rows
     * @param rows how many it has
     * @param drawn the first of them
     * @param split what its rows are split by, in words
     * @param basis what its money is for
     * @param sharedMinor the sum its rows share; null when each has its own
     */
    record TemplateView(
            String id,
            String name,
            @Nullable String client,
            String network,
            String networkName,
            String objective,
            Temperature temperature,
            Purpose purpose,
            LocalDate start,
            LocalDate lastDay,
            String currency,
            long moneyPerRowMinor,
            Basis basis,
            @Nullable Long sharedMinor,
            @Nullable String subject,
            List<String> people,
            int rows,
            int creatives,
            List<DrawnRow> drawn,
            List<String> split,
            String madeBy,
            Instant madeAt) {}

    /** @param off places of the columns it has no ad in, from 0 */
    record DrawnRow(String label, long moneyMinor, Set<Integer> off) {}

    @GetMapping
    List<TemplateView> templates(@PathVariable String clientId, Principal person) {
        return templates.seen(person).stream().map(t -> view(clientId, t)).toList();
    }

    record NewTemplate(
            String name,
            @Size(max = 64) String planId,
            @Size(max = 64) String campaignId) {}

    @PostMapping
    TemplateView keep(@PathVariable String clientId, @Valid @RequestBody NewTemplate body, Principal person) {
        Campaign campaign = desk.plan(clientId, body.planId()).plan().campaign(body.campaignId());
        return view(clientId, templates.keep(clientId, body.name(), campaign, person.getName()));
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        templates.remove(clientId, id);
    }

    record Over(
            @Size(max = 64) String accountId,
            @Size(max = Campaign.MOST_ROWS) List<String> audienceIds,
            @Size(max = Campaign.MOST_COLUMNS) List<String> creativeIds) {}

    /**
     * What a campaign like a template would be.
     *
     * @param changes what is not as the template has it
     */
    record OverView(int ads, int columns, List<OverRow> rows, List<Departure> changes) {}

    /** @param ownMinor its money, where that is another than what the campaign gives a row; null otherwise */
    record OverRow(String label, int ads, @Nullable Long ownMinor) {}

    @AsksOnly
    @PostMapping("/{id}/over")
    OverView over(
            @PathVariable String clientId, @PathVariable String id, @Valid @RequestBody Over body, Principal person) {
        KeptTemplate kept = templates.one(person, id);
        Account account = accounts.account(clientId, body.accountId());
        CampaignFacts facts = templates.facts(kept.content(), account);
        Laid laid = templates.laid(clientId, kept.content(), account, facts, body.audienceIds(), body.creativeIds());
        Campaign campaign = laid.campaign();
        return new OverView(
                campaign.ads(),
                campaign.columns().size(),
                campaign.rows().stream().map(r -> row(laid, r)).toList(),
                laid.changes());
    }

    private static OverRow row(Laid laid, Row row) {
        Campaign campaign = laid.campaign();
        boolean own =
                laid.own().contains(row.id()) && !campaign.facts().budgeting().forCampaign();
        return new OverRow(
                row.label(),
                campaign.onColumns(row.id()).size(),
                own ? row.money().minor() : null);
    }

    private TemplateView view(String clientId, KeptTemplate kept) {
        Template template = kept.content();
        CampaignFacts facts = template.facts();
        Money shared = facts.budgeting().shared();
        List<Part> parts =
                template.people().stream().flatMap(p -> p.rows().stream()).toList();
        Set<Variable> split = new TreeSet<>();
        parts.forEach(p -> p.narrowing().slices().stream().map(Slice::variable).forEach(split::add));
        return new TemplateView(
                kept.id(),
                kept.name(),
                kept.clientId().equals(clientId) ? null : kept.client(),
                template.network(),
                networks.rulebook(template.network()).name(),
                facts.objective(),
                facts.temperature(),
                facts.purpose(),
                facts.flight().start(),
                facts.flight().lastDay(),
                facts.moneyPerRow().currency().getCurrencyCode(),
                facts.moneyPerRow().minor(),
                facts.budgeting().basis(),
                shared == null ? null : shared.minor(),
                facts.subject(),
                template.people().stream().map(People::words).toList(),
                template.rows(),
                template.creatives(),
                parts.stream()
                        .limit(DRAWN)
                        .map(p -> new DrawnRow(p.label(), p.money().minor(), p.off()))
                        .toList(),
                split.stream().map(Variable::words).toList(),
                kept.madeBy(),
                kept.madeAt());
    }
}
