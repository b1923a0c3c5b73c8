package app.tidewrack.core.plan;

/** Whether a campaign finds out what works or spends on what does. */
public enum Purpose {
    TESTING,
    SCALING
}
