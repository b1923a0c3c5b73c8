/** Flights in whole account days, counted over clock changes. */
@NullMarked
package app.tidewrack.core.schedule;

import org.jspecify.annotations.NullMarked;
