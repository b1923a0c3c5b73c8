/** What advertisers are told: numbers by ad and hour, and people reached by any set of ads. */
@NullMarked
package app.tidewrack.practice.report;

import org.jspecify.annotations.NullMarked;
