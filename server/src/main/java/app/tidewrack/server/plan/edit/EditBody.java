package app.tidewrack.server.plan.edit;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Showing;
import app.tidewrack.core.plan.Split;
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.plan.Variable;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An edit as the browser sends it: money as typed, new things without ids. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
@JsonSubTypes({
    @JsonSubTypes.Type(value = EditBody.NewCampaign.class, name = "newCampaign"),
    @JsonSubTypes.Type(value = EditBody.CampaignChange.class, name = "campaignChange"),
    @JsonSubTypes.Type(value = EditBody.CampaignRemoval.class, name = "campaignRemoval"),
    @JsonSubTypes.Type(value = EditBody.CampaignReturn.class, name = "campaignReturn"),
    @JsonSubTypes.Type(value = EditBody.CampaignCopy.class, name = "campaignCopy"),
    @JsonSubTypes.Type(value = EditBody.NewRows.class, name = "newRows"),
    @JsonSubTypes.Type(value = EditBody.RowRemoval.class, name = "rowRemoval"),
    @JsonSubTypes.Type(value = EditBody.RowName.class, name = "rowName"),
    @JsonSubTypes.Type(value = EditBody.RowMoney.class, name = "rowMoney"),
    @JsonSubTypes.Type(value = EditBody.CampaignMoney.class, name = "campaignMoney"),
    @JsonSubTypes.Type(value = EditBody.RowLock.class, name = "rowLock"),
    @JsonSubTypes.Type(value = EditBody.RowKeep.class, name = "rowKeep"),
    @JsonSubTypes.Type(value = EditBody.FindingMend.class, name = "mend"),
    @JsonSubTypes.Type(value = EditBody.RowCopy.class, name = "rowCopy"),
    @JsonSubTypes.Type(value = EditBody.RowsInto.class, name = "rowsInto"),
    @JsonSubTypes.Type(value = EditBody.RowSplit.class, name = "rowSplit"),
    @JsonSubTypes.Type(value = EditBody.RowPerCreative.class, name = "rowPerCreative"),
    @JsonSubTypes.Type(value = EditBody.RowLabels.class, name = "rowLabels"),
    @JsonSubTypes.Type(value = EditBody.RowDelivery.class, name = "rowDelivery"),
    @JsonSubTypes.Type(value = EditBody.RowSpread.class, name = "rowSpread"),
    @JsonSubTypes.Type(value = EditBody.RowsMoney.class, name = "rowsMoney"),
    @JsonSubTypes.Type(value = EditBody.Paste.class, name = "paste"),
    @JsonSubTypes.Type(value = EditBody.NewColumns.class, name = "newColumns"),
    @JsonSubTypes.Type(value = EditBody.NewAds.class, name = "newAds"),
    @JsonSubTypes.Type(value = EditBody.ColumnRemoval.class, name = "columnRemoval"),
    @JsonSubTypes.Type(value = EditBody.CellSwitch.class, name = "cellSwitch")
})
public sealed interface EditBody {
    int MOST_AT_ONCE = Campaign.MOST_ROWS * Campaign.MOST_COLUMNS;

    /**
     * What a campaign is, as typed.
     *
     * @param basis what its money is for
     * @param shared whether its rows share one sum
     * @param subject code of a regulated subject; null for none
     * @param money the shared sum, or what a new row starts with
     */
    record FactsBody(
            String name,
            String objective,
            Temperature temperature,
            Purpose purpose,
            LocalDate start,
            LocalDate lastDay,
            Basis basis,
            boolean shared,
            @Nullable String subject,
            String money) {}

    record CellBody(String rowId, String columnId) {}

    /**
     * A campaign at the end of the plan, with what is already known of its sheet.
     *
     * @param audienceIds its rows; null for none yet
     * @param creativeIds its columns, shown in every row or as the template has it; null for none yet
     * @param templateId what its sheet is like; null for one row of each audience
     */
    record NewCampaign(
            String accountId,
            @Valid FactsBody facts,
            @Size(max = Campaign.MOST_ROWS) @Nullable List<String> audienceIds,
            @Size(max = Campaign.MOST_COLUMNS) @Nullable List<String> creativeIds,
            @Size(max = 64) @Nullable String templateId)
            implements EditBody {}

    record CampaignChange(String campaignId, @Valid FactsBody facts) implements EditBody {}

    record CampaignRemoval(String campaignId) implements EditBody {}

    /** One that was taken away comes back as it was, at the end of the plan. */
    record CampaignReturn(String campaignId) implements EditBody {}

    /** A copy on another account, or on the same, at the end of the plan. */
    record CampaignCopy(String campaignId, String accountId) implements EditBody {}

    record NewRows(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> audienceIds) implements EditBody {}

