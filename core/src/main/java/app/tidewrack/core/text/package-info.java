/** Text measured as its readers see it. */
@NullMarked
package app.tidewrack.core.text;

import org.jspecify.annotations.NullMarked;
