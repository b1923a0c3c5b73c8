package app.tidewrack.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Items;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.plan.CellRef;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
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
}
