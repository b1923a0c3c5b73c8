/** What was sent for sign-off and what became of it, as it is kept; asked by launches too. */
@NullMarked
package app.tidewrack.server.signoff.kept;

import org.jspecify.annotations.NullMarked;
