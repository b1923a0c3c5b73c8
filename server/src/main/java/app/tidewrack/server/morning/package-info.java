/** The morning page: what needs a person at all clients at once, with the money of the day. */
@NullMarked
package app.tidewrack.server.morning;

import org.jspecify.annotations.NullMarked;
