package app.tidewrack.core.launch;

/** What a network's review says of an ad. Stored by name. */
public enum ReviewState {
    IN_REVIEW,
    APPROVED,
    REFUSED
}
