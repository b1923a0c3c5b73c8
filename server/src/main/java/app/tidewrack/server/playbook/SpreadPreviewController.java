package app.tidewrack.server.playbook;

import app.tidewrack.core.forecast.NextMoney.Gain;
import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.plan.Spread.How;
import app.tidewrack.core.plan.Spread.Known;
import app.tidewrack.core.playbook.BringsMost;
import app.tidewrack.core.playbook.BringsMost.Step;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.inspect.RowPeople;
import app.tidewrack.server.plan.preview.MoneyToBe;
import app.tidewrack.server.playbook.CampaignResponses.Bring;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What each row would get of a sum spread over them, and what that brings. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/spread-preview")
@RequiredArgsConstructor
class SpreadPreviewController {
    private static final int STEPS = 24;

    private final PlanDesk desk;
    private final RowPeople people;
    private final CampaignResponses bring;

    record SpreadBody(
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds, String money, Spread.How how) {}

    /** @param brings null but where money goes where it brings most */
    record SpreadToBe(List<MoneyToBe> rows, @Nullable Brings brings) {}

    /**
     * What rows bring a day.
     *
     * @param counted what is counted, in words
     * @param before all rows together, on average
     * @param more after it than before, on average; in four cases of five from {@code moreFrom} to {@code moreTo}
     * @param step the step between two rows that brings most; null where fewer than two may change
     * @param mostMinor money at the right end of the curves, which begin at nothing
     */
    record Brings(
            String counted,
            double before,
            double more,
            double moreFrom,
            double moreTo,
            @Nullable StepBrings step,
            long mostMinor,
            List<RowBrings> rows) {}

    /** Money moved from a row to another, and what that brings more, in four cases of five from {@code moreFrom} to {@code moreTo}. */
    record StepBrings(String from, String to, long minor, double more, double moreFrom, double moreTo) {}

    /** @param curve at even steps of money */
    record RowBrings(String rowId, double before, double after, List<Double> curve) {}

    @AsksOnly
    @PostMapping
    SpreadToBe spread(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody SpreadBody body) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        Money total = Money.parse(body.money(), campaign.facts().moneyPerRow().currency());
        Bring brought =
                body.how() == How.BRINGS_MOST ? bring.of(clientId, campaign).orElse(null) : null;
        Known of = new Known(
                body.how() == How.BY_PEOPLE ? people.sizes(clientId, campaign) : Map.of(),
                brought == null ? null : brought.best());
        Map<String, Money> after = new Spread(total, body.how()).over(campaign, body.rowIds(), of);
        List<Row> rows = campaign.rows(body.rowIds());
        return new SpreadToBe(
                rows.stream()
                        .map(r -> new MoneyToBe(
                                r.id(),
                                r.label(),
                                r.money().minor(),
                                Objects.requireNonNull(after.get(r.id())).minor()))
                        .toList(),
                brought == null ? null : brings(brought, rows, after));
    }

    private static Brings brings(Bring brought, List<Row> rows, Map<String, Money> after) {
        BringsMost best = brought.best();
        List<Row> ran =
                rows.stream().filter(r -> best.responses().containsKey(r.id())).toList();
        Gain gain = best.gain(ran, after);
        long most = ran.stream()
                .flatMapToLong(r -> LongStream.of(
                        r.money().minor(),
                        Objects.requireNonNull(after.get(r.id())).minor()))
                .max()
                .orElse(1);
        List<RowBrings> lines = ran.stream()
                .map(r -> line(best.response(r), r, Objects.requireNonNull(after.get(r.id())), most))
                .toList();
        return new Brings(
                brought.counted(),
                lines.stream().mapToDouble(RowBrings::before).sum(),
                gain.results(),
                gain.from(),
                gain.to(),
                best.step(ran, tenUnits(ran)).map(SpreadPreviewController::step).orElse(null),
                most,
                lines);
    }

    private static long tenUnits(List<Row> rows) {
        return rows.isEmpty()
                ? 0
                : 10 * Math.round(Math.pow(10, rows.get(0).money().currency().getDefaultFractionDigits()));
    }

    private static StepBrings step(Step step) {
        Gain gain = step.gain();
        return new StepBrings(
                step.from().label(), step.to().label(), step.minor(), gain.results(), gain.from(), gain.to());
    }

    private static RowBrings line(Response response, Row row, Money after, long most) {
        return new RowBrings(
                row.id(),
                response.of(row.money().minor()),
                response.of(after.minor()),
                IntStream.rangeClosed(0, STEPS)
                        .mapToObj(i -> response.of((double) most * i / STEPS))
                        .toList());
    }
}
