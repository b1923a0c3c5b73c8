package app.tidewrack.core.audience;

import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Places of which any must hold; in order, without repeats.
 *
 * @param countries ISO 3166-1 alpha-2
 * @param regions country and region, such as {@code GB.ENG}
 * @param circles radiuses around cities or pins
 */
public record Places(List<String> countries, List<String> regions, List<Circle> circles) {
    public static final Places NONE = new Places(List.of(), List.of(), List.of());

    public Places {
        countries = List.copyOf(new TreeSet<>(countries));
        regions = List.copyOf(new TreeSet<>(regions));
        circles = circles.stream()
                .distinct()
                .sorted(Comparator.comparing(Circle::country)
                        .thenComparingLong(Circle::cityId)
                        .thenComparing(Circle::name)
                        .thenComparingDouble(Circle::latitude)
                        .thenComparingDouble(Circle::longitude)
                        .thenComparingDouble(Circle::radiusKm))
                .toList();
    }

    public static Places inCountries(String... countries) {
        return new Places(List.of(countries), List.of(), List.of());
    }

    public static Places around(List<Circle> circles) {
        return new Places(List.of(), List.of(), circles);
    }

    public boolean none() {
        return countries.isEmpty() && regions.isEmpty() && circles.isEmpty();
    }

    public int count() {
        return countries.size() + regions.size() + circles.size();
    }

    /** The countries all of these lie in, whole. */
    public Places wholeCountries() {
        List<String> all = Stream.of(
                        countries.stream(),
                        regions.stream().map(Places::countryOf),
                        circles.stream().map(Circle::country))
                .flatMap(s -> s)
                .toList();
        return new Places(all, List.of(), List.of());
    }

    /** True when this says whole countries and nothing narrower. */
    public boolean areWholeCountries() {
        return regions.isEmpty() && circles.isEmpty();
    }

    /** The country part of a region's code. */
    public static String countryOf(String region) {
        int dot = region.indexOf('.');
        return dot < 0 ? region : region.substring(0, dot);
    }
}
