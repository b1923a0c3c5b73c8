/** The review desk: every ad waits, then is approved or refused with a reason. */
@NullMarked
package app.tidewrack.practice.review;

import org.jspecify.annotations.NullMarked;
