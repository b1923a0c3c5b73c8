/** The synthetic population, its cities and its topics; the same seed gives the same world. */
@NullMarked
package app.tidewrack.practice.world;

import org.jspecify.annotations.NullMarked;
