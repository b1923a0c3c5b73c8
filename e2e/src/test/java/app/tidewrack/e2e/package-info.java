/** Journeys through the real product in a real browser, against the processes that the demo starts. */
package app.tidewrack.e2e;
