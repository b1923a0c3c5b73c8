/** Counted results, the rates made of them, and how they add up. */
@NullMarked
package app.tidewrack.core.results;

import org.jspecify.annotations.NullMarked;
