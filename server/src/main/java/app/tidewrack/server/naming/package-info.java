/** How clients' campaigns, ad groups and ads are named and their links tracked. */
@NullMarked
package app.tidewrack.server.naming;

import org.jspecify.annotations.NullMarked;
