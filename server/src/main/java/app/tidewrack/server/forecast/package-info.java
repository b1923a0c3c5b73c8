/** What money is likely to bring in a client's accounts. */
@NullMarked
package app.tidewrack.server.forecast;

import org.jspecify.annotations.NullMarked;
