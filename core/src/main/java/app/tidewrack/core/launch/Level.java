package app.tidewrack.core.launch;

/** The three levels, in the order in which they must be created. */
public enum Level {
    CAMPAIGN,
    AD_GROUP,
    AD
}
