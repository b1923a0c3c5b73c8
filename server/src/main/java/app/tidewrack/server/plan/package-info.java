/** Plans and their edits: one door in, kept in a journal, checked after every change. */
@NullMarked
package app.tidewrack.server.plan;

import org.jspecify.annotations.NullMarked;
