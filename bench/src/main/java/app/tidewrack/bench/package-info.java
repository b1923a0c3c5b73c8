/** Measures what the practice network is wanted to do, and prints each figure beside its limit. */
@NullMarked
package app.tidewrack.bench;

import org.jspecify.annotations.NullMarked;
