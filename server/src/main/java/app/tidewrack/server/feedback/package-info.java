/** What customers of a client said: taken in without who they are, and searched for phrases to write from. */
@NullMarked
package app.tidewrack.server.feedback;

import org.jspecify.annotations.NullMarked;
