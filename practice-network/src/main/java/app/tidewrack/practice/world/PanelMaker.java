package app.tidewrack.practice.world;

import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.TermKind;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;

/** Makes the panel: homes, ages and traits first, then every column that can be asked for. */
final class PanelMaker {
    static final Panel.Said[] SAID = Panel.Said.values();
    private static final double RURAL_SHARE = 0.22;
    private static final double RURAL_KM = 18;
    private static final double KM_PER_DEGREE = 111.195;
    private static final double AWAY_SHARE = 0.07;

    /** Kinds of chance, so that no two columns share one. */
    private enum Draw {
        RURAL,
        NORTH,
        EAST,
        AGE,
        GENDER,
        TRAIT,
        AWAY,
        AWAY_WHERE,
        LANGUAGE,
        INCOME
    }

    final int size;
    final int[] cityStart;
    final float[] cityReachKm;
    final short[] city;
    final float[] latitude;
    final float[] longitude;
    final byte[] age;
    final byte[] gender;
    final byte[] income;
    final float[][] traits;

    /** The traits once more, all of a person together, for looking at single people. */
    final float[] traitRows;

    /** Age and gender once more as numbers to reckon with: a woman is 1, a man −1. */
    final float[] ageYears;

    final float[] womanSign;
    final RoaringBitmap[] upToAge = new RoaringBitmap[Panel.OLDEST - Panel.YOUNGEST + 1];
    final Map<String, RoaringBitmap> countries = new TreeMap<>();
    final Map<String, RoaringBitmap> regions = new TreeMap<>();
    final Map<TermKind, Map<String, RoaringBitmap>> columns = new EnumMap<>(TermKind.class);
    final RoaringBitmap women;
    final RoaringBitmap men;
    int[] away = new int[0];
    int[] awayStart = new int[0];

    @Nullable
    WorkFacts work;

    private final long seed;
    private final Geography geography;

    private PanelMaker(long seed, int size, Geography geography) {
        this.seed = seed;
        this.size = size;
        this.geography = geography;
        city = new short[size];
        latitude = new float[size];
        longitude = new float[size];
        age = new byte[size];
        gender = new byte[size];
        income = new byte[size];
        traits = new float[Liking.TRAITS][size];
        traitRows = new float[size * Liking.TRAITS];
        ageYears = new float[size];
        womanSign = new float[size];
        int[] counts = geography.peopleByCity(size);
        cityStart = new int[counts.length + 1];
        for (int c = 0; c < counts.length; c++) {
            cityStart[c + 1] = cityStart[c] + counts[c];
        }
        cityReachKm = new float[counts.length];
        IntStream.range(0, counts.length).parallel().forEach(this::settle);
        Map<String, RoaringBitmap> said = Codes.bitmaps(size, List.of("women", "men", "nothing"), i -> gender[i]);
        women = Objects.requireNonNull(said.get("women"));
        men = Objects.requireNonNull(said.get("men"));
    }

    static Panel make(long seed, int size, Geography geography, TopicTree topics, List<JobFunction> functions) {
        PanelMaker maker = new PanelMaker(seed, size, geography);
        maker.places();
        maker.ages();
        maker.travel();
        maker.columns.put(TermKind.LANGUAGE, maker.languages());
        Panel panel = new Panel(maker);
        maker.work = WorkFacts.of(seed, panel, functions);
        maker.columns.putAll(maker.work.columns());
        maker.incomes(panel);
        maker.columns.putAll(Equipment.of(panel));
        maker.columns.put(TermKind.INTEREST, interests(panel, topics));
        maker.columns.put(TermKind.HABIT, habits(panel));
        return panel;
    }

    private long salt(Draw draw) {
        return Chance.bits(seed, draw.ordinal());
    }

    private double unit(Draw draw, int person) {
        return Chance.unit(salt(draw), person);
    }

