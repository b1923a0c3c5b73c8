package app.tidewrack.core.audience;

import app.tidewrack.core.refusal.Refusal;
import java.util.Locale;

/**
 * A radius around a city or a pin.
 *
 * @param cityId 0 for a pin
 * @param country the country the centre lies in, ISO 3166-1 alpha-2
 * @param latitude degrees, −90 to 90
 * @param longitude degrees, −180 to 180
 * @param radiusKm kilometres, as exact as they were given: a mile is 1.609344
 */
public record Circle(long cityId, String name, String country, double latitude, double longitude, double radiusKm) {

    /** The mean radius of the Earth in kilometres (IUGG). */
    public static final double EARTH_RADIUS_KM = 6371.0088;

    /** @throws Refusal (field {@code places}) when the centre is no place on Earth or the radius is under 1 km */
    public Circle {
        if (!(Math.abs(latitude) <= 90)
                || !(Math.abs(longitude) <= 180)
                || !(radiusKm >= 1 && radiusKm < EARTH_RADIUS_KM)) {
            throw new Refusal(
                    "places",
                    "%s around %.4f, %.4f is no circle on Earth.".formatted(km(radiusKm), latitude, longitude),
                    "Choose a latitude within 90, a longitude within 180 and a radius of 1 km or more.");
        }
    }

    /** The radius as it is read: {@code 25 km}, {@code 1.6 km}. */
    public String radius() {
        return km(radiusKm);
    }

    /** The radius as it is compared: {@code 25}, {@code 1.609344}. */
    public String exactKm() {
        return radiusKm == Math.rint(radiusKm) ? String.valueOf((long) radiusKm) : String.valueOf(radiusKm);
    }

    /** A distance as it is read, to a tenth. */
    public static String km(double km) {
        return km == Math.rint(km) ? "%.0f km".formatted(km) : String.format(Locale.ROOT, "%.1f km", km);
    }

    /** True when the point is within the radius by the great circle. */
    public boolean contains(double pointLatitude, double pointLongitude) {
        return distanceKm(latitude, longitude, pointLatitude, pointLongitude) <= radiusKm;
    }

    /**
     * Great-circle distance in kilometres on the mean sphere by the haversine formula (R. W. Sinnott, Sky and Telescope
     * 68, 1984). Within 0.6 % of the ellipsoid.
     */
    public static double distanceKm(double lat1, double lon1, double lat2, double lon2) {
        double dLat = Math.toRadians(lat2 - lat1) / 2;
        double dLon = Math.toRadians(lon2 - lon1) / 2;
        double a = Math.sin(dLat) * Math.sin(dLat)
                + Math.cos(Math.toRadians(lat1)) * Math.cos(Math.toRadians(lat2)) * Math.sin(dLon) * Math.sin(dLon);
        return 2 * EARTH_RADIUS_KM * Math.asin(Math.min(1, Math.sqrt(a)));
    }
}
