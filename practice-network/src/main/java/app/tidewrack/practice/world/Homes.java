package app.tidewrack.practice.world;

import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** Where the people of one country live: most in and around its cities by their size, some in the country between. */
final class Homes {
    private static final double RURAL_SHARE = 0.22;
    private static final double RURAL_KM = 18;
    private static final double KM_PER_DEGREE = 111.195;

    private final List<City> cities;
    private final long[] cumulative;

    Homes(List<City> cities) {
        this.cities = cities;
        cumulative = new long[cities.size()];
        long total = 0;
        for (int i = 0; i < cumulative.length; i++) {
            total += cities.get(i).people();
            cumulative[i] = total;
        }
    }

    /** Latitude and longitude of one home. */
    double[] draw(SplittableRandom random) {
        long ticket = random.nextLong(cumulative[cumulative.length - 1]);
        int found = Arrays.binarySearch(cumulative, ticket);
        City city = cities.get(found < 0 ? -found - 1 : Math.min(found + 1, cities.size() - 1));
        // A city of a million spreads over about 8 km, one of 40,000 over about 1.6 km.
        double spread = random.nextDouble() < RURAL_SHARE ? RURAL_KM : Math.sqrt(city.people()) / 125;
        double north = Panel.gaussian(random) * spread / KM_PER_DEGREE;
        double east = Panel.gaussian(random) * spread / KM_PER_DEGREE / Math.cos(Math.toRadians(city.latitude()));
        return new double[] {city.latitude() + north, city.longitude() + east};
    }
}
