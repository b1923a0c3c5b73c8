/** The six networks: their published rulebooks, their hidden markets and who is on them. */
@NullMarked
package app.tidewrack.practice.network;

import org.jspecify.annotations.NullMarked;
