/** Reports and reviews pulled from networks, and the sums made of them. */
@NullMarked
package app.tidewrack.server.results;

import org.jspecify.annotations.NullMarked;
