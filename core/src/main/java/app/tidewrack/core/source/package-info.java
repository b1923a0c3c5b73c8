/** People the client already has a tie with: contacts made comparable without being known, and windows of recency. */
@NullMarked
package app.tidewrack.core.source;

import org.jspecify.annotations.NullMarked;
