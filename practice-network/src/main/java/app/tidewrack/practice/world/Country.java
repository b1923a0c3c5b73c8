package app.tidewrack.practice.world;

import java.util.Arrays;
import java.util.List;

/**
 * A country of the practice world.
 *
 * @param people all who live there (Unicode CLDR)
 * @param online share that is on the internet; a round figure from memory
 * @param medianAge a round figure from memory
 * @param languages with the share that uses them (Unicode CLDR), the most used first
 */
public record Country(
        String code, String name, long people, double online, double medianAge, List<Language> languages) {

    /** @param share 0 to 1 */
    public record Language(String code, double share) {}

    static Country of(String[] f) {
        return new Country(
                f[0],
                f[1],
                Long.parseLong(f[2]),
                Double.parseDouble(f[3]),
                Double.parseDouble(f[4]),
                Arrays.stream(f[5].split(" "))
                        .map(l -> l.split(":"))
                        .map(l -> new Language(l[0], Double.parseDouble(l[1]) / 100))
                        .toList());
    }
}
