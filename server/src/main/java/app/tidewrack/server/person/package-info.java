/** Who is signed in, and which clients they may see. */
@NullMarked
package app.tidewrack.server.person;

import org.jspecify.annotations.NullMarked;
