/** Audiences as bitmaps over the population: sizes and members. */
@NullMarked
package app.tidewrack.practice.matching;

import org.jspecify.annotations.NullMarked;
