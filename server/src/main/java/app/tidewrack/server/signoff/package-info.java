/** Sign-offs: sent, commented, decided on with or without an account, and kept on paper. */
@NullMarked
package app.tidewrack.server.signoff;

import org.jspecify.annotations.NullMarked;
