package app.tidewrack.core.naming;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NamePatternTest {
    private static final String LETTERS = "ab-_~ .,:æß漢\uD83D\uDC4D/|%#";

    @Test
    void whatWasPutTogetherIsReadBack() {
        Random random = new Random(3);
        for (int run = 0; run < 5000; run++) {
            Map<Token, String> values = new EnumMap<>(Token.class);
            for (Token token : NamePattern.AD.tokens()) {
                values.put(token, value(token, random));
            }
            assertThat(NamePattern.AD.parse(NamePattern.AD.format(values))).isEqualTo(values);
        }
    }

    private static String value(Token token, Random random) {
        if (!token.codes().isEmpty()) {
            List<String> known = token.codes().keySet().stream().sorted().toList();
            return known.get(random.nextInt(known.size()));
        }
        int[] codePoints = LETTERS.codePoints().toArray();
        StringBuilder value = new StringBuilder("x");
        for (int i = random.nextInt(12); i > 0; i--) {
            value.appendCodePoint(codePoints[random.nextInt(codePoints.length)]);
        }
        return value.toString();
    }

    @Test
    void readsAsTheTradeWritesNames() {
        Map<Token, String> values = new EnumMap<>(Token.class);
        values.put(Token.TEMPERATURE, "cold");
        values.put(Token.PURPOSE, "testing");
        values.put(Token.OBJECTIVE, "conversions");
        values.put(Token.PLACE, "GB");
        values.put(Token.NETWORK, "HS");
        values.put(Token.AUDIENCE, "Knitters direct 1-2");
        assertThat(NamePattern.AD_GROUP.format(values)).isEqualTo("COLD_TEST_CONV_GB_HS_Knitters-direct-1~-2");
        values.put(Token.OBJECTIVE, "sales");
        assertThatThrownBy(() -> NamePattern.AD_GROUP.format(values))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no short code for “sales”")
                .hasMessageContaining("[app-installs, awareness, conversions");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "COLD", "COLD_TEST_CONV_GB_HS_A_B", "HOT_TEST_CONV_GB_HS_A", "COLD_TEST_CONV_GB_HS_A~"})
    void namesFromElsewhereAreRefusedWithAReason(String name) {
        assertThatThrownBy(() -> NamePattern.AD_GROUP.parse(name)).isInstanceOf(Refusal.class);
    }
}
