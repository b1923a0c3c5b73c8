package app.tidewrack.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DayWordsTest {
    /** Unicode CLDR 39, en-GB, dates of medium length (from memory). */
    @ParameterizedTest
    @CsvSource({
        "2027-03-09, 9 Mar 2027",
        "2027-12-31, 31 Dec 2027",
        "2028-02-29, 29 Feb 2028",
        "2027-09-01, 1 Sept 2027"
    })
    void daysAreReadAsPeopleWriteThem(LocalDate day, String words) {
        assertThat(DayWords.of(day)).isEqualTo(words);
    }
}
