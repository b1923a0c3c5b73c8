/** What clients' profiles put up by themselves: which did well for its age, which is proposed, and what becomes an ad. */
@NullMarked
package app.tidewrack.server.post;

import org.jspecify.annotations.NullMarked;
