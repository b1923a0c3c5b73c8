package app.tidewrack.core.signoff;

/** What became of something that was sent for sign-off. Stored by name. */
public enum SignOffState {
    WAITING,
    APPROVED,
    /** Given back with a reason. */
    RETURNED,
    /** Taken back by whoever sent it, before anybody decided. */
    WITHDRAWN
}
