package app.tidewrack.server.web;

/** A body longer than its operation reads. */
class TooLong extends RuntimeException {
    private static final long serialVersionUID = 1L;

    TooLong(long most) {
        super("What was sent is longer than %,d bytes, the most that is read here. Send less at once.".formatted(most));
    }
}
