/** What needs a person at a client, and how soon. */
@NullMarked
package app.tidewrack.core.need;

import org.jspecify.annotations.NullMarked;
