package app.tidewrack.core.source;

/** What ties the people of a source audience to the client. Stored by name. */
public enum SourceKind {
    /** They stand on a list of customers. */
    LIST,
    /** They did something on the client's site or in its app. */
    SITE,
    /** They watched a video. */
    VIDEO,
    /** They opened or sent a lead form. */
    FORM,
    /** They engaged with a profile. */
    PROFILE
}
