package app.tidewrack.core.patience;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Random;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatienceTest {
    private static final Backoff UP_TO_HALF_A_MINUTE = new Backoff(Duration.ofSeconds(1), 2, Duration.ofSeconds(30));
    private static final Instant START = Instant.parse("2027-03-01T08:00:00Z");

    /** In the middle of its spread. */
    private static final RandomGenerator EVEN = new Random() {
        @Override
        public double nextDouble() {
            return 0.5;
        }
    };

    @ParameterizedTest
    @CsvSource({"1, 1000", "2, 2000", "5, 16000", "6, 30000", "40, 30000", "2147483647, 30000"})
    void waitsDoubleUpToTheLongest(int tries, long millis) {
        assertThat(UP_TO_HALF_A_MINUTE.after(tries, EVEN)).isEqualTo(Duration.ofMillis(millis));
    }

    /** Of 10,000 waits of 4 s, seed 3: all within a quarter, and even over it. */
    @Test
    void waitsAreSpread() {
        Random random = new Random(3);
        int[] quarters = new int[4];
        for (int i = 0; i < 10_000; i++) {
            long millis = UP_TO_HALF_A_MINUTE.after(3, random).toMillis();
            assertThat(millis).isBetween(3_000L, 5_000L);
            quarters[(int) Math.min(3, (millis - 3_000) / 500)]++;
        }
        for (int quarter : quarters) {
            assertThat(quarter).isBetween(2_300, 2_700);
        }
    }

    private static Circuit resting() {
        Circuit circuit = new Circuit(UP_TO_HALF_A_MINUTE, EVEN);
        for (int i = 0; i < Circuit.MOST_SILENT; i++) {
            assertThat(circuit.before(START)).isEmpty();
            circuit.unanswered(START, START);
        }
        return circuit;
    }

    @Test
    void itIsLeftAloneAfterThreeInARowAndAskedByOneCall() {
        Circuit circuit = resting();
        assertThat(circuit.before(START.plusMillis(400))).contains(Duration.ofMillis(600));
        Instant again = START.plusSeconds(1);
        assertThat(circuit.before(again)).isEmpty();
        assertThat(circuit.before(again)).contains(Duration.ofSeconds(1));
        circuit.unanswered(again, again.plusMillis(50));
        assertThat(circuit.before(again.plusMillis(50))).contains(Duration.ofSeconds(2));
        assertThat(circuit.before(again.plusMillis(2_050))).isEmpty();
        circuit.answered();
        assertThat(circuit.before(again.plusMillis(2_051))).isEmpty();
        assertThat(circuit.before(again.plusMillis(2_051))).isEmpty();
    }

    @Test
    void anAnswerBetweenCountsAndWhatWasUnderWayDoesNot() {
        Circuit circuit = new Circuit(UP_TO_HALF_A_MINUTE, EVEN);
        circuit.unanswered(START, START);
        circuit.unanswered(START, START);
        circuit.answered();
        circuit.unanswered(START, START);
        assertThat(circuit.before(START)).isEmpty();

        Circuit rests = resting();
        for (int i = 0; i < 20; i++) {
            rests.unanswered(START.minusMillis(1), START.plusMillis(900));
        }
        assertThat(rests.before(START.plusMillis(900))).contains(Duration.ofMillis(100));
    }

    /** Back after four hours, it is asked within the longest rest: whatever waits goes on within half a minute. */
    @Test
    void aLongOutageIsNoticedToBeOver() {
        Circuit circuit = resting();
        Instant now = START;
        int calls = 0;
        while (now.isBefore(START.plus(Duration.ofHours(4)))) {
            if (circuit.before(now).isEmpty()) {
                circuit.unanswered(now, now);
                calls++;
            }
            now = now.plusMillis(500);
        }
        assertThat(calls).isLessThan(4 * 3600 / 29 + 10);
        assertThat(circuit.before(now.plusSeconds(30))).isEmpty();
    }
}
