/** Moving the practice clock as a job that shows its progress and can be stopped. */
@NullMarked
package app.tidewrack.server.clock;

import org.jspecify.annotations.NullMarked;
