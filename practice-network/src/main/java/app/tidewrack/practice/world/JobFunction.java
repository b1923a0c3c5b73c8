package app.tidewrack.practice.world;

import java.util.List;

/**
 * What people do for a living.
 *
 * @param share relative number of people who do it
 * @param industries NAICS sectors it is found in, the usual one first
 * @param titles from junior to senior
 */
public record JobFunction(
        String code, String words, double share, double[] pull, List<String> industries, List<String> titles) {

    static JobFunction of(String[] parts) {
        String[] name = parts[0].split("=");
        return new JobFunction(
                name[0],
                name[1],
                Double.parseDouble(parts[1]),
                Liking.pull(parts[2]),
                List.of(parts[3].split(" ")),
                List.of(parts[4].split("\\s*,\\s*")));
    }
}
