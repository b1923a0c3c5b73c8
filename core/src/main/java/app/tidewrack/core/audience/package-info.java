/** Descriptions of people, the steps that narrow them, and how their sizes are told. */
@NullMarked
package app.tidewrack.core.audience;

import org.jspecify.annotations.NullMarked;
