/** The ways work goes on by itself, each of which comes back after a fault and holds up no other. */
@NullMarked
package app.tidewrack.server.job;

import org.jspecify.annotations.NullMarked;