    /** People of one city: most in it, some in the country around. */
    private void settle(int c) {
        City home = geography.cities().get(c);
        Country country = country(home.country());
        AgePyramid pyramid = new AgePyramid(country.medianAge());
        double narrow = Math.cos(Math.toRadians(home.latitude()));
        // A city of a million spreads over about 8 km, one of 40,000 over about 1.6 km.
        double spread = Math.sqrt(home.people()) / 125;
        float reach = 0;
        for (int p = cityStart[c]; p < cityStart[c + 1]; p++) {
            double km = unit(Draw.RURAL, p) < RURAL_SHARE ? Math.max(spread, RURAL_KM) : spread;
            city[p] = (short) c;
            latitude[p] = (float) (home.latitude() + Chance.normal(salt(Draw.NORTH), p) * km / KM_PER_DEGREE);
            longitude[p] = (float) (home.longitude() + Chance.normal(salt(Draw.EAST), p) * km / KM_PER_DEGREE / narrow);
            reach = Math.max(
                    reach, (float) Circle.distanceKm(home.latitude(), home.longitude(), latitude[p], longitude[p]));
            age[p] = (byte) pyramid.age(unit(Draw.AGE, p));
            gender[p] = (byte) said(unit(Draw.GENDER, p), age[p]).ordinal();
            ageYears[p] = age[p];
            womanSign[p] = gender[p] == Panel.Said.WOMAN.ordinal() ? 1 : gender[p] == Panel.Said.MAN.ordinal() ? -1 : 0;
            for (int t = 0; t < Liking.TRAITS; t++) {
                traits[t][p] = Chance.normal(salt(Draw.TRAIT) + t, p);
                traitRows[p * Liking.TRAITS + t] = traits[t][p];
            }
        }
        cityReachKm[c] = reach + 0.01f;
    }

    /** Women live longer; one in a hundred says nothing. */
    private static Panel.Said said(double u, int age) {
        double woman = age < 65 ? 0.497 : 0.51 + (age - 65) * 0.006;
        return u < 0.01 ? Panel.Said.NOTHING : u < 0.01 + 0.99 * woman ? Panel.Said.WOMAN : Panel.Said.MAN;
    }

