/** Source audiences made of engagement or hashed lists, and lookalikes of them. */
@NullMarked
package app.tidewrack.practice.source;

import org.jspecify.annotations.NullMarked;
