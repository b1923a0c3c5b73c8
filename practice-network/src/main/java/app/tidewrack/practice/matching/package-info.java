/** Audience definitions as crowds of people: sizes, ladders, overlaps. */
@NullMarked
package app.tidewrack.practice.matching;

import org.jspecify.annotations.NullMarked;