    record RowRemoval(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds) implements EditBody {}

    record RowName(String campaignId, String rowId, String label) implements EditBody {}

    /** @param money an amount, a change such as {@code +2} or {@code −10 %} of what each row has, or several with {@code /} between */
    record RowMoney(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            String money) implements EditBody {}

    /** @param money the sum that the campaign's rows share, or a change of it as in {@link RowMoney} */
    record CampaignMoney(String campaignId, String money) implements EditBody {}

    /** Keeps the money of rows as it is, or lets it go. */
    record RowLock(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            boolean locked) implements EditBody {}

    /**
     * Keeps rows to some values of a variable, as people on phones alone, without new rows.
     *
     * @param codes of the values, as the row's split options list them; empty for all again
     */
    record RowKeep(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            Variable variable,
            @Size(max = 20) List<String> codes)
            implements EditBody {}

    /**
     * Mends a finding that has a one-key mend.
     *
     * @param rowId null for every place of the rule that can be mended so
     */
    record FindingMend(
            String campaignId,
            String rule,
            @Nullable String rowId,
            @Nullable String columnId) implements EditBody {}

    /** Labels of several rows at once, as find and replace makes them. */
    record RowLabels(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) Map<String, String> labels) implements EditBody {}

    /** @param times copies of each row */
    record RowCopy(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            @Min(1) @Max(100) int times)
            implements EditBody {}

    /** Copies of rows at the end of another campaign of the account. */
    record RowsInto(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            String toCampaignId) implements EditBody {}

    record RowSplit(String campaignId, String rowId, @Valid SplitBody split) implements EditBody {}

    /** Each creative of a row in a row of its own, with equal parts of its money. */
    record RowPerCreative(String campaignId, String rowId) implements EditBody {}

    /** What a row is split by, and what the new rows get of its money. */
    record SplitBody(@NotEmpty @Size(max = 11) List<@Valid SplitBy> by, Split.Share share) {}

    /**
     * The values of one variable.
     *
     * @param codes of the values, as the row's split options list them
     * @param bands for ages: so many even bands instead
     * @param cuts for ages: first ages of the second band and those after it instead
     */
    record SplitBy(
            Variable variable,
            @Size(max = Campaign.MOST_ROWS) @Nullable List<String> codes,
            @Nullable Integer bands,
            @Size(max = 60) @Nullable List<Integer> cuts) {}

    /** Money of each of some rows, as it was shown before. */
    record RowsMoney(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<@Valid MoneyOfRow> rows) implements EditBody {}

    record MoneyOfRow(
            String rowId, @Min(0) @Max(Money.LARGEST_MINOR) long minor) {}

    /** @param money what the rows spend a day together, as typed */
    record RowSpread(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            String money,
            Spread.How how)
            implements EditBody {}

    /**
     * How rows are delivered; what is null stays as it is.
     *
     * @param switches what the network lets switch, by code
     */
    record RowDelivery(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_ROWS) List<String> rowIds,
            @Nullable @Valid Seek seek,
            @Nullable @Valid BidOffer bid,
            @Nullable @Valid Showing showing,
            @Nullable @Valid Run run,
            @Size(max = 20) @Nullable Map<String, Boolean> switches)
            implements EditBody {}

    /** @param goal null for the objective's usual one; likewise the charge for the goal's */
    record Seek(@Nullable String goal, @Nullable Charge charge) {}

    /** @param money as typed; empty when automatic */
    record BidOffer(BidStrategy strategy, String money) {}

    /** @param hours 168 signs, 1 where the rows run */
    record Run(Pace pace, String hours) {}

    /**
     * Cells of a spreadsheet; those that can be taken go in.
     *
     * @param startRowId the row at hand; null for the first
     */
    record Paste(
            String campaignId,
            @Nullable String startRowId,
            @Size(max = MOST_TEXT) String text) implements EditBody {
        public static final int MOST_TEXT = 1_000_000;
    }

    record NewColumns(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_COLUMNS) List<String> creativeIds) implements EditBody {}

    /**
     * Creatives as columns, each shown in a new row of its own for an audience, and in no other.
     *
     * @param money of each row; null for what the campaign gives a new row
     */
    record NewAds(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_COLUMNS) List<String> creativeIds,
            String audienceId,
            @Nullable String money)
            implements EditBody {}

    record ColumnRemoval(
            String campaignId,
            @NotEmpty @Size(max = Campaign.MOST_COLUMNS) List<String> columnIds) implements EditBody {}

    /** @param why a reason, when they are excluded and not merely switched off */
    record CellSwitch(
            String campaignId,
            @NotEmpty @Size(max = MOST_AT_ONCE) List<@Valid CellBody> cells,
            boolean on,
            @Nullable String why)
            implements EditBody {}
}
