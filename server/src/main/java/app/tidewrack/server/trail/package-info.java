/** Who did what in the agency, kept append-only. */
@NullMarked
package app.tidewrack.server.trail;

import org.jspecify.annotations.NullMarked;
