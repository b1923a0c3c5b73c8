/** How money turns into impressions, clicks and conversions, hour by hour. */
@NullMarked
package app.tidewrack.practice.delivery;

import org.jspecify.annotations.NullMarked;
