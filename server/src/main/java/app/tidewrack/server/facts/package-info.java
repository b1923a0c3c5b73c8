/** What networks told of ads, as it is kept: what came late, and what kinds of ads brought. It knows no plans. */
@NullMarked
package app.tidewrack.server.facts;

import org.jspecify.annotations.NullMarked;
