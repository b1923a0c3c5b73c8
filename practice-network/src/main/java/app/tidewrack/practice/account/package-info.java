/** Accounts of advertisers: currency, zone, profiles and the site tag. */
@NullMarked
package app.tidewrack.practice.account;

import org.jspecify.annotations.NullMarked;
