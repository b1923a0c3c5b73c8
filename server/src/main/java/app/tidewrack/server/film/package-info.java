/** Films that are made of a client's pictures, videos and sounds. */
@NullMarked
package app.tidewrack.server.film;

import org.jspecify.annotations.NullMarked;
