/** Links with parameters that tell where a visit came from. */
@NullMarked
package app.tidewrack.core.tracking;

import org.jspecify.annotations.NullMarked;
