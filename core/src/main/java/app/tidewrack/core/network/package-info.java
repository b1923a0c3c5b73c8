/** A network's limits and offers as data: the rulebook. */
@NullMarked
package app.tidewrack.core.network;

import org.jspecify.annotations.NullMarked;
