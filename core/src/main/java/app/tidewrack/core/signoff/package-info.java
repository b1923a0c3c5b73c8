/** An approver's yes to what a plan would send, and what a later edit leaves of it. */
@NullMarked
package app.tidewrack.core.signoff;

import org.jspecify.annotations.NullMarked;
