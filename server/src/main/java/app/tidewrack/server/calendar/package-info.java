/** A client's days as a feed that calendar programs read. */
@NullMarked
package app.tidewrack.server.calendar;

import org.jspecify.annotations.NullMarked;
