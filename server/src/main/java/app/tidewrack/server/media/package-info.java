/** Pictures and videos: taken in by content, measured, kept, and made to fit. */
@NullMarked
package app.tidewrack.server.media;

import org.jspecify.annotations.NullMarked;
