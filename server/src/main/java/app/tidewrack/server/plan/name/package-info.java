/** Names of what a plan makes, and names from elsewhere. */
@NullMarked
package app.tidewrack.server.plan.name;

import org.jspecify.annotations.NullMarked;
