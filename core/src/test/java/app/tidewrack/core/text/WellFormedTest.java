package app.tidewrack.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Code points by The Unicode Standard: table 23-1 (controls), section 23.6 (surrogates), 23.7 (noncharacters). */
class WellFormedTest {
    @ParameterizedTest
    @CsvSource({
        "0000, a control character",
        "0007, a control character",
        "000A, ''",
        "0009, ''",
        "007F, a control character",
        "0085, a control character",
        "00A0, ''",
        "200D, ''",
        "D800, half of a character",
        "DFFF, half of a character",
        "E000, ''",
        "FDD0, what is no character",
        "FFFD, ''",
        "FFFE, what is no character",
        "1F9F6, ''",
        "10FFFF, what is no character",
    })
    void whatCannotBeKeptIsNamed(String hex, String kind) {
        int codePoint = Integer.parseInt(hex, 16);
        String text = "a" + Character.toString(codePoint) + "b";
        assertThat(WellFormed.fault(text).orElse(""))
                .isEqualTo(kind.isEmpty() ? "" : "holds %s, U+%04X".formatted(kind, codePoint));
        assertThat(WellFormed.cleaned(text)).isEqualTo(kind.isEmpty() ? text : "a\uFFFDb");
    }

    @Test
    void aPairIsNoHalf() {
        assertThat(WellFormed.fault("\uD83E\uDDF6")).isEmpty();
        assertThat(WellFormed.fault("\uDDF6\uD83E")).isPresent();
    }

    /** Rows of Unicode's DerivedCoreProperties.txt, Default_Ignorable_Code_Point, and of its White_Space. */
    @ParameterizedTest
    @CsvSource({
        "00AD", "034F", "061C", "115F", "1160", "17B4", "180B", "180E", "200B", "200E", "202E", "2060", "2064", "3164",
        "FE00", "FE0F", "FEFF", "FFA0", "1BCA0", "1D173", "E0001", "E0061", "E01EF", "0020", "00A0", "2003", "3000",
    })
    void whatCannotBeSeenIsNoName(String hex) {
        String one = Character.toString(Integer.parseInt(hex, 16));
        assertThat(WellFormed.seen(one + " " + one)).isFalse();
        assertThat(WellFormed.seen(one + "a")).isTrue();
    }
}
