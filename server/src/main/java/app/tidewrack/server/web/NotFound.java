package app.tidewrack.server.web;

/** What was asked for is not there, or not for this person to see. */
public final class NotFound extends RuntimeException {
    public NotFound(String what, String id) {
        super("There is no %s “%s” here. It may have been removed, or belong to another client.".formatted(what, id));
    }
}
