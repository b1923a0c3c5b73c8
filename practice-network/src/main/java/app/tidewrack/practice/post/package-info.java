/** What profiles put up by themselves: posts, short films, answers, events and offers, and how people took them. */
@NullMarked
package app.tidewrack.practice.post;

import org.jspecify.annotations.NullMarked;
