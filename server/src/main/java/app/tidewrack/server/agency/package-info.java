/** Whose installation this is: the agency's name, colours and ways of writing. */
@NullMarked
package app.tidewrack.server.agency;

import org.jspecify.annotations.NullMarked;
