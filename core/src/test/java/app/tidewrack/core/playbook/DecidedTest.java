package app.tidewrack.core.playbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DecidedTest {
    private static final LocalDate DAY = LocalDate.parse("2027-03-10");

    /** The playbook's own leave is 4 days (common practice: 3 to 5). */
    @ParameterizedTest
    @CsvSource({
        "TAKEN, , 3, true",
        "TAKEN, , 4, false",
        "REFUSED, , 6, true",
        "REFUSED, , 7, false",
        "PUT_OFF, 2027-03-14, 4, true",
        "PUT_OFF, 2027-03-14, 5, false",
        "PUT_OFF, , 0, false"
    })
    void anAdviceIsNotGivenAgainForAWhile(Decided decided, @Nullable LocalDate until, int daysAfter, boolean holds) {
        assertThat(decided.holds(DAY, until, DAY.plusDays(daysAfter), Playbook.USUAL))
                .isEqualTo(holds);
    }
}
