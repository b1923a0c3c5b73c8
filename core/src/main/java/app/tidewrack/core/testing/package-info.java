/** What split tests of a plan's rows are about: in what rows differ, and what was changed while they ran. */
@NullMarked
package app.tidewrack.core.testing;

import org.jspecify.annotations.NullMarked;
