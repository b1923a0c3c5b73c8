package app.tidewrack.core.launch;

/** How far one change of a launch is. Stored by name. */
public enum ChangeState {
    WAITING,
    /** The network did not answer, or asked to wait. */
    RETRYING,
    DONE,
    FAILED;

    /** Whether it is still to be carried out. */
    public boolean open() {
        return this == WAITING || this == RETRYING;
    }
}
