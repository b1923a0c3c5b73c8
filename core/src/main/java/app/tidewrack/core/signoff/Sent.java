package app.tidewrack.core.signoff;

import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Settings;
import java.util.Map;

/**
 * Items as they were sent for sign-off, with what became of it.
 *
 * @param items what each was to be when it was sent
 */
public record Sent(SignOffState state, Map<ItemKey, Settings> items) {
    public Sent {
        items = Map.copyOf(items);
    }
}
