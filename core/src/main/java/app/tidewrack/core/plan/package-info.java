/** The sheet: campaigns as crossings of rows and columns, changed only by edits that know their inverse. */
@NullMarked
package app.tidewrack.core.plan;

import org.jspecify.annotations.NullMarked;
