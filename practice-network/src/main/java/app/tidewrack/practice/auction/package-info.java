/** Who shows and what it costs: the rules of the auction and the field of rivals. */
@NullMarked
package app.tidewrack.practice.auction;

import org.jspecify.annotations.NullMarked;
