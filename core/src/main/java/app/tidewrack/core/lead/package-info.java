/** What people send by forms and chats, as far as it says who they are. */
@NullMarked
package app.tidewrack.core.lead;

import org.jspecify.annotations.NullMarked;
