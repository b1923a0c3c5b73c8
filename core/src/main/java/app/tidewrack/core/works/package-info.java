/** What of what people see works: by what ads show, by the parts of mix ads, by where films are left. */
@NullMarked
package app.tidewrack.core.works;

import org.jspecify.annotations.NullMarked;
