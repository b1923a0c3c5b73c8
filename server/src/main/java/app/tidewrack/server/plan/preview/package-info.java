/** What an edit would do, before it is made. */
@NullMarked
package app.tidewrack.server.plan.preview;

import org.jspecify.annotations.NullMarked;
