/** How long to wait before something outside is asked again. */
@NullMarked
package app.tidewrack.core.patience;

import org.jspecify.annotations.NullMarked;
