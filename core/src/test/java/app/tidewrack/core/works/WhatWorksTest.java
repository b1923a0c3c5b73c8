package app.tidewrack.core.works;

import static app.tidewrack.core.works.Trait.ANGLE;
import static app.tidewrack.core.works.Trait.BODY;
import static app.tidewrack.core.works.Trait.COLOUR;
import static app.tidewrack.core.works.Trait.HEADLINE;
import static app.tidewrack.core.works.Trait.MEDIUM;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.evidence.Stratified;
import app.tidewrack.core.evidence.Stratified.Stratum;
import app.tidewrack.core.works.WhatWorks.Held;
import app.tidewrack.core.works.WhatWorks.Shown;
import app.tidewrack.core.works.WhatWorks.Value;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class WhatWorksTest {
    private static final int DAYS = 14;

    /**
     * Deaths by coronary disease and years of British doctors who smoke and who do not, in five ages (Doll and Hill 1966): 1.424682, 95 %
     * from 1.154703 to 1.757784 in Stata's manual of epitab (from memory). Told on three days alike, so that days add nothing; with
     * the wider law of so few days.
     */
    @Test
    void ratioOverStrataIsThatOfMantelAndHaenszel() {
        double[][] doll = {
            {32, 52_407, 2, 18_790},
            {104, 43_248, 12, 10_673},
            {206, 28_612, 28, 5_710},
            {186, 12_663, 28, 2_585},
            {102, 5_317, 31, 1_462}
        };
        List<Stratum> strata = Arrays.stream(doll)
                .map(d -> new Stratum(thirds(d[0]), thirds(d[1]), thirds(d[2]), thirds(d[3])))
                .toList();
        Stratified told = Stratified.of(strata, 0.95).orElseThrow();
        assertThat(told.times()).isCloseTo(1.424682, within(5e-7));
        double deviation = Math.log(1.757784 / 1.154703) / 2 / 1.959964;
        double half = 2.200985 * deviation;
        assertThat(told.between().from()).isCloseTo(1.424682 * Math.exp(-half), within(1e-4));
        assertThat(told.between().to()).isCloseTo(1.424682 * Math.exp(half), within(1e-4));
        assertThat(Stratified.of(strata.stream().map(s -> twoDays(s)).toList(), 0.95))
                .as("two days")
                .isEmpty();
    }

    private static double[] thirds(double of) {
        return new double[] {of / 3, of / 3, of / 3};
    }

    private static Stratum twoDays(Stratum s) {
        return new Stratum(
                Arrays.copyOf(s.came(), 2),
                Arrays.copyOf(s.of(), 2),
                Arrays.copyOf(s.otherCame(), 2),
                Arrays.copyOf(s.otherOf(), 2));
    }

    /** An ad of so many trials a day that come at that rate, exactly. */
    private static Shown exact(String row, Map<Trait, String> traits, double trials, double rate) {
        double[] came = new double[DAYS];
        double[] of = new double[DAYS];
        Arrays.fill(came, trials * rate);
        Arrays.fill(of, trials);
        return new Shown(row, traits, came, of);
    }

    private static Value value(List<Shown> ads, Trait trait, String value) {
        return WhatWorks.of(ads).get(trait).stream()
                .filter(v -> v.value().equals(value))
                .findFirst()
                .orElseThrow();
    }

    /** The good row shows mostly the one headline; within each row both bring the same. */
    @Test
    void whatRowsDoIsNotTakenForWhatWordsDo() {
        Map<Trait, String> one = Map.of(HEADLINE, "one");
        Map<Trait, String> other = Map.of(HEADLINE, "other");
        List<Shown> ads = List.of(
                exact("good", one, 9_000, 0.04), exact("good", other, 1_000, 0.04),
                exact("poor", one, 1_000, 0.01), exact("poor", other, 9_000, 0.01));
        Value told = value(ads, HEADLINE, "one");
        assertThat(told.came() / told.of()).as("by themselves").isCloseTo(0.037, within(1e-9));
        assertThat(told.held()).isEqualTo(Held.APART);
        assertThat(told.beside()).isNotNull();
        assertThat(told.beside().times()).isCloseTo(1, within(1e-9));
        assertThat(told.beside().apart()).isFalse();
        assertThat(told.mixedWith()).isEmpty();
    }

    /** Two things that always differ together, and one that differs in half of the pairs. */
    @Test
    void whatRowsDoNotHoldApartIsAHintWithWhatItIsMixedWith() {
        List<Shown> ads = List.of(
                exact("r", Map.of(HEADLINE, "a", BODY, "x", MEDIUM, "1"), 5_000, 0.03),
                exact("r", Map.of(HEADLINE, "b", BODY, "y", MEDIUM, "1"), 5_000, 0.01));
        Value told = value(ads, HEADLINE, "a");
        assertThat(told.held()).isEqualTo(Held.MIXED);
        assertThat(told.mixedWith()).containsExactly(BODY);
        assertThat(told.beside().times()).isCloseTo(3, within(1e-9));
        assertThat(told.beside().apart()).isTrue();

        Value across = value(
                List.of(
                        exact("r1", Map.of(HEADLINE, "a"), 5_000, 0.03),
                        exact("r2", Map.of(HEADLINE, "b"), 5_000, 0.01)),
                HEADLINE,
                "a");
        assertThat(across.held()).isEqualTo(Held.NEVER_BESIDE);
        assertThat(across.beside()).isNull();
    }

    /** One red picture may be a good picture; of three beside three it is the red. */
    @Test
    void aColourIsToldApartFromItsPictureByThreeOfEach() {
        List<Shown> few = new ArrayList<>();
        List<Shown> many = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Map<Trait, String> red = Map.of(COLOUR, "red", MEDIUM, "red" + i);
            Map<Trait, String> blue = Map.of(COLOUR, "blue", MEDIUM, "blue" + i);
            many.add(exact("r", red, 3_000, 0.03));
            many.add(exact("r", blue, 3_000, 0.02));
            few.add(exact("r", blue, 3_000, 0.02));
        }
        few.add(exact("r", Map.of(COLOUR, "red", MEDIUM, "red0"), 3_000, 0.03));
        assertThat(value(many, COLOUR, "red").held()).isEqualTo(Held.APART);
        assertThat(value(many, COLOUR, "red").carriers()).isEqualTo(3);
        Value one = value(few, COLOUR, "red");
        assertThat(one.held()).isEqualTo(Held.MIXED);
        assertThat(one.mixedWith()).containsExactly(MEDIUM);
    }

    private static Shown run(Random random, String row, Map<Trait, String> traits, double rate, double[] mood) {
        double[] came = new double[DAYS];
        double[] of = new double[DAYS];
        for (int day = 0; day < DAYS; day++) {
            of[day] = Math.round(1_500 * Math.exp(0.3 * random.nextGaussian()));
            double due = of[day] * rate * mood[day] * Math.exp(0.12 * random.nextGaussian());
            came[day] = Math.max(0, Math.round(due + Math.sqrt(due) * random.nextGaussian()));
        }
        return new Shown(row, traits, came, of);
    }

    /** Three rows of six ads, three headlines by two pictures in two colours; days have moods that all ads share. */
    private static List<Shown> world(Random random, double better) {
        List<Shown> ads = new ArrayList<>();
        for (int row = 0; row < 3; row++) {
            double rate = 0.01 * Math.exp(0.5 * random.nextGaussian());
            double[] mood = random.doubles(DAYS, 0.7, 1.4).toArray();
            for (int h = 0; h < 3; h++) {
                for (int m = 0; m < 2; m++) {
                    Map<Trait, String> traits = Map.of(
                            HEADLINE, "h" + h, ANGLE, h == 0 ? "thrift" : "pride", MEDIUM, "m" + m, COLOUR, "c" + m);
                    ads.add(run(random, "r" + row, traits, h == 0 ? rate * better : rate, mood));
                }
            }
        }
        return ads;
    }

    /** Seed 23, 600 worlds in which nothing differs, and 300 in which one headline brings 1.3 times as much. */
    @Test
    void chanceIsRarelyCalledAnEffectAndEffectsAreFound() {
        Random random = new Random(23);
        int any = 0;
        int worlds = 600;
        for (int w = 0; w < worlds; w++) {
            any += called(WhatWorks.of(world(random, 1)).values()) ? 1 : 0;
        }
        int found = 0;
        int within = 0;
        for (int w = 0; w < worlds / 2; w++) {
            List<Shown> ads = world(random, 1.3);
            Value good = value(ads, HEADLINE, "h0");
            Interval between = good.beside().between();
            found += good.held() == Held.APART && good.beside().apart() ? 1 : 0;
            within += between.from() <= 1.3 && between.to() >= 1.3 ? 1 : 0;
        }
        double none = (double) any / worlds;
        double power = 2.0 * found / worlds;
        double cover = 2.0 * within / worlds;
        System.out.printf(
                "What works: %.3f of %d equal worlds call anything, %.3f of effects of 1.3 found, %.3f of 95 %% intervals hold it%n",
                none, worlds, power, cover);
        assertThat(none).isLessThanOrEqualTo(0.06);
        assertThat(power).isGreaterThan(0.9);
        assertThat(cover).isBetween(0.93, 1.0);
    }

    private static boolean called(Collection<List<Value>> told) {
        return told.stream()
                .flatMap(List::stream)
                .anyMatch(v -> v.beside() != null && v.beside().apart());
    }
}
