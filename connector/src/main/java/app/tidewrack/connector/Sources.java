package app.tidewrack.connector;

import app.tidewrack.core.audience.AudienceSize;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Source audiences on a network. */
public interface Sources {
    /** @return the network's id of the source, made now or earlier under the same key */
    String createSource(String account, String key, SourceOrder order);

    /**
     * Replaces the people of a list.
     *
     * @param hashes a file with one SHA-256 a line
     */
    SourceTold fillSource(String account, String source, Path hashes);

    /** A source as of now. */
    SourceTold source(String account, String source);

    /** What sets a source apart from the rest of a country. */
    Traits traits(String account, String source, String country);

    /**
     * @param kind {@code list}, {@code site}, {@code video}, {@code form} or {@code profile}
     * @param fromDay days since the last event, 0 for today
     * @param toDay likewise, both included
     */
    record SourceOrder(
            String name,
            String kind,
            @Nullable String event,
            @Nullable String subject,
            @Nullable Integer percent,
            @Nullable Integer fromDay,
            @Nullable Integer toDay) {}

    /** @param list for a list: what came of its rows */
    record SourceTold(
            String id, AudienceSize size, @Nullable ListTold list) {}

    /** @param matchRate matched of different hashes, 0 to 1 */
    record ListTold(long rows, long duplicates, long matched, double matchRate) {}

    /** @param lift share among the source's people over the share in the country */
    record Trait(String kind, String code, double lift, double share) {}

    /** The traits with the highest and the lowest lift. */
    record Traits(String country, long people, List<Trait> most, List<Trait> least) {}
}
