package app.tidewrack.core.launch;

import java.util.Collection;
import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Collects the parts of some settings for comparing; what is empty is as if it were not there. */
final class Parts {
    private final Map<Field, Object> all = new EnumMap<>(Field.class);

    Parts put(Field field, @Nullable Object value) {
        boolean empty = value == null
                || value.equals("")
                || value.equals(false)
                || value instanceof Collection<?> c && c.isEmpty()
                || value instanceof Map<?, ?> m && m.isEmpty();
        if (!empty) {
            all.put(field, value);
        }
        return this;
    }

    Parts put(@Nullable Budget budget) {
        return budget == null ? this : put(budget.field(), budget.money());
    }

    Map<Field, Object> all() {
        return Collections.unmodifiableMap(all);
    }
}
