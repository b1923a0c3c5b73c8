/** What bids are for, what the field of rivals makes of them, and which to suggest. */
@NullMarked
package app.tidewrack.practice.bid;

import org.jspecify.annotations.NullMarked;
