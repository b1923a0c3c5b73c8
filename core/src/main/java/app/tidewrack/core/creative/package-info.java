/** What an ad shows, how long its text is, where it is cut, and whether it fits a placement. */
@NullMarked
package app.tidewrack.core.creative;

import org.jspecify.annotations.NullMarked;
