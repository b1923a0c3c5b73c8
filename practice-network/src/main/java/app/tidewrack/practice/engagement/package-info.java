/** Which people did what, day by day: visited, watched, opened, sent, engaged. */
@NullMarked
package app.tidewrack.practice.engagement;

import org.jspecify.annotations.NullMarked;
