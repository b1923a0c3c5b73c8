package app.tidewrack.practice.world;

import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.TermKind;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.roaringbitmap.BitSetUtil;
import org.roaringbitmap.RoaringBitmap;

/**
 * Synthetic people, made from a seed. Each column that can be asked for is a bitmap over person numbers 0 to size − 1;
 * hidden traits drive interests and response, so that interests go together believably. People of one city, region and
 * country are numbered together.
 */
public final class Panel {
    static final int YOUNGEST = 14;
    static final int OLDEST = 80;

    /** What a person says of their gender. */
    public enum Said {
        WOMAN,
        MAN,
        NOTHING
    }

    private static final int BLOCK = Chance.LOGISTICS_RUN;

    private final PanelMaker made;
    private final int size;

    Panel(PanelMaker made) {
        this.made = made;
        this.size = made.size;
    }

    public int size() {
        return size;
    }

    public double latitude(int person) {
        return made.latitude[person];
    }

    public double longitude(int person) {
        return made.longitude[person];
    }

    public int age(int person) {
        return made.age[person];
    }

    public Said gender(int person) {
        return PanelMaker.SAID[made.gender[person]];
    }

    /** Number of the city a person lives in or near. */
    public int city(int person) {
        return made.city[person];
    }

    /** What people do for a living. */
    public WorkFacts work() {
        return Objects.requireNonNull(made.work);
    }

    /** Household income as a fifth of the country's households, 1 the lowest. */
    public int income(int person) {
        return made.income[person];
    }

    /** How strong one hidden trait is; about normal with deviation 1. */
    public float trait(int trait, int person) {
        return made.traits[trait][person];
    }

    /** How far a person's hidden traits go along a direction; about normal with the direction's length as deviation. */
    public double dot(int person, double[] direction) {
        double sum = 0;
        for (int t = 0; t < direction.length; t++) {
            sum += made.traitRows[person * Liking.TRAITS + t] * direction[t];
        }
        return sum;
    }

    /**
     * Everyone who likes, does or owns something; the same for the same liking and salt.
     *
     * @param salt tells apart things that attract alike
     */
    public RoaringBitmap draw(Liking liking, long salt) {
        return draw(List.of(liking), new long[] {salt}).get(0);
    }

    /** The same for many things at once: block by block, so that people's traits stay in the processor's cache. */
    List<RoaringBitmap> draw(List<Liking> likings, long[] salts) {
        long[][] words = new long[salts.length][(size + Long.SIZE - 1) / Long.SIZE];
        IntStream.range(0, (size + BLOCK - 1) / BLOCK).parallel().forEach(block -> {
            Block people = new Block(block * BLOCK);
            for (int t = 0; t < salts.length; t++) {
                people.draw(likings.get(t), salts[t], words[t]);
            }
        });
        return Arrays.stream(words).parallel().map(Panel::bitmap).toList();
    }

    private static RoaringBitmap bitmap(long[] words) {
        RoaringBitmap bitmap = BitSetUtil.bitmapOf(words);
        bitmap.runOptimize();
        return bitmap;
    }

    /** Some people in a row with their traits copied close together; plain loops, so that the compiler makes vector code. */
    private final class Block {
        private final int from;
        private final int count;
        private final float[] age = new float[BLOCK];
        private final float[] woman = new float[BLOCK];
        private final float[][] traits = new float[Liking.TRAITS][BLOCK];
        private final float[] odds = new float[BLOCK];

        Block(int from) {
            this.from = from;
            count = Math.min(BLOCK, size - from);
            System.arraycopy(made.ageYears, from, age, 0, count);
            System.arraycopy(made.womanSign, from, woman, 0, count);
            for (int t = 0; t < Liking.TRAITS; t++) {
                System.arraycopy(made.traits[t], from, traits[t], 0, count);
            }
        }

        void draw(Liking liking, long salt, long[] words) {
            start(odds, age, woman, liking);
            for (int t = 0; t < Liking.TRAITS; t++) {
                add(odds, traits[t], (float) liking.pull()[t]);
            }
            float[] luck = Chance.logistics();
            int start = Chance.logisticsStart(salt, from);
            for (int i = 0; i < count; i += Long.SIZE) {
                words[(from + i) / Long.SIZE] = word(luck, start + i, i, Math.min(Long.SIZE, count - i));
            }
        }

