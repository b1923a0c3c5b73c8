/** The made-up agency that a new installation starts with. */
@NullMarked
package app.tidewrack.server.demo;

import org.jspecify.annotations.NullMarked;
