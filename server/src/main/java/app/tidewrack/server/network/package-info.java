/** The seam to the outside: what any network must be able to do, and the practice network over HTTP. */
@NullMarked
package app.tidewrack.server.network;

import org.jspecify.annotations.NullMarked;
