/** What launching would create, change, pause or remove, compared with what is live. */
@NullMarked
package app.tidewrack.core.launch;

import org.jspecify.annotations.NullMarked;
