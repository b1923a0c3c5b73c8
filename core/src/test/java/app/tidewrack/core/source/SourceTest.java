package app.tidewrack.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberType;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SourceTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "  Test@Example.COM | test@example.com",
                "jose\u0301@example.com | josé@example.com",
                "a.b+c@sub.example.org | a.b+c@sub.example.org",
                "\u00a0test@example.com\u202f | test@example.com",
                "te\u200bst@exam\u00adple.com\ufeff | test@example.com",
                "te\u00a0st@example.com | -",
                "no at sign | -",
                "two@@example.com | -",
                "nobody@localhost | -",
                "<x@example.com> | -",
                "'' | -",
            })
    void emailsInOneForm(String typed, String comparable) {
        assertThat(Contact.email(typed).orElse(null)).isEqualTo(comparable);
    }

    /** SHA-256 of the golden address, by sha256sum (coreutils 9.1). */
    @Test
    void hashesAsOtherToolsDo() {
        assertThat(Contact.hash(Contact.email(" TEST@example.com ").orElseThrow()))
                .isEqualTo("973dfe463ec85785f5f95af5ba3906eedb2d931c24e69824a89ea65dba4e813b");
        // FIPS 180-2, B.1.
        assertThat(Contact.hash("abc")).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    }

    /** libphonenumber's own example numbers of every country, as they are written at home and abroad. */
    @Test
    void phonesOfEveryCountryBecomeE164() {
        PhoneNumberUtil numbers = PhoneNumberUtil.getInstance();
        int seen = 0;
        for (String country : new TreeSet<>(numbers.getSupportedRegions())) {
            PhoneNumber example = numbers.getExampleNumberForType(country, PhoneNumberType.MOBILE);
            if (example == null) {
                continue;
            }
            String e164 = numbers.format(example, PhoneNumberFormat.E164);
            for (PhoneNumberFormat format : List.of(PhoneNumberFormat.NATIONAL, PhoneNumberFormat.INTERNATIONAL)) {
                assertThat(Contact.phone(numbers.format(example, format), country))
                        .as(country)
                        .contains(e164);
            }
            seen++;
        }
        assertThat(seen).isGreaterThan(200);
        assertThat(Contact.phone("12", "GB")).isEmpty();
        assertThat(Contact.phone("call me", "GB")).isEmpty();
        assertThat(Contact.phone("0".repeat(300), "GB")).isEmpty();
    }

    /** Windows by the cuts 1, 3, 7, 14 (common practice): day 1, 2–3, 4–7, 8–14. */
    @Test
    void windowsByTheUsualCuts() {
        assertThat(Window.ladder(List.of(1, 3, 7, 14)).stream().map(Window::words))
                .containsExactly("day 1", "days 2–3", "days 4–7", "days 8–14");
        assertThat(Window.ladder(List.of(0, 1, 3)))
                .extracting(Window::words)
                .containsExactly("today", "day 1", "days 2–3");
    }

    /** Whatever the cuts, every day from today to the last lies in exactly one window. */
    @Test
    void windowsPartitionTheDays() {
        Random random = new Random(9);
        for (int run = 0; run < 300; run++) {
            TreeSet<Integer> cuts = new TreeSet<>();
            random.ints(1 + random.nextInt(12), 0, 181).forEach(cuts::add);
            List<Window> windows = Window.ladder(new ArrayList<>(cuts));
            for (int day : IntStream.rangeClosed(0, 180).toArray()) {
                long in = windows.stream()
                        .filter(w -> day >= w.from() && day <= w.to())
                        .count();
                assertThat(in).isEqualTo(day <= cuts.last() ? 1 : 0);
            }
        }
        assertThatThrownBy(() -> Window.ladder(List.of(7, 3))).hasMessageContaining("The cut at day 3");
        assertThatThrownBy(() -> Window.ladder(List.of(200))).hasMessageContaining("0 to 200 days ago");
    }
}
