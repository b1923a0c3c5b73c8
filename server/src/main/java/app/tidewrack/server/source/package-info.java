/** Source audiences: people with a tie to the client, made once and sent to each account that asks for them. */
@NullMarked
package app.tidewrack.server.source;

import org.jspecify.annotations.NullMarked;
