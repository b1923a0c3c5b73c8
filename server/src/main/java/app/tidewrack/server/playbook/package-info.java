/** The playbook's advice on what came back, what people made of it, and what came of that. */
@NullMarked
package app.tidewrack.server.playbook;

import org.jspecify.annotations.NullMarked;
