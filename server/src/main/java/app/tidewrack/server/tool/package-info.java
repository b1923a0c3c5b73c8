/** Programs of the system that do a part of the work, held to a time and an address space. */
@NullMarked
package app.tidewrack.server.tool;

import org.jspecify.annotations.NullMarked;
