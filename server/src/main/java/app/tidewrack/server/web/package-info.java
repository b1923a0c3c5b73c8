/** What all web answers share: problems, JSON of core types, delivery of the interface. */
@NullMarked
package app.tidewrack.server.web;

import org.jspecify.annotations.NullMarked;
