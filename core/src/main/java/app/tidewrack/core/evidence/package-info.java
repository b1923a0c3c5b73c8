/** What numbers can bear: bounds that may be looked at every day, dispersion, results still to come, small numbers. */
@NullMarked
package app.tidewrack.core.evidence;

import org.jspecify.annotations.NullMarked;
