/** What money is likely to bring, from usual prices moved by a client's own history. */
@NullMarked
package app.tidewrack.core.forecast;

import org.jspecify.annotations.NullMarked;
