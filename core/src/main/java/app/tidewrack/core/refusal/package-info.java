/** The one way in which core says no: with the field, the value, the limit and the remedy. */
@NullMarked
package app.tidewrack.core.refusal;

import org.jspecify.annotations.NullMarked;
