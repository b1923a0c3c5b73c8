package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.results.Doubt.Kind;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is believed of a line of a report, at both sides of each bound. */
class DoubtTest {
    private static final Instant NOW = Instant.parse("2027-04-01T12:00:00Z");

    @ParameterizedTest
    @CsvSource(textBlock = """
            IMPRESSIONS,         0,  1,            ,
            IMPRESSIONS,        -1,  1, TOO_LITTLE ,            0
            IMPRESSIONS,   2000000,  1,            ,
            IMPRESSIONS,   2000001,  1, TOO_MUCH   ,      2000000
            IMPRESSIONS,  50000000, 25,            ,
            IMPRESSIONS,  50000001, 25, TOO_MUCH   ,     50000000
            PURCHASES,          -3,  1, TOO_LITTLE ,            0
            SPEND,              -1,  1, TOO_LITTLE ,            0
            SPEND,     10000000000,  1,            ,
            SPEND,     10000000001,  1, TOO_MUCH   ,  10000000000
            VALUE,           -4200,  1,            ,
            VALUE,    -10000000001,  1, TOO_LITTLE , -10000000000
            VALUE,     10000000001,  1, TOO_MUCH   ,  10000000000
            """)
    void countsAreBelievedWithinReason(
            Measure measure, long count, long hours, @Nullable Kind kind, @Nullable Long bound) {
        assertThat(Doubt.of(Counts.of(Map.of(measure, count)), hours))
                .isEqualTo(
                        Optional.ofNullable(kind).map(k -> new Doubt(k, measure.code(), Long.toString(count), bound)));
    }

    /** 37 months back and a month ahead. */
    @ParameterizedTest
    @CsvSource(textBlock = """
            -P1127D,     ,
            -P1127DT1S,  TOO_EARLY
            -P800000D,   TOO_EARLY
            P31D,        ,
            P31DT1S,     TO_COME
            P3000000D,   TO_COME
            """)
    void hoursAreOfTheTimeThatIsTold(Duration from, @Nullable Kind kind) {
        assertThat(Doubt.of(NOW.plus(from), NOW).map(Doubt::kind)).isEqualTo(Optional.ofNullable(kind));
    }

    /**
     * 2,000 seeded pages of 20 lines with click rates of up to 30 %, more than the trade sees (common practice: 0.5 to 3 %): none is
     * doubted as it is, each with its columns swapped is, as soon as it has more than a hundred impressions over its clicks.
     */
    @Test
    void swappedColumnsAreSeen() {
        Random random = new Random(22);
        for (int page = 0; page < 2_000; page++) {
            List<long[]> lines = Collections.nCopies(20, 0).stream()
                    .map(i -> {
                        long impressions = random.nextInt(5_000);
                        return new long[] {impressions, Math.round(impressions * random.nextDouble() * 0.3)};
                    })
                    .toList();
            assertThat(Doubt.of(lines.stream().map(l -> counts(l[0], l[1])).toList()))
                    .isEmpty();
            assertThat(Doubt.of(lines.stream().map(l -> counts(l[1], l[0])).toList()))
                    .isPresent();
        }
        assertThat(Doubt.of(List.of(counts(0, 100))))
                .as("clicks of the hour before")
                .isEmpty();
        assertThat(Doubt.of(List.of(counts(0, 101)))).contains(new Doubt(Kind.TOO_MUCH, "clicks", "101", 0L));
    }

    private static Counts counts(long impressions, long clicks) {
        return Counts.of(Map.of(Measure.IMPRESSIONS, impressions, Measure.CLICKS, clicks));
    }

    @Test
    void whatIsToldIsKeptShort() {
        assertThat(Doubt.unreadable("hour", "x".repeat(5_000)).told())
                .hasSize(60)
                .endsWith("x…");
        assertThat(Doubt.unreadable("hour", null).told()).isEmpty();
    }
}
