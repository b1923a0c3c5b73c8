/** How large a test must be, and what its outcome says. */
@NullMarked
package app.tidewrack.core.splittest;

import org.jspecify.annotations.NullMarked;
