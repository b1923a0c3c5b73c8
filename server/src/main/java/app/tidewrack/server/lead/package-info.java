/** Leads: pulled from the networks, worked, exported, sent on and erased. */
@NullMarked
package app.tidewrack.server.lead;

import org.jspecify.annotations.NullMarked;
