package app.tidewrack.core.audience;

/** In which way people are at a place. */
public enum Presence {
    /** Living there. */
    LIVING,
    /** There in the last days, living there or not. */
    LATELY,
    /** There in the last days, living elsewhere. */
    TRAVELLING
}
