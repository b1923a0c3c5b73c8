package app.tidewrack.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Items;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.PlanEdit.Applied;
import app.tidewrack.core.plan.RandomEdits;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

class CoreJsonTest {
    private static JsonMapper json() {
        JsonMapper.Builder builder = JsonMapper.builder();
        new CoreJson().coreTypes().customize(builder);
        return builder.build();
    }

    /** The names that stand in databases. One may be added; none may change, whatever becomes of the records. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            app.tidewrack.core.plan.PlanEdit | AddCampaign AddColumns AddRows ChangeCampaign LockMoney NarrowRows \
            RemoveCampaign RemoveColumns RemoveRows RenameRows SetDelivery SetRowMoney SwitchCells Together
            app.tidewrack.core.plan.Slice | Aged Having In OfGender ShownIn
            app.tidewrack.core.launch.Settings | AD AD_GROUP CAMPAIGN
            """)
    void storedNamesStay(Class<?> type, String names) {
        Map<Class<?>, String> named = Arrays.stream(json().serializationConfig()
                        .findMixInClassFor(type)
                        .getAnnotation(JsonSubTypes.class)
                        .value())
                .collect(Collectors.toMap(JsonSubTypes.Type::value, JsonSubTypes.Type::name));
        assertThat(named.values()).containsExactlyInAnyOrder(names.split(" "));
        assertThat(named).containsOnlyKeys(type.getPermittedSubclasses());
    }

    @ParameterizedTest
    @ValueSource(strings = {"r1/c1", "CellRef[rowId=r1, columnId=c1]"})
    void cellsAreReadAsTheyAreWrittenAndAsTheyOnceWere(String key) {
        TypeReference<Map<CellRef, String>> cells = new TypeReference<>() {};
        Map<CellRef, String> read = json().readValue(json().writeValueAsString(Map.of(key, "why")), cells);
        assertThat(read).containsExactly(Map.entry(new CellRef("r1", "c1"), "why"));
        assertThat(json().writeValueAsString(read)).isEqualTo("{\"r1/c1\":\"why\"}");
    }

    /** What is stored of a launch reads as it was written: otherwise every launch would find changes that nobody made. */
    @ParameterizedTest
    @EnumSource(Level.class)
    void settingsReadAsTheyWereWritten(Level level) {
        for (int seed = 0; seed < 300; seed++) {
            Settings settings = Items.any(new Random(seed), level);
            String written = json().writerFor(Settings.class).writeValueAsString(settings);
            Settings read = json().readValue(written, Settings.class);
            assertThat(read).as("seed %d, %s", seed, written).isEqualTo(settings);
            assertThat(read.differing(settings)).isEmpty();
        }
    }

    /**
     * Every kind of edit and what takes it back, 30 runs of 60 edits: read from what is stored they do the same, so that an undo or a
     * redo never finds something it cannot read.
     */
    @Test
    void editsReadAsTheyWereWritten() {
        Set<Class<?>> kinds = new HashSet<>();
        for (int seed = 0; seed < 30; seed++) {
            Random random = new Random(seed);
            RandomEdits edits = new RandomEdits();
            Plan plan = new Plan("p", "Plan", List.of());
            for (int step = 0; step < 60; step++) {
                PlanEdit edit = edits.any(plan, random);
                Applied applied = edit.applyTo(plan);
                assertThat(stored(edit).applyTo(plan).plan()).isEqualTo(applied.plan());
                assertThat(stored(applied.inverse()).applyTo(applied.plan()).plan())
                        .isEqualTo(plan);
                kinds.add(edit.getClass());
                kinds.add(applied.inverse().getClass());
                plan = applied.plan();
            }
        }
        assertThat(kinds).containsExactlyInAnyOrder(PlanEdit.class.getPermittedSubclasses());
    }

    private static PlanEdit stored(PlanEdit edit) {
        PlanEdit read = json().readValue(json().writerFor(PlanEdit.class).writeValueAsString(edit), PlanEdit.class);
        assertThat(read).isEqualTo(edit);
        return read;
    }
}
