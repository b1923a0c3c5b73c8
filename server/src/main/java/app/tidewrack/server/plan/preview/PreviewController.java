package app.tidewrack.server.plan.preview;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.BidTold;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.MostShared;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Pasted;
import app.tidewrack.core.plan.Pasted.Bad;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Relabel;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Split;
import app.tidewrack.core.plan.Variable;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.KnownSizes;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.edit.CampaignCarrier;
import app.tidewrack.server.plan.edit.CampaignCarrier.Foreseen;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.plan.edit.EditBody.SplitBody;
import app.tidewrack.server.plan.edit.PasteReader;
import app.tidewrack.server.plan.edit.SplitReader;
import app.tidewrack.server.plan.edit.SplitReader.VariableOffer;
import app.tidewrack.server.plan.inspect.BidPrices;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.MostBytes;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What an edit of many rows would do, before it is made: splits, find and replace, cells pasted from a spreadsheet. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}")
@RequiredArgsConstructor
class PreviewController {
    /** More than this are too many to compare pair by pair. */
    private static final int MOST_COMPARED = 60;

    /** Values of these exclude one another, or show the same people in other places: there is nothing to compare. */
    private static final Set<Variable> APART = Set.of(Variable.AGE, Variable.GENDER, Variable.PLACEMENT);

    private final PlanDesk desk;
    private final SplitReader splits;
    private final PasteReader pastes;
    private final BidPrices bids;
    private final CampaignCarrier carrier;
    private final AudienceLibrary audiences;
    private final KnownSizes sizes;
    private final Accounts accounts;
    private final Networks networks;

    /**
     * @param varies what it keeps to of the row that is split
     * @param size null while the network does not tell it
     */
    record RowToBe(
            String label,
            String varies,
            long moneyMinor,
            @Nullable AudienceSize size) {}

    /** The two rows that share the most people, as a part of the smaller of them, 0 to 1. */
    record SharedRows(String one, String other, double share, AudienceSize people) {}

    /**
     * @param dailyBeforeMinor what the sheet spends a day now, in minor units
     * @param dailyAfterMinor and after the split
     * @param lowestMinor the network's lowest money of a row, as the campaign gives it; null where it is not known in this currency
     * @param ads how many the rows will have
     * @param shared null when no two share anyone, or they were not compared
     */
    record Preview(
            List<RowToBe> rows,
            int ads,
            String currency,
            long dailyBeforeMinor,
            long dailyAfterMinor,
            @Nullable Long lowestMinor,
            @Nullable SharedRows shared) {}

