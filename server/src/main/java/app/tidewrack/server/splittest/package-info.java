/** Split tests: set up from the sheet, followed by what networks tell, judged, and kept as what was learned. */
@NullMarked
package app.tidewrack.server.splittest;

import org.jspecify.annotations.NullMarked;
