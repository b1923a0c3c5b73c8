/** The way by which each package tells what needs a person. */
@NullMarked
package app.tidewrack.server.need;

import org.jspecify.annotations.NullMarked;
