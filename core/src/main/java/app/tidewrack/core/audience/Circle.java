package app.tidewrack.core.audience;

import app.tidewrack.core.refusal.Refusal;

/**
 * A radius around a city or a pin.
 *
 * @param cityId 0 for a pin
 * @param country the country the centre lies in, ISO 3166-1 alpha-2
 * @param latitude degrees, −90 to 90
 * @param longitude degrees, −180 to 180
 * @param radiusKm kilometres, whole
 */
public record Circle(long cityId, String name, String country, double latitude, double longitude, int radiusKm) {

    /** The mean radius of the Earth in kilometres (IUGG). */
    public static final double EARTH_RADIUS_KM = 6371.0088;

    /** @throws Refusal (field {@code places}) when the centre is no place on Earth or the radius is under 1 km */
    public Circle {
        if (!(Math.abs(latitude) <= 90) || !(Math.abs(longitude) <= 180) || radiusKm < 1) {
            throw new Refusal(
                    "places",
                    "%d km around %.4f, %.4f is no circle on Earth.".formatted(radiusKm, latitude, longitude),
                    "Choose a latitude within 90, a longitude within 180 and a radius of 1 km or more.");
        }
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
