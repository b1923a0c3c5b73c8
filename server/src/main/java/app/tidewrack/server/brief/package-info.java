/** What clients want, and what their money can buy on the networks they are on. */
@NullMarked
package app.tidewrack.server.brief;

import org.jspecify.annotations.NullMarked;
