/** Questions that people ask and may take back while the database still works on them. */
@NullMarked
package app.tidewrack.server.question;

import org.jspecify.annotations.NullMarked;
