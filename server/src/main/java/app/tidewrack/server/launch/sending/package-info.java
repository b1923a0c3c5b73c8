/** Carries changes out on networks, each as a job that outlives a crash. */
@NullMarked
package app.tidewrack.server.launch.sending;

import org.jspecify.annotations.NullMarked;
