/** What every connector is held to, and a network in memory that keeps it: the kit's worked example, and a fast double for tests. */
@NullMarked
package app.tidewrack.connector.kit;

import org.jspecify.annotations.NullMarked;
