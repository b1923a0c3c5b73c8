/** Lets time pass: reviews and delivers each hour that the clock moves on. */
@NullMarked
package app.tidewrack.practice.passing;

import org.jspecify.annotations.NullMarked;
