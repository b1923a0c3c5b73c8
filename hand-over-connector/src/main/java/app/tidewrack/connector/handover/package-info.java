/** Networks that nothing can be asked of: what is planned for them is handed over, for people to enter. */
@NullMarked
package app.tidewrack.connector.handover;

import org.jspecify.annotations.NullMarked;
