/** The buyer's own rules of decision, what they advise on what came back, and what they would have advised in the past. */
@NullMarked
package app.tidewrack.core.playbook;

import org.jspecify.annotations.NullMarked;
