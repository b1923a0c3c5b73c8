package app.tidewrack.server.launch;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * How a change list is launched.
 *
 * @param keys items whose changes are taken, with the creations that they need; null for all
 * @param paused what is created stands still at first
 * @param byHand nothing is sent; a person enters it and gives back the ids
 */
public record Choice(@Nullable Set<String> keys, boolean paused, boolean byHand) {
    public static final Choice ALL = new Choice(null, false, false);
}
