package app.tidewrack.practice.world;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.PracticeSettings;
import app.tidewrack.practice.engagement.Bitmaps;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.roaringbitmap.RoaringBitmap;

/** The population against the open data it is made from. */
class WorldTest {
    private static final int PEOPLE = 200_000;
    private static final World WORLD = new World(new PracticeSettings("", 20270309, PEOPLE));
    private static final Panel PANEL = WORLD.panel();

    @Test
    void theSameSeedMakesTheSameWorldByteForByte() {
        int few = 20_000;
        assertThat(print(new World(new PracticeSettings("", 7, few))))
                .isEqualTo(print(new World(new PracticeSettings("", 7, few))))
                .isNotEqualTo(print(new World(new PracticeSettings("", 8, few))));
    }

    private static Map<String, Integer> print(World world) {
        Map<String, Integer> print = new TreeMap<>();
        for (TermKind kind : TermKind.values()) {
            world.panel()
                    .columns(kind)
                    .forEach((code, people) -> print.put(kind + code, Arrays.hashCode(Bitmaps.bytes(people))));
        }
        print.put("women", Arrays.hashCode(Bitmaps.bytes(world.panel().women())));
        print.put("forties", Arrays.hashCode(Bitmaps.bytes(world.panel().aged(40, 49))));
        return print;
    }

    /** People of countries: Unicode CLDR 48.2; of cities: GeoNames. Shares are kept to a person each. */
    @Test
    void citiesAndCountriesHaveTheirShares() {
        double online = WORLD.geography().countries().stream()
                .mapToDouble(c -> c.people() * c.online())
                .sum();
        for (Country country : WORLD.geography().countries()) {
            double share = country.people() * country.online() / online;
            assertThat((double) PANEL.inCountry(country.code()).getCardinality())
                    .isCloseTo(share * PEOPLE, within(1.0));
        }
        City london = WORLD.geography().find("GB", "london").get(0);
        double inCities = WORLD.geography().cities().stream()
                .filter(c -> c.country().equals("GB"))
                .mapToDouble(City::people)
                .sum();
        long londoners = PANEL.inCountry("GB").stream()
                .filter(p -> WORLD.geography().cities().get(PANEL.city(p)).equals(london))
                .count();
        assertThat((double) londoners)
                .isCloseTo(PANEL.inCountry("GB").getCardinality() * (london.people() / inCities), within(2.0));
    }

    /** Languages by country: Unicode CLDR 48.2. Four standard errors; who would speak none speaks the first. */
    /** Smaller places can be looked for and pinned; nobody of the panel lives in them, so that the world is as it was (GeoNames). */
    @Test
    void smallerPlacesAreFoundByNameAndNearness() {
        Geography geography = WORLD.geography();
        assertThat(geography.find("GB", "holt")).extracting(City::id).contains(2646701L, 2646703L);
        // The larger first: 82,624 people, and 439,819 in Canada.
        assertThat(geography.find("", "halifax")).extracting(City::country).startsWith("CA", "GB");
        assertThat(geography.nearest(52.91, 1.09).name()).isEqualTo("Holt");
        List<City> norfolk = geography.within(52.4, 0.2, 53, 1.8, 40);
        assertThat(norfolk)
                .hasSize(40)
                .isSortedAccordingTo(Comparator.comparing(City::people).reversed());
        assertThat(norfolk.get(0).name()).isEqualTo("Norwich");
        assertThat(norfolk)
                .allMatch(c ->
                        c.latitude() >= 52.4 && c.latitude() <= 53 && c.longitude() >= 0.2 && c.longitude() <= 1.8);
        // Over the 180th meridian: New Zealand's east and nothing of Europe.
        assertThat(geography.within(-50, 174, -30, -170, 500))
                .isNotEmpty()
                .allMatch(c -> c.country().equals("NZ"));
        assertThat(geography.cities()).allMatch(c -> c.people() >= 15_000);
    }

    @Test
    void languagesAreUsedByTheirShares() {
        for (String code : List.of("GB", "DE", "CH", "BE", "DK", "CA")) {
            Country country = WORLD.geography().countries().stream()
                    .filter(c -> c.code().equals(code))
                    .findFirst()
                    .orElseThrow();
            RoaringBitmap people = PANEL.inCountry(code);
            double count = people.getCardinality();
            for (Country.Language language :
                    country.languages().subList(1, country.languages().size())) {
                double share = language.share();
                double found = RoaringBitmap.andCardinality(
                                people,
                                PANEL.column(TermKind.LANGUAGE, language.code()).orElseThrow())
                        / count;
                assertThat(found)
                        .as(code + " " + language.code())
                        .isCloseTo(share, within(4 * Math.sqrt(share * (1 - share) / count) + 1e-9));
            }
        }
    }

    /** Ages against the shipped pyramid (our own approximation): the largest gap of the two curves, Kolmogorov's 0.1 %. */
    @Test
    void agesFollowTheirPyramid() {
        AgePyramid pyramid = new AgePyramid(40);
        RoaringBitmap british = PANEL.inCountry("GB");
        double count = british.getCardinality();
        for (int age = 14; age <= 80; age++) {
            double share = RoaringBitmap.andCardinality(british, PANEL.aged(14, age)) / count;
            assertThat(share).isCloseTo(pyramid.share(age), within(1.95 / Math.sqrt(count)));
        }
    }

    @Test
    void circlesHoldExactlyWhoLivesWithin() {
        Random random = new Random(5);
        for (int i = 0; i < 25; i++) {
            City city = WORLD.geography()
                    .cities()
                    .get(random.nextInt(WORLD.geography().cities().size()));
            Circle circle = new Circle(
                    0,
                    "pin",
                    city.country(),
                    Math.max(-89, Math.min(89, city.latitude() + random.nextGaussian() / 5)),
                    city.longitude() + random.nextGaussian() / 5,
                    1 + random.nextInt(100));
            RoaringBitmap scanned = new RoaringBitmap();
            for (int p = 0; p < PEOPLE; p++) {
                if (circle.contains(PANEL.latitude(p), PANEL.longitude(p))) {
                    scanned.add(p);
                }
            }
            assertThat(PANEL.within(circle, WORLD.geography())).isEqualTo(scanned);
        }
    }

    /** Topics of one branch are liked together; a topic's share is near what its log-odds say. */
    @Test
    void likingsGoTogetherBelievably() {
        assertThat(WORLD.topics().all()).hasSizeBetween(400, 700);
        assertThat(lift("knitting", "sewing")).isGreaterThan(1.5);
        assertThat(lift("knitting", "sewing")).isGreaterThan(lift("knitting", "used-cars"));
        assertThat(lift("programming", "robots")).isGreaterThan(lift("programming", "nails"));
        RoaringBitmap rare = PANEL.column(TermKind.INTEREST, "measurement").orElseThrow();
        assertThat(rare.getCardinality() / (double) PEOPLE).isBetween(0.005, 0.04);
    }

    private static double lift(String one, String other) {
        RoaringBitmap first = PANEL.column(TermKind.INTEREST, one).orElseThrow();
        RoaringBitmap second = PANEL.column(TermKind.INTEREST, other).orElseThrow();
        double both = RoaringBitmap.andCardinality(first, second) / (double) PEOPLE;
        return both / (first.getCardinality() / (double) PEOPLE) / (second.getCardinality() / (double) PEOPLE);
    }
}
