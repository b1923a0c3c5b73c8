/** Takes clients away without a trace. */
@NullMarked
package app.tidewrack.server.erase;

import org.jspecify.annotations.NullMarked;
