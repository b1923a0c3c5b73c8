package app.tidewrack.practice.delivery;

import app.tidewrack.practice.delivery.Draw.CountryZone;
import app.tidewrack.practice.world.City;
import app.tidewrack.practice.world.Country;
import app.tidewrack.practice.world.World;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/** The clock of each country: its largest city's. */
@Component
final class Clocks {
    private final List<CountryZone> zones;

    Clocks(World world) {
        zones = world.geography().countries().stream()
                .filter(c -> !world.panel().inCountry(c.code()).isEmpty())
                .map(c -> zone(c, world))
                .toList();
    }

    private static CountryZone zone(Country country, World world) {
        RoaringBitmap people = world.panel().inCountry(country.code());
        ZoneId zone = world.geography().cities().stream()
                .filter(c -> c.country().equals(country.code()))
                .max(Comparator.comparingInt(City::people))
                .map(c -> ZoneId.of(c.zone()))
                .orElseThrow();
        return new CountryZone(people.first(), people.last(), zone);
    }

    List<CountryZone> zones() {
        return zones;
    }
}
