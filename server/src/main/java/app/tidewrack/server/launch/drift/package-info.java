/** What others changed on a network behind our back. */
@NullMarked
package app.tidewrack.server.launch.drift;

import org.jspecify.annotations.NullMarked;
