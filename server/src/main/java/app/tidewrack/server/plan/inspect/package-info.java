/** What is known of a plan beside itself: its findings, people, prices, what runs, what was silenced. */
@NullMarked
package app.tidewrack.server.plan.inspect;

import org.jspecify.annotations.NullMarked;
