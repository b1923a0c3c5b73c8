/** What people send: lead forms and chats. */
@NullMarked
package app.tidewrack.practice.lead;

import org.jspecify.annotations.NullMarked;
