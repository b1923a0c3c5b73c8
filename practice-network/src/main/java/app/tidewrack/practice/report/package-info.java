/** What advertisers are told: numbers by ad and time, broken down, and people reached. */
@NullMarked
package app.tidewrack.practice.report;

import org.jspecify.annotations.NullMarked;
