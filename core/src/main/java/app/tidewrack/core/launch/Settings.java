package app.tidewrack.core.launch;

import java.util.EnumSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What an item of one level is: ids, definitions, money and settings as data, with the client's own ids of sources and forms. The
 * same for what a plan wants, what was last sent, and what stands on a network. Compared part by part; {@link ItemWords} puts it
 * into words.
 */
public sealed interface Settings permits CampaignSettings, GroupSettings, AdSettings {
    /** The name it has on the network. */
    String name();

    Level level();

    /** Every part that says something, for comparing; equal parts are equal values. */
    Map<Field, Object> parts();

    /** The parts in which it differs from what was before; without a before, all that say something. */
    default Set<Field> differing(@Nullable Settings before) {
        Map<Field, Object> was = before == null ? Map.of() : before.parts();
        Map<Field, Object> is = parts();
        Set<Field> fields = EnumSet.noneOf(Field.class);
        fields.addAll(was.keySet());
        fields.addAll(is.keySet());
        fields.removeIf(f -> Objects.equals(was.get(f), is.get(f)));
        return fields;
    }

    /** Its own money; null where it has none, or is an ad. */
    default @Nullable Budget budget() {
        return null;
    }
}
