/** Media, creatives and lead forms as advertisers send them. */
@NullMarked
package app.tidewrack.practice.creative;

import org.jspecify.annotations.NullMarked;
