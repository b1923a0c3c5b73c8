package app.tidewrack.server.plan;

import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import io.swagger.v3.oas.annotations.media.DiscriminatorMapping;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;

/** An edit as the browser sends it: money as typed, new things without ids. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
@JsonSubTypes({
    @JsonSubTypes.Type(value = EditBody.NewCampaign.class, name = "newCampaign"),
    @JsonSubTypes.Type(value = EditBody.CampaignChange.class, name = "campaignChange"),
    @JsonSubTypes.Type(value = EditBody.CampaignRemoval.class, name = "campaignRemoval"),
    @JsonSubTypes.Type(value = EditBody.NewRows.class, name = "newRows"),
    @JsonSubTypes.Type(value = EditBody.RowRemoval.class, name = "rowRemoval"),
    @JsonSubTypes.Type(value = EditBody.RowName.class, name = "rowName"),
    @JsonSubTypes.Type(value = EditBody.RowMoney.class, name = "rowMoney"),
    @JsonSubTypes.Type(value = EditBody.RowCopy.class, name = "rowCopy"),
    @JsonSubTypes.Type(value = EditBody.NewColumns.class, name = "newColumns"),
    @JsonSubTypes.Type(value = EditBody.ColumnRemoval.class, name = "columnRemoval"),
    @JsonSubTypes.Type(value = EditBody.CellSwitch.class, name = "cellSwitch")
})
@Schema(
        oneOf = {
            EditBody.NewCampaign.class,
            EditBody.CampaignChange.class,
            EditBody.CampaignRemoval.class,
            EditBody.NewRows.class,
            EditBody.RowRemoval.class,
            EditBody.RowName.class,
            EditBody.RowMoney.class,
            EditBody.RowCopy.class,
            EditBody.NewColumns.class,
            EditBody.ColumnRemoval.class,
            EditBody.CellSwitch.class
        },
        discriminatorProperty = "kind",
        discriminatorMapping = {
            @DiscriminatorMapping(value = "newCampaign", schema = EditBody.NewCampaign.class),
            @DiscriminatorMapping(value = "campaignChange", schema = EditBody.CampaignChange.class),
            @DiscriminatorMapping(value = "campaignRemoval", schema = EditBody.CampaignRemoval.class),
            @DiscriminatorMapping(value = "newRows", schema = EditBody.NewRows.class),
            @DiscriminatorMapping(value = "rowRemoval", schema = EditBody.RowRemoval.class),
            @DiscriminatorMapping(value = "rowName", schema = EditBody.RowName.class),
            @DiscriminatorMapping(value = "rowMoney", schema = EditBody.RowMoney.class),
            @DiscriminatorMapping(value = "rowCopy", schema = EditBody.RowCopy.class),
            @DiscriminatorMapping(value = "newColumns", schema = EditBody.NewColumns.class),
            @DiscriminatorMapping(value = "columnRemoval", schema = EditBody.ColumnRemoval.class),
            @DiscriminatorMapping(value = "cellSwitch", schema = EditBody.CellSwitch.class)
        })
sealed interface EditBody {
    int MOST_AT_ONCE = 60_000;

    /** What a campaign is, as typed. */
    record FactsBody(
            @NotNull String name,
            @NotNull String objective,
            @NotNull Temperature temperature,
            @NotNull Purpose purpose,
            @NotNull LocalDate start,
            @NotNull LocalDate lastDay,
            @NotNull String money) {}

    record CellBody(@NotNull String rowId, @NotNull String columnId) {}

    record NewCampaign(
            @NotNull String accountId, @NotNull @Valid FactsBody facts) implements EditBody {}

    record CampaignChange(
            @NotNull String campaignId, @NotNull @Valid FactsBody facts) implements EditBody {}

    record CampaignRemoval(@NotNull String campaignId) implements EditBody {}

    record NewRows(
            @NotNull String campaignId,
            @NotEmpty @Size(max = 500) List<@NotNull String> audienceIds) implements EditBody {}

    record RowRemoval(
            @NotNull String campaignId,
            @NotEmpty @Size(max = 500) List<@NotNull String> rowIds) implements EditBody {}

    record RowName(
            @NotNull String campaignId,
            @NotNull String rowId,
            @NotNull String label) implements EditBody {}

    record RowMoney(
            @NotNull String campaignId,
            @NotEmpty @Size(max = 500) List<@NotNull String> rowIds,
            @NotNull String money) implements EditBody {}

    record RowCopy(@NotNull String campaignId, @NotNull String rowId) implements EditBody {}

    record NewColumns(
            @NotNull String campaignId,
            @NotEmpty @Size(max = 100) List<@NotNull String> creativeIds) implements EditBody {}

    record ColumnRemoval(
            @NotNull String campaignId,
            @NotEmpty @Size(max = 100) List<@NotNull String> columnIds) implements EditBody {}

    record CellSwitch(
            @NotNull String campaignId,
            @NotEmpty @Size(max = MOST_AT_ONCE) List<@NotNull @Valid CellBody> cells,
            boolean on)
            implements EditBody {}
}
