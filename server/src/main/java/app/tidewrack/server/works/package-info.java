/** What works of what people see, as results tell it. */
@NullMarked
package app.tidewrack.server.works;

import org.jspecify.annotations.NullMarked;
