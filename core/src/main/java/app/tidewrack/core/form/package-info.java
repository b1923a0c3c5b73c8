/** What people fill in or are told inside a network: lead forms, chats and direct messages. */
@NullMarked
package app.tidewrack.core.form;

import org.jspecify.annotations.NullMarked;
