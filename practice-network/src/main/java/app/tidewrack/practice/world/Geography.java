package app.tidewrack.practice.world;

import app.tidewrack.core.audience.Circle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Countries, regions, cities and smaller places. Cities are numbered so that those of a country, and in it those of a region, are
 * together; the people of smaller places are counted with the cities around them.
 */
public final class Geography {
    private static final int MOST_FOUND = 12;

    private final List<Country> countries;
    private final List<City> cities;
    private final List<City> bySize;
    private final List<City> allBySize;
    private final Map<String, String> regions;

    Geography() {
        countries = Table.read("countries.tsv", Country::of);
        cities = Table.read("cities.tsv", City::of).stream()
                .sorted(Comparator.comparing(City::country)
                        .thenComparing(City::region)
                        .thenComparing(City::people, Comparator.reverseOrder())
                        .thenComparing(City::id))
                .toList();
        bySize = cities.stream()
                .sorted(Comparator.comparingInt(City::people).reversed())
                .toList();
        allBySize = Stream.concat(bySize.stream(), Table.read("places.tsv", City::of).stream())
                .sorted(Comparator.comparingInt(City::people).reversed())
                .toList();
        regions = Table.read("regions.tsv", f -> f).stream()
                .collect(Collectors.toMap(f -> f[0], f -> f[1], (a, b) -> a, LinkedHashMap::new));
    }

    public List<Country> countries() {
        return countries;
    }

    public List<City> cities() {
        return cities;
    }

    /** Names of regions by their codes. */
    public Map<String, String> regions() {
        return regions;
    }

    /** Places whose name, or a word of it, starts with the text; the largest first. An empty country means any. */
    public List<City> find(String country, String text) {
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        return allBySize.stream()
                .filter(c -> country.isEmpty() || c.country().equals(country))
                .filter(c -> c.search().startsWith(wanted)
                        || c.search().contains(" " + wanted)
                        || c.name().toLowerCase(Locale.ROOT).startsWith(wanted))
                .limit(MOST_FOUND)
                .toList();
    }

    /** The largest places of an area; one that reaches over the 180th meridian has its west east of its east. */
    public List<City> within(double south, double west, double north, double east, int most) {
        return allBySize.stream()
                .filter(c -> c.latitude() >= south && c.latitude() <= north)
                .filter(c -> west <= east
                        ? c.longitude() >= west && c.longitude() <= east
                        : c.longitude() >= west || c.longitude() <= east)
                .limit(most)
                .toList();
    }

    /** The place whose centre is nearest. */
    public City nearest(double latitude, double longitude) {
        return allBySize.stream()
                .min(Comparator.comparingDouble(
                        c -> Circle.distanceKm(latitude, longitude, c.latitude(), c.longitude())))
                .orElseThrow();
    }

    /**
     * Panel people of each city: by largest remainder among the countries, then in each among its cities, so that all have
     * their shares to a person.
     *
     * @param size people of the whole panel
     */
    int[] peopleByCity(int size) {
        double online =
                countries.stream().mapToDouble(c -> c.people() * c.online()).sum();
        int[] byCountry = largestRemainder(
                countries.stream()
                        .mapToDouble(c -> size * (c.people() * c.online() / online))
                        .toArray(),
                size);
        int[] byCity = new int[cities.size()];
        int first = 0;
        for (int c = 0; c < byCountry.length; c++) {
            String code = countries.get(c).code();
            List<City> of =
                    cities.stream().filter(city -> city.country().equals(code)).toList();
            double people = of.stream().mapToDouble(City::people).sum();
            int inCountry = byCountry[c];
            int[] within = largestRemainder(
                    of.stream()
                            .mapToDouble(city -> inCountry * (city.people() / people))
                            .toArray(),
                    inCountry);
            System.arraycopy(within, 0, byCity, first, within.length);
            first += within.length;
        }
        return byCity;
    }

    private static int[] largestRemainder(double[] shares, int total) {
        int[] whole = Arrays.stream(shares).mapToInt(s -> (int) s).toArray();
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < shares.length; i++) {
            order.add(i);
        }
        order.sort(
                Comparator.comparingDouble((Integer i) -> whole[i] - shares[i]).thenComparingInt(i -> i));
        int left = total - Arrays.stream(whole).sum();
        for (int i = 0; i < left; i++) {
            whole[order.get(i)]++;
        }
        return whole;
    }
}
