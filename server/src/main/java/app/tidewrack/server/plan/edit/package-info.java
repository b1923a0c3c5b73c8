/** What the browser asks for, read as edits of a plan. */
@NullMarked
package app.tidewrack.server.plan.edit;

import org.jspecify.annotations.NullMarked;
