/** Money as whole minor units of one currency, split without losing a penny. */
@NullMarked
package app.tidewrack.core.money;

import org.jspecify.annotations.NullMarked;
