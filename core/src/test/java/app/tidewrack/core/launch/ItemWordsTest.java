package app.tidewrack.core.launch;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.plan.Budgeting.Basis;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ItemWordsTest {
    /** Items whose every part says something, together with money for the flight, have every field there is. */
    @Test
    void everyPartHasWords() {
        Map<Field, String> words = new EnumMap<>(Field.class);
        for (Settings s : new Settings[] {
            Items.CAMPAIGN, Items.GROUP, Items.AD, Items.CAMPAIGN.with(Items.pounds(Basis.LIFETIME, 14_000))
        }) {
            s.parts().keySet().forEach(f -> words.put(f, Items.words().of(f, s)));
        }
        Set<Field> ofSettings = EnumSet.complementOf(EnumSet.of(Field.STATE, Field.PRESENCE));
        assertThat(words)
                .containsOnlyKeys(ofSettings)
                .allSatisfy((f, w) -> assertThat(w).as(f.name()).isNotBlank());
        assertThat(words)
                .containsEntry(Field.MONEY_A_DAY, "£10.00")
                .containsEntry(Field.MONEY_FOR_FLIGHT, "£140.00")
                .containsEntry(Field.AUDIENCE, "Great Britain, aged 25 to 54, source Source s1")
                .containsEntry(Field.BID, "at most £0.75")
                .containsEntry(Field.HOURS, "daily 7 to 23")
                .containsEntry(Field.SWITCHES, "Comments off")
                .containsEntry(Field.MEDIA, "sock.jpg, 1080 × 1080 px (abababab)")
                .containsEntry(Field.FORM, "Ask, version 2")
                .containsEntry(Field.CARDS, "Sock £14");
    }

    @ParameterizedTest
    @CsvSource({"c, CAMPAIGN,", "r1, AD_GROUP, c", "r1/k2, AD, r1"})
    void keysAreReadAsTheyAreWritten(String text, Level level, String parent) {
        ItemKey key = ItemKey.parse("c", text);
        assertThat(key.text()).isEqualTo(text);
        assertThat(key.level()).isEqualTo(level);
        assertThat(key.parent().map(ItemKey::text).orElse(null)).isEqualTo(parent);
    }

    /** Whatever settings say, parts that differ are those whose values differ, and the same settings differ in nothing. */
    @Test
    void settingsDifferInWhatDiffers() {
        for (int seed = 0; seed < 300; seed++) {
            for (Level level : Level.values()) {
                Settings one = Items.any(new Random(seed), level);
                Settings same = Items.any(new Random(seed), level);
                Settings other = Items.any(new Random(seed + 1_000L), level);
                assertThat(one.differing(same)).as("seed %d", seed).isEmpty();
                assertThat(one.differing(null)).isEqualTo(one.parts().keySet());
                Set<Field> differing = one.differing(other);
                assertThat(differing).isEqualTo(other.differing(one));
                Set<Field> alike = EnumSet.allOf(Field.class);
                alike.removeAll(differing);
                assertThat(alike)
                        .allMatch(f ->
                                Objects.equals(one.parts().get(f), other.parts().get(f)));
                assertThat(one.equals(other)).isEqualTo(differing.isEmpty());
            }
        }
    }
}
