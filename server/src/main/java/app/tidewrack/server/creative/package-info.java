/** Pictures, copy and links, measured and fitted as they are made. */
@NullMarked
package app.tidewrack.server.creative;

import org.jspecify.annotations.NullMarked;
