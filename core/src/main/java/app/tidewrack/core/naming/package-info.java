/** Names of campaigns, ad groups and ads: put together from tokens and read back. */
@NullMarked
package app.tidewrack.core.naming;

import org.jspecify.annotations.NullMarked;
