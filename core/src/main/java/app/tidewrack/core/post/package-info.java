/** What a client's profiles said by themselves, and which of it did well for its age. */
@NullMarked
package app.tidewrack.core.post;

import org.jspecify.annotations.NullMarked;
