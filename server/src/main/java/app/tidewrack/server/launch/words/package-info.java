/** What items of launches are called to people. */
@NullMarked
package app.tidewrack.server.launch.words;

import org.jspecify.annotations.NullMarked;
