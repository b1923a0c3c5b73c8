/** Campaigns that are kept as what others are made like, for every client of those who work for both. */
@NullMarked
package app.tidewrack.server.plan.template;

import org.jspecify.annotations.NullMarked;
