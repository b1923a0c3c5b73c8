/** Progress of long work, sent to the browser as events. */
@NullMarked
package app.tidewrack.server.progress;

import org.jspecify.annotations.NullMarked;
