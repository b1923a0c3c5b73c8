package app.tidewrack.core.network;

/** What of a profile's own an ad can stand on instead of texts and media of its own. */
public enum Promoted {
    POST,
    /** A short film of the profile. */
    FILM,
    ANSWER,
    /** Something that takes place, at a time. */
    EVENT,
    /** Something that holds until a time. */
    OFFER
}
