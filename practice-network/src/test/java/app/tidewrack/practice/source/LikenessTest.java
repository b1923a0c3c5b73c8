package app.tidewrack.practice.source;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.PracticeSettings;
import app.tidewrack.practice.engagement.ClientPeople;
import app.tidewrack.practice.engagement.ClientTaste;
import app.tidewrack.practice.source.Likeness.Feature;
import app.tidewrack.practice.world.World;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.roaringbitmap.RoaringBitmap;

/** Likeness is judged by members that were held out of the seed: how much more of them are in the top of the ranking. */
class LikenessTest {
    /**
     * The 2,201 people on the Titanic by class, sex, age and survival: Dawson, "The Unusual Episode Data Revisited",
     * Journal of Statistics Education 3 (1995); from memory, total 711 survivors as published. Columns: class, sex, age,
     * died, survived.
     */
    private static final int[][] TITANIC = {
        {1, 0, 0, 0, 5}, {1, 1, 0, 0, 1}, {1, 0, 1, 118, 57}, {1, 1, 1, 4, 140},
        {2, 0, 0, 0, 11}, {2, 1, 0, 0, 13}, {2, 0, 1, 154, 14}, {2, 1, 1, 13, 80},
        {3, 0, 0, 35, 13}, {3, 1, 0, 17, 14}, {3, 0, 1, 387, 75}, {3, 1, 1, 89, 76},
        {4, 0, 1, 670, 192}, {4, 1, 1, 3, 20}
    };

    @Test
    void findsHeldOutSurvivorsOfAPublishedDataSet() {
        RoaringBitmap all = new RoaringBitmap();
        RoaringBitmap seed = new RoaringBitmap();
        RoaringBitmap heldOut = new RoaringBitmap();
        RoaringBitmap[] columns = {
            new RoaringBitmap(),
            new RoaringBitmap(),
            new RoaringBitmap(),
            new RoaringBitmap(),
            new RoaringBitmap(),
            new RoaringBitmap()
        };
        int person = 0;
        for (int[] row : TITANIC) {
            for (int i = 0; i < row[3] + row[4]; i++, person++) {
                all.add(person);
                columns[row[0] - 1].add(person);
                columns[4].add(row[1] == 1 ? person : 5000);
                columns[5].add(row[2] == 1 ? person : 5000);
                if (i >= row[3]) {
                    (person % 2 == 0 ? seed : heldOut).add(person);
                }
            }
        }
        assertThat(person).isEqualTo(2201);
        assertThat(seed.getCardinality() + heldOut.getCardinality()).isEqualTo(711);
        List<Feature> features = new ArrayList<>();
        for (int c = 0; c < columns.length; c++) {
            features.add(new Feature("TITANIC", "column " + c, columns[c]));
        }
        // In the top fifth, survivors not in the seed stand at least twice as close as by chance.
        assertThat(lift(Likeness.of(all, seed, features).ranked(all), seed, heldOut, 0.2))
                .isGreaterThan(2);
    }

    /** A client's people by hidden taste, half of them shown to the scorer: the other half is found by what networks see. */
    @Test
    void findsHeldOutCustomersAmongThePeople() {
        World world = new World(new PracticeSettings("", 20270309, 200_000));
        RoaringBitmap home = world.panel().inCountry("GB");
        RoaringBitmap seed = new RoaringBitmap();
        RoaringBitmap heldOut = new RoaringBitmap();
        double[] taste = ClientTaste.direction("oddment.example");
        for (int i = 0; i < 2000; i++) {
            int person =
                    ClientPeople.pick(world, home.first(), home.getCardinality(), taste, i * 31L, 6) / world.weight();
            (i % 2 == 0 ? seed : heldOut).add(person);
        }
        heldOut.andNot(seed);
        List<Feature> features = new ArrayList<>();
        world.panel()
                .columns(TermKind.INTEREST)
                .forEach((code, people) -> features.add(new Feature("INTEREST", code, people)));
        int[] ranked = Likeness.of(home, seed, features).ranked(home);
        double narrow = lift(ranked, seed, heldOut, 0.01);
        System.out.printf(
                "Lookalike lift on held-out customers: %.1f in the top 1 %%, %.1f in the top 10 %%%n",
                narrow, lift(ranked, seed, heldOut, 0.1));
        assertThat(narrow).isGreaterThan(2.5);
        assertThat(lift(ranked, seed, heldOut, 0.1)).isBetween(1.8, narrow);
    }

    /** Share of the held out among the top of the ranking, seed left out, over their share among all. */
    private static double lift(int[] ranked, RoaringBitmap seed, RoaringBitmap heldOut, double top) {
        int[] others = Arrays.stream(ranked).filter(p -> !seed.contains(p)).toArray();
        int count = (int) (others.length * top);
        long found =
                Arrays.stream(others).limit(count).filter(heldOut::contains).count();
        return (double) found / count / ((double) heldOut.getCardinality() / others.length);
    }
}
