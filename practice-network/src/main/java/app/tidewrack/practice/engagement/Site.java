package app.tidewrack.practice.engagement;

/**
 * A client's site whose tag reports events.
 *
 * @param country where the client is at home
 */
public record Site(String domain, String country) {}
