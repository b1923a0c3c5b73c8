/** The page and calls of the practice world itself: faults and facts. */
@NullMarked
package app.tidewrack.practice.console;

import org.jspecify.annotations.NullMarked;
