package app.tidewrack.practice.source;

import app.tidewrack.core.audience.AudienceSize;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A source audience as the network tells it.
 *
 * @param list for a list: what came of its rows
 */
public record SourceFacts(
        String id,
        SourceOrder order,
        AudienceSize size,
        @Nullable ListFacts list) {

    /** @param matchRate matched of different hashes, 0 to 1 */
    public record ListFacts(long rows, long duplicates, long matched, double matchRate) {}

    /**
     * What sets a source apart from the rest of a country.
     *
     * @param lift share among the source's people over the share in the country
     */
    public record Trait(String kind, String code, double lift, double share) {}

    /** The traits with the highest and the lowest lift. */
    public record Traits(String country, long people, List<Trait> most, List<Trait> least) {}
}
