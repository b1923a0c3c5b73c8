/** How money turns into impressions and what comes of them, hour by hour. */
@NullMarked
package app.tidewrack.practice.delivery;

import org.jspecify.annotations.NullMarked;
