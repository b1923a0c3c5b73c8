package app.tidewrack.core.feedback;

/** What a sentence of a customer's is about: what is wrong, what is wanted, what is good, what they are not sure of. */
public enum Feeling {
    PAIN,
    WISH,
    PRAISE,
    DOUBT
}
