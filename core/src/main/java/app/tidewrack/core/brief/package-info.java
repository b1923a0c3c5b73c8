/** What a client wants, and what its money can buy. */
@NullMarked
package app.tidewrack.core.brief;

import org.jspecify.annotations.NullMarked;
