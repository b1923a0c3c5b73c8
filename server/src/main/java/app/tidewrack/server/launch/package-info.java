/** Change lists, and the jobs that carry them out once and only once. */
@NullMarked
package app.tidewrack.server.launch;

import org.jspecify.annotations.NullMarked;
