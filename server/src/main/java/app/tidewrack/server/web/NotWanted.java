package app.tidewrack.server.web;

/** Whoever asked has taken the question back; nobody waits for the answer. */
public final class NotWanted extends RuntimeException {
    private static final long serialVersionUID = 1L;

    @Override
    public String getMessage() {
        return "This question was taken back.";
    }
}