    /** What bids win for a row with the goal and charge asked about, as its network tells. */
    @GetMapping("/rows/{rowId}/bids")
    BidTold bids(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId,
            @RequestParam @Nullable String goal,
            @RequestParam @Nullable Charge charge) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        Row row = campaign.row(rowId);
        AudienceDefinition base = audiences.byId(clientId, row.audienceId()).definition();
        return bids.ask(clientId, campaign, row.delivered(row.delivery().seeking(goal, charge)), row.people(base));
    }

    /** What a copy of the campaign on another account would lose. */
    @GetMapping("/carried")
    Foreseen carried(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @RequestParam String accountId) {
        Plan plan = desk.plan(clientId, planId).plan();
        return carrier.foresee(clientId, plan, plan.campaign(campaignId), accountId);
    }

    record RelabelBody(
            @Size(max = 80) String find,
            @Size(max = 80) String with,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds) {}

    /** Labels that find and replace would change. */
    @AsksOnly
    @PostMapping("/relabel-preview")
    List<Relabel.Changed> relabel(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody RelabelBody body) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        return new Relabel(body.find(), body.with()).of(campaign, Set.copyOf(body.rowIds()));
    }

    /** @param startRowId the row at hand; null for the first */
    record PasteBody(
            @Nullable String startRowId,
            @Size(max = EditBody.Paste.MOST_TEXT) String text) {}

    /** What pasted cells would do, and those that cannot be taken. */
    record PastePreview(List<MoneyToBe> money, List<RowToBe> rows, int switched, String currency, List<Bad> bad) {}

    @AsksOnly
    @MostBytes(4_000_000)
    @PostMapping("/paste-preview")
    PastePreview paste(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody PasteBody body) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        Pasted pasted = pastes.read(clientId, campaign, body.startRowId(), body.text());
        return new PastePreview(
                campaign.rows().stream()
                        .filter(r -> pasted.money().containsKey(r.id()))
                        .map(r -> new MoneyToBe(
                                r.id(),
                                r.label(),
                                r.money().minor(),
                                Objects.requireNonNull(pasted.money().get(r.id()))
                                        .minor()))
                        .toList(),
                pasted.rows().stream()
                        .map(r -> new RowToBe(r.label(), "", r.money().minor(), null))
                        .toList(),
                pasted.cells().size(),
                campaign.facts().moneyPerRow().currency().getCurrencyCode(),
                pasted.bad());
    }

    @GetMapping("/rows/{rowId}/split-options")
    List<VariableOffer> options(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        return splits.offers(clientId, campaign, campaign.row(rowId));
    }

    @AsksOnly
    @PostMapping("/rows/{rowId}/split-preview")
    Preview preview(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId,
            @Valid @RequestBody SplitBody body) {
        Plan plan = desk.plan(clientId, planId).plan();
        Campaign campaign = plan.campaign(campaignId);
        Row row = campaign.row(rowId);
        Split split = splits.read(clientId, campaign, row, body);
        Campaign made =
                split.of(campaign, rowId, Ids::fresh).applyTo(plan).plan().campaign(campaignId);
        List<Row> rows =
                made.rows().stream().filter(r -> !campaign.rows().contains(r)).toList();
        AudienceDefinition base = audiences.byId(clientId, row.audienceId()).definition();
        List<AudienceDefinition> people = rows.stream().map(r -> r.people(base)).toList();
        Account account = accounts.account(clientId, campaign.accountId());
        List<AudienceSize> told = told(clientId, account, people);
        Money before = PlanTotals.of(campaign).daily();
        return new Preview(
                IntStream.range(0, rows.size())
                        .mapToObj(i -> new RowToBe(
                                rows.get(i).label(),
                                rows.get(i).narrowing().words(),
                                rows.get(i).money().minor(),
                                told.isEmpty() ? null : told.get(i)))
                        .toList(),
                campaign.onColumns(rowId).size() * rows.size(),
                before.currency().getCurrencyCode(),
                before.minor(),
                PlanTotals.of(made).daily().minor(),
                lowest(account, campaign, before.currency()),
                told.isEmpty() ? null : shared(clientId, account, split, rows, people));
    }

    /** The network's lowest money of a row, in what the campaign's money is for; null where it has none. */
    private @Nullable Long lowest(Account account, Campaign campaign, Currency currency) {
        return networks.rulebook(account.network())
                .money(currency)
                .map(m -> campaign.facts()
                        .budgeting()
                        .ofDaily(
                                new Money(m.lowestDailyMinor(), m.currency()),
                                campaign.facts().flight())
                        .minor())
                .orElse(null);
    }

    /** None while the network is away. */
    private List<AudienceSize> told(String clientId, Account account, List<AudienceDefinition> people) {
        try {
            return sizes.ask(clientId, account, people);
        } catch (NetworkAway | NetworkRefused e) {
            return List.of();
        }
    }

    private @Nullable SharedRows shared(
            String clientId, Account account, Split split, List<Row> rows, List<AudienceDefinition> people) {
        boolean apart = split.by().stream().allMatch(b -> APART.contains(b.variable()));
        if (apart || rows.size() > MOST_COMPARED) {
            return null;
        }
        Overlaps overlaps = sizes.overlaps(clientId, account, people);
        return MostShared.of(overlaps.sizes(), overlaps.shared())
                .map(m -> new SharedRows(
                        rows.get(m.one()).label(), rows.get(m.other()).label(), m.share(), m.people()))
                .orElse(null);
    }
}
