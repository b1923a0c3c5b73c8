/** The seam to networks: what the server asks of them, and what they tell. */
@NullMarked
package app.tidewrack.connector;

import org.jspecify.annotations.NullMarked;
