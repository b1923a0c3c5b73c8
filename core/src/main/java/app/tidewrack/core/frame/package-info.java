/** Patterns of parts to write copy or a film's script in, and what a text is like to read. */
@NullMarked
package app.tidewrack.core.frame;

import org.jspecify.annotations.NullMarked;
