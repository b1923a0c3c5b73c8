/** What customers say, made into phrases that copy can be written from. Nobody's name, address or number is in it. */
@NullMarked
package app.tidewrack.core.feedback;

import org.jspecify.annotations.NullMarked;