        private long word(float[] luck, int firstLuck, int first, int bits) {
            long word = 0;
            for (int i = 0; i < bits; i++) {
                // The sign of the difference is 1 where luck is under the odds; a branch here would be guessed wrong
                // too often.
                int under = Float.floatToRawIntBits(luck[firstLuck + i] - odds[first + i]) >>> 31;
                word |= (long) under << i;
            }
            return word;
        }
    }

    private static void start(float[] odds, float[] age, float[] woman, Liking liking) {
        float older = (float) (liking.older() / 30);
        float lean = (float) liking.woman();
        float base = (float) (liking.base() - liking.older() * 40 / 30);
        for (int i = 0; i < BLOCK; i++) {
            odds[i] = base + older * age[i] + lean * woman[i];
        }
    }

    private static void add(float[] odds, float[] trait, float pull) {
        for (int i = 0; i < BLOCK; i++) {
            odds[i] += pull * trait[i];
        }
    }

    /** People of a country; none for a country the world does not have. */
    public RoaringBitmap inCountry(String country) {
        return made.countries.getOrDefault(country, new RoaringBitmap());
    }

    /** People of a region such as {@code GB.ENG}. */
    public Optional<RoaringBitmap> inRegion(String region) {
        return Optional.ofNullable(made.regions.get(region));
    }

    public RoaringBitmap women() {
        return made.women;
    }

    public RoaringBitmap men() {
        return made.men;
    }

    /** People from one age to another, both included; ages beyond the world's are the nearest it has. */
    public RoaringBitmap aged(int from, int to) {
        RoaringBitmap upTo = made.upToAge[Math.min(Math.max(to, YOUNGEST), OLDEST) - YOUNGEST];
        return from <= YOUNGEST
                ? upTo.clone()
                : RoaringBitmap.andNot(upTo, made.upToAge[Math.min(from, OLDEST + 1) - 1 - YOUNGEST]);
    }

    /** People who have something that the panel knows of everyone, such as a device or a liking for a topic. */
    public Optional<RoaringBitmap> column(TermKind kind, String code) {
        return Optional.ofNullable(made.columns.getOrDefault(kind, Map.of()).get(code));
    }

    /** All codes of a kind with their people. */
    public Map<String, RoaringBitmap> columns(TermKind kind) {
        return made.columns.getOrDefault(kind, Map.of());
    }

    /** People living within a circle: whole cities where all their people are within, each person's home at its edge. */
    public RoaringBitmap within(Circle circle, Geography geography) {
        RoaringBitmap people = new RoaringBitmap();
        for (int c = 0; c < made.cityReachKm.length; c++) {
            City city = geography.cities().get(c);
            // A degree of latitude is 111 km; most cities are left out by this cheap look.
            double reach = made.cityReachKm[c] + circle.radiusKm();
            if (Math.abs(city.latitude() - circle.latitude()) * 111 > reach + 1) {
                continue;
            }
            double distance = distance(circle, city);
            if (distance + made.cityReachKm[c] <= circle.radiusKm()) {
                people.add((long) made.cityStart[c], made.cityStart[c + 1]);
            } else if (distance <= reach) {
                for (int p = made.cityStart[c]; p < made.cityStart[c + 1]; p++) {
                    if (circle.contains(made.latitude[p], made.longitude[p])) {
                        people.add(p);
                    }
                }
            }
        }
        people.runOptimize();
        return people;
    }

    /** People who were in a city lately though they live elsewhere. */
    public RoaringBitmap awayIn(Predicate<City> wanted, Geography geography) {
        RoaringBitmap people = new RoaringBitmap();
        for (int c = 0; c < made.cityReachKm.length; c++) {
            if (wanted.test(geography.cities().get(c))) {
                for (int i = made.awayStart[c]; i < made.awayStart[c + 1]; i++) {
                    people.add(made.away[i]);
                }
            }
        }
        return people;
    }

    private static double distance(Circle circle, City city) {
        return Circle.distanceKm(circle.latitude(), circle.longitude(), city.latitude(), city.longitude());
    }
}
