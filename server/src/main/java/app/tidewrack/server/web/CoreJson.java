package app.tidewrack.server.web;

import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.plan.AddCampaign;
import app.tidewrack.core.plan.AddColumns;
import app.tidewrack.core.plan.AddRows;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.ChangeCampaign;
import app.tidewrack.core.plan.LockMoney;
import app.tidewrack.core.plan.NarrowRows;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.RemoveCampaign;
import app.tidewrack.core.plan.RemoveColumns;
import app.tidewrack.core.plan.RemoveRows;
import app.tidewrack.core.plan.RenameRows;
import app.tidewrack.core.plan.SetDelivery;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.Slice;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.plan.Together;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.KeyDeserializer;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.module.SimpleModule;

/** How core's own types are written as JSON, since core knows nothing of it. */
@Configuration
class CoreJson {
    /** Choices of core, each with what says how one is told from another. */
    static final Map<Class<?>, Class<?>> CHOICES = Map.of(
            PlanEdit.class, EditByName.class,
            Slice.class, SliceByName.class,
            Settings.class, SettingsByLevel.class,
            Need.class, NeedByKind.class);

    @Bean
    JsonMapperBuilderCustomizer coreTypes() {
        return builder -> builder.addMixIns(CHOICES)
                .addModule(new SimpleModule()
                        .addKeySerializer(CellRef.class, new CellKeyWriter())
                        .addKeyDeserializer(CellRef.class, new CellKeyReader()))
                .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES);
    }

    /** Edits in the journal carry names of their own, which stay whatever becomes of the records. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "edit")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = AddCampaign.class, name = "AddCampaign"),
        @JsonSubTypes.Type(value = RemoveCampaign.class, name = "RemoveCampaign"),
        @JsonSubTypes.Type(value = ChangeCampaign.class, name = "ChangeCampaign"),
        @JsonSubTypes.Type(value = AddRows.class, name = "AddRows"),
        @JsonSubTypes.Type(value = RemoveRows.class, name = "RemoveRows"),
        @JsonSubTypes.Type(value = RenameRows.class, name = "RenameRows"),
        @JsonSubTypes.Type(value = SetRowMoney.class, name = "SetRowMoney"),
        @JsonSubTypes.Type(value = LockMoney.class, name = "LockMoney"),
        @JsonSubTypes.Type(value = NarrowRows.class, name = "NarrowRows"),
        @JsonSubTypes.Type(value = SetDelivery.class, name = "SetDelivery"),
        @JsonSubTypes.Type(value = AddColumns.class, name = "AddColumns"),
        @JsonSubTypes.Type(value = RemoveColumns.class, name = "RemoveColumns"),
        @JsonSubTypes.Type(value = SwitchCells.class, name = "SwitchCells"),
        @JsonSubTypes.Type(value = Together.class, name = "Together")
    })
    private interface EditByName {}

    /** Slices of a row, in the journal and beside it, likewise. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "slice")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Slice.Aged.class, name = "Aged"),
        @JsonSubTypes.Type(value = Slice.OfGender.class, name = "OfGender"),
        @JsonSubTypes.Type(value = Slice.In.class, name = "In"),
        @JsonSubTypes.Type(value = Slice.ShownIn.class, name = "ShownIn"),
        @JsonSubTypes.Type(value = Slice.Having.class, name = "Having")
    })
    private interface SliceByName {}

    /** Cells as keys: {@code row/column}. */
    private static final class CellKeyWriter extends ValueSerializer<CellRef> {
        @Override
        public void serialize(CellRef cell, JsonGenerator to, SerializationContext context) {
            to.writeName(cell.rowId() + "/" + cell.columnId());
        }
    }

    /** Also as journals have them from before they had a form of their own: {@code CellRef[rowId=r, columnId=c]}. */
    private static final class CellKeyReader extends KeyDeserializer {
        private static final Pattern CELL =
                Pattern.compile("(?:CellRef\\[rowId=)?([^/,]+)(?:/|, columnId=)([^\\]]+)\\]?");

        @Override
        public Object deserializeKey(String key, DeserializationContext context) {
            Matcher cell = CELL.matcher(key);
            if (!cell.matches()) {
                throw new IllegalArgumentException("“%s” is no cell.".formatted(key));
            }
            return new CellRef(cell.group(1), cell.group(2));
        }
    }

    /** What stands on a network, by the level of the item. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "level")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = CampaignSettings.class, name = "CAMPAIGN"),
        @JsonSubTypes.Type(value = GroupSettings.class, name = "AD_GROUP"),
        @JsonSubTypes.Type(value = AdSettings.class, name = "AD")
    })
    private interface SettingsByLevel {}

    /** What needs a person, by the kind of it. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Need.Untaken.class, name = "UNTAKEN"),
        @JsonSubTypes.Type(value = Need.Refused.class, name = "REFUSED"),
        @JsonSubTypes.Type(value = Need.Blocked.class, name = "BLOCKED"),
        @JsonSubTypes.Type(value = Need.Pace.class, name = "PACE"),
        @JsonSubTypes.Type(value = Need.SignOff.class, name = "SIGN_OFF"),
        @JsonSubTypes.Type(value = Need.Leads.class, name = "LEADS"),
        @JsonSubTypes.Type(value = Need.Comments.class, name = "COMMENTS"),
        @JsonSubTypes.Type(value = Need.ChangedThere.class, name = "CHANGED_THERE"),
        @JsonSubTypes.Type(value = Need.UnknownAds.class, name = "UNKNOWN_ADS"),
        @JsonSubTypes.Type(value = Need.Aside.class, name = "ASIDE"),
        @JsonSubTypes.Type(value = Need.TestReady.class, name = "TEST"),
        @JsonSubTypes.Type(value = Need.Advised.class, name = "ADVICE"),
        @JsonSubTypes.Type(value = Need.PostDidWell.class, name = "POST")
    })
    private interface NeedByKind {}
}
