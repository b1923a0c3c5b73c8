package app.tidewrack.server.web;

import java.util.Objects;

/** What was asked for is not there, or not for this person to see. */
public final class NotFound extends RuntimeException {
    public NotFound(String what, String id) {
        super("There is no %s “%s” here. It may have been removed, or belong to another client.".formatted(what, id));
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
