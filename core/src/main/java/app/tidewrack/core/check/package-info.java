/** Rules that look at a plan and return findings; they collect, the caller decides. */
@NullMarked
package app.tidewrack.core.check;

import org.jspecify.annotations.NullMarked;
