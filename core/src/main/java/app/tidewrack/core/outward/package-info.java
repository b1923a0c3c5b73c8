/** Where the server may send to for a person. */
@NullMarked
package app.tidewrack.core.outward;

import org.jspecify.annotations.NullMarked;
