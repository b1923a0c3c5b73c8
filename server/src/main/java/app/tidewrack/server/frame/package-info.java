/** Frames to write copy and scripts in, and what is said of what is written. */
@NullMarked
package app.tidewrack.server.frame;

import org.jspecify.annotations.NullMarked;
