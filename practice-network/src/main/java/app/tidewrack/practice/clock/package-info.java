/** The practice clock, which moves only when told. */
@NullMarked
package app.tidewrack.practice.clock;

import org.jspecify.annotations.NullMarked;
