/** Saved descriptions of people, sized by their network. */
@NullMarked
package app.tidewrack.server.audience;

import org.jspecify.annotations.NullMarked;
