/** Lead forms, chats and direct messages, and who agreed to be named in them. */
@NullMarked
package app.tidewrack.server.form;

import org.jspecify.annotations.NullMarked;
