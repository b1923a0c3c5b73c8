/** What advertisers have set up: campaigns, ad groups and ads, created once by idempotency key. */
@NullMarked
package app.tidewrack.practice.campaign;

import org.jspecify.annotations.NullMarked;
