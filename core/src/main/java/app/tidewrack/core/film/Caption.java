package app.tidewrack.core.film;

/**
 * Words on a film for a while.
 *
 * @param from second at which they appear
 * @param to second at which they are gone
 * @param text lines are parted by line feeds
 */
public record Caption(double from, double to, String text) {}
