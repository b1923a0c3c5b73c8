/** The agency's clients, their accounts, and what needs a person today. */
@NullMarked
package app.tidewrack.server.client;

import org.jspecify.annotations.NullMarked;