    private Country country(String code) {
        return geography.countries().stream()
                .filter(c -> c.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    private void places() {
        for (int c = 0; c < geography.cities().size(); c++) {
            City home = geography.cities().get(c);
            for (Map.Entry<Map<String, RoaringBitmap>, String> in :
                    List.of(Map.entry(countries, home.country()), Map.entry(regions, home.region()))) {
                in.getKey()
                        .computeIfAbsent(in.getValue(), k -> new RoaringBitmap())
                        .add((long) cityStart[c], cityStart[c + 1]);
            }
        }
        countries.values().forEach(RoaringBitmap::runOptimize);
        regions.values().forEach(RoaringBitmap::runOptimize);
    }

    private void ages() {
        List<String> each = IntStream.rangeClosed(Panel.YOUNGEST, Panel.OLDEST)
                .mapToObj(String::valueOf)
                .toList();
        Map<String, RoaringBitmap> exactly = Codes.bitmaps(size, each, p -> age[p] - Panel.YOUNGEST);
        RoaringBitmap so = new RoaringBitmap();
        for (int i = 0; i < upToAge.length; i++) {
            so = RoaringBitmap.or(so, exactly.getOrDefault(each.get(i), new RoaringBitmap()));
            so.runOptimize();
            upToAge[i] = so;
        }
    }

    /** Some were elsewhere lately: mostly in another city of their country, the larger the likelier. */
    private void travel() {
        List<City> cities = geography.cities();
        long[] until = new long[cities.size() + 1];
        Map<String, int[]> ofCountry = new HashMap<>();
        for (int c = 0; c < cities.size(); c++) {
            until[c + 1] = until[c] + cities.get(c).people();
            int at = c;
            ofCountry.computeIfAbsent(cities.get(c).country(), k -> new int[] {at, at})[1] = c + 1;
        }
        int[] where = new int[size];
        awayStart = new int[cities.size() + 1];
        for (int p = 0; p < size; p++) {
            where[p] = -1;
            double u = unit(Draw.AWAY, p);
            if (u >= AWAY_SHARE) {
                continue;
            }
            int[] range = u < AWAY_SHARE / 3
                    ? new int[] {0, cities.size()}
                    : Objects.requireNonNull(ofCountry.get(cities.get(city[p]).country()));
            long ticket = until[range[0]] + (long) (unit(Draw.AWAY_WHERE, p) * (until[range[1]] - until[range[0]]));
            int found = Arrays.binarySearch(until, ticket);
            int visited = found >= 0 ? found : -found - 2;
            if (visited != city[p]) {
                where[p] = visited;
                awayStart[visited + 1]++;
            }
        }
        for (int c = 0; c < cities.size(); c++) {
            awayStart[c + 1] += awayStart[c];
        }
        away = new int[awayStart[cities.size()]];
        int[] next = awayStart.clone();
        for (int p = 0; p < size; p++) {
            if (where[p] >= 0) {
                away[next[where[p]]++] = p;
            }
        }
    }

    private Map<String, RoaringBitmap> languages() {
        Map<String, RoaringBitmap> languages = new TreeMap<>();
        for (Country country : geography.countries()) {
            RoaringBitmap silent =
                    Objects.requireNonNull(countries.get(country.code())).clone();
            for (Country.Language language : country.languages()) {
                long salt = Chance.bits(salt(Draw.LANGUAGE), Chance.seed(language.code()));
                RoaringBitmap users = languages.computeIfAbsent(language.code(), k -> new RoaringBitmap());
                RoaringBitmap here = new RoaringBitmap();
                countries.get(country.code()).forEach((int p) -> {
                    if (Chance.unit(salt, p) < language.share()) {
                        here.add(p);
                    }
                });
                users.or(here);
                silent.andNot(here);
            }
            Objects.requireNonNull(languages.get(country.languages().get(0).code()))
                    .or(silent);
        }
        languages.values().forEach(RoaringBitmap::runOptimize);
        return languages;
    }

    /** Fifths of households by money sense, seniority in years and luck, cut within each country. */
    private void incomes(Panel panel) {
        float[] earns = new float[size];
        RoaringBitmap seniors = new RoaringBitmap();
        List.of("lead", "director", "board")
                .forEach(s -> panel.column(TermKind.SENIORITY, s).ifPresent(seniors::or));
        for (int p = 0; p < size; p++) {
            earns[p] = 0.6f * traits[5][p] + Chance.normal(salt(Draw.INCOME), p) + (seniors.contains(p) ? 0.9f : 0);
        }
        countries.values().forEach(people -> {
            float[] sorted = new float[people.getCardinality()];
            int[] i = {0};
            people.forEach((int p) -> sorted[i[0]++] = earns[p]);
            Arrays.sort(sorted);
            people.forEach((int p) -> {
                int rank = Arrays.binarySearch(sorted, earns[p]);
                income[p] = (byte) (1 + Math.min(4, 5L * Math.max(rank, 0) / sorted.length));
            });
        });
        columns.put(TermKind.INCOME, Codes.bitmaps(size, List.of("1", "2", "3", "4", "5"), p -> income[p] - 1));
    }

    private static Map<String, RoaringBitmap> interests(Panel panel, TopicTree topics) {
        List<Topic> leaves = topics.leaves();
        List<RoaringBitmap> likers = panel.draw(
                leaves.stream().map(t -> Objects.requireNonNull(t.liking())).toList(),
                leaves.stream().mapToLong(t -> Chance.seed(t.code())).toArray());
        Map<String, RoaringBitmap> all = new TreeMap<>();
        for (int i = 0; i < leaves.size(); i++) {
            all.put(leaves.get(i).code(), likers.get(i));
        }
        topics.all().stream().filter(t -> t.level() < 3).forEach(t -> {
            RoaringBitmap any =
                    RoaringBitmap.or(t.leaves().stream().map(all::get).iterator());
            any.runOptimize();
            all.put(t.code(), any);
        });
        return all;
    }

    private static Map<String, RoaringBitmap> habits(Panel panel) {
        Map<String, RoaringBitmap> habits = new TreeMap<>();
        for (Habit habit : Habit.ALL) {
            habits.put(habit.code(), panel.draw(habit.liking(), Chance.seed("habit " + habit.code())));
        }
        return habits;
    }
}
