package app.tidewrack.practice.world;

import java.util.Locale;

/**
 * A city of 15,000 people or more, or a smaller place of 1,000 or more (GeoNames, CC BY 4.0).
 *
 * @param region country and region, such as {@code GB.ENG}
 * @param zone IANA time zone
 */
public record City(
        long id,
        String name,
        String search,
        double latitude,
        double longitude,
        String country,
        String region,
        int people,
        String zone) {

    static City of(String[] f) {
        return new City(
                Long.parseLong(f[0]),
                f[1],
                f[2].isEmpty() ? f[1].toLowerCase(Locale.ROOT) : f[2],
                Double.parseDouble(f[3]),
                Double.parseDouble(f[4]),
                f[5],
                f[5] + "." + f[6],
                Integer.parseInt(f[7]),
                f[8]);
    }
}
