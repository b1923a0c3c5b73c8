/** The connector to the networks that the practice network plays, over HTTP. */
@NullMarked
package app.tidewrack.connector.practice;

import org.jspecify.annotations.NullMarked;
