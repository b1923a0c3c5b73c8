package app.tidewrack.core.playbook;

/** What can be advised of a row. */
public enum Move {
    /** Its bid is too low to deliver. */
    RAISE_BID("raise the bid"),
    /** It spent without any result. */
    STOP_WITHOUT_RESULTS("stop it, it brings nothing"),
    STOP("stop it"),
    /** People have seen it too often. */
    REFRESH("give it a fresh creative"),
    /** Money from a bad row to a good one, when there is no more. */
    SHIFT("shift money to it"),
    TO_SCALING("move it to scaling"),
    RAISE("raise its money"),
    SIDEWAYS("copy it sideways"),
    DOUBLE("copy it once at double"),
    LEAVE_ALONE("leave it alone");

    private final String words;

    Move(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
