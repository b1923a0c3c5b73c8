package app.tidewrack.core.launch;

/** How far a launch is. Stored by name. */
public enum LaunchState {
    /** It is being sent. */
    RUNNING,
    /** It was handed over, and waits for what a person enters. */
    BY_HAND,
    DONE,
    /** It ended, and some changes were not taken. */
    INCOMPLETE,
    STOPPED;

    /** Whether it may still change something on the network. */
    public boolean underWay() {
        return this == RUNNING || this == BY_HAND;
    }
}
