/** The stand-in for a social network: a synthetic population that sees, clicks and buys by hidden rates. */
@NullMarked
package app.tidewrack.practice;

import org.jspecify.annotations.NullMarked;
