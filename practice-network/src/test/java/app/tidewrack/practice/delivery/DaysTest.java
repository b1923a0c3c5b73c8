package app.tidewrack.practice.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.practice.network.Market;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.json.JsonMapper;

/** How days of the practice world differ: around what they are on average, by about as much as was meant. */
class DaysTest {
    private static final LocalDate START = LocalDate.of(2027, 1, 1);
    private static final int YEAR = 365;

    private static Market market(String network) throws IOException {
        return new JsonMapper()
                .readValue(
                        new ClassPathResource("markets/%s.json".formatted(network))
                                .getContentAsString(StandardCharsets.UTF_8),
                        Market.class);
    }

    private static double mean(IntToDoubleFunction ofDay) {
        return IntStream.range(0, YEAR).mapToDouble(ofDay).average().orElseThrow();
    }

    private static double spread(IntToDoubleFunction ofDay) {
        double mean = mean(ofDay);
        return Math.sqrt(mean(d -> Math.pow(ofDay.applyAsDouble(d) - mean, 2)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"hearthside", "guildrow", "shortwave", "jumpcut", "dayglass", "askwell"})
    void aWeekIsAsMuchAsSevenMeanDays(String network) throws IOException {
        Market market = market(network);
        ZonedDateTime monday = ZonedDateTime.of(2027, 3, 1, 0, 0, 0, 0, ZoneId.of("UTC"));
        double visits = IntStream.range(0, 7 * 24)
                .mapToDouble(h -> market.presence(monday.plusHours(h)))
                .sum();
        assertThat(visits).isCloseTo(7, within(1e-9));
        assertThat(Arrays.stream(DayOfWeek.values()).mapToDouble(market::buying).sum())
                .isCloseTo(7, within(1e-9));
        assertThat(Arrays.stream(DayOfWeek.values())
                        .mapToDouble(market::bidding)
                        .sum())
                .isCloseTo(7, within(1e-9));
    }

    /** Clicks vary by a tenth (√(0.08² + 0.08²) = 0.113), what clients sell by a sixth with the week of it; both are 1 on average. */
    @Test
    void moodsAreAboutOne() throws IOException {
        Market market = market("hearthside");
        IntToDoubleFunction clicks = d -> Mood.clicks("hearthside", "HSA1", START.plusDays(d));
        IntToDoubleFunction wants = d -> Mood.wants(market, "a.example", START.plusDays(d));
        assertThat(mean(clicks)).isCloseTo(1, within(0.02));
        assertThat(spread(clicks)).isBetween(0.09, 0.135);
        assertThat(mean(wants)).isCloseTo(1, within(0.03));
        assertThat(spread(wants)).isBetween(0.12, 0.21);
        assertThat(Mood.clicks("hearthside", "HSA1", START)).isNotEqualTo(Mood.clicks("hearthside", "HSA2", START));
    }

    /** The dearest month is December, the cheapest June (common practice: the last quarter is dear), and a year is 1 on average. */
    @Test
    void pricesHaveASeason() throws IOException {
        Market market = market("jumpcut");
        double[] months = new double[13];
        for (int day = 0; day < YEAR; day++) {
            Instant noon = START.plusDays(day).atTime(12, 0).toInstant(ZoneOffset.UTC);
            months[START.plusDays(day).getMonthValue()] += HourPrice.of("jumpcut", market, noon) / 30.4;
        }
        assertThat(DoubleStream.of(months).sum() / 12).isCloseTo(1, within(0.04));
        assertThat(months[12]).isGreaterThan(1.08).isGreaterThan(months[6] * 1.2);
    }

    /** On most days nearly all is meant to be spent, on the first day less; an hour buys from six parts of ten to all that is due. */
    @Test
    void moneyIsAimedAtWithAnUncertainHand() {
        double[] aims = IntStream.range(0, YEAR)
                .mapToDouble(d -> Pacing.aim("G1", START.plusDays(d), false))
                .toArray();
        assertThat(DoubleStream.of(aims).boxed()).allSatisfy(a -> assertThat(a).isBetween(0.92, 1.0));
        assertThat(DoubleStream.of(aims).average().orElseThrow()).isBetween(0.965, 0.98);
        assertThat(Pacing.aim("G1", START, true)).isLessThanOrEqualTo(Pacing.aim("G1", START, false));
        Instant hour = Instant.parse("2027-03-01T00:00:00Z");
        double[] grips = IntStream.range(0, 500)
                .mapToDouble(h -> Pacing.grip("G1", hour.plus(h, ChronoUnit.HOURS)))
                .toArray();
        assertThat(DoubleStream.of(grips).boxed()).allSatisfy(g -> assertThat(g).isBetween(0.6, 1.0));
        assertThat(DoubleStream.of(grips).average().orElseThrow()).isBetween(0.77, 0.83);
    }
}
