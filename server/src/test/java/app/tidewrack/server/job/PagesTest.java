package app.tidewrack.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.connector.NetworkRefused;
import java.util.Collections;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PagesTest {
    private static List<Long> page(String numbers) {
        return numbers.isEmpty()
                ? List.of()
                : List.of(numbers.split(" ")).stream().map(Long::valueOf).toList();
    }

    @ParameterizedTest
    @CsvSource({"0, ''", "0, 1 2 3", "7, 8", "7, 9 4000000000"})
    void whatGoesOnIsRead(long last, String numbers) {
        assertThat(Pages.onward("HS", last, page(numbers), n -> n)).isEqualTo(page(numbers));
    }

    @ParameterizedTest
    @CsvSource({
        "3, 1 2 3, it told number 1 after 3",
        "0, 0, it told number 0 after 0",
        "7, 8 8, it told number 8 after 8",
        "7, 9 8, it told number 8 after 9",
        "7, -1, it told number -1 after 7"
    })
    void whatWouldBeAskedForEverIsRefused(long last, String numbers, String why) {
        assertThatThrownBy(() -> Pages.onward("HS", last, page(numbers), n -> n))
                .isInstanceOf(NetworkRefused.class)
                .hasMessageContaining(why);
    }

    @Test
    void aPageIsNoDump() {
        List<Long> most = LongStream.rangeClosed(1, 100_000).boxed().toList();
        assertThat(Pages.onward("HS", 0, most, n -> n)).hasSize(100_000);
        assertThatThrownBy(() -> Pages.onward("HS", 0, Collections.nCopies(100_001, 1L), n -> n))
                .hasMessageContaining("it told 100,001 at once; 100,000 are read");
    }
}
