package app.tidewrack.core.need;

/** How soon a person is to look at something, the soonest first. Stored by name. */
public enum Urgency {
    /** Money goes where nobody wants it, or what should run does not. */
    NOW,
    /** Somebody waits for an answer, or money goes otherwise than planned. */
    TODAY,
    /** It gets better by being looked at, and no worse by waiting a day. */
    SOON
}
