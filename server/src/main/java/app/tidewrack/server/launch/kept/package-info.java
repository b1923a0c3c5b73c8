/** Launches, their changes and what is on networks, as they are stored. */
@NullMarked
package app.tidewrack.server.launch.kept;

import org.jspecify.annotations.NullMarked;
