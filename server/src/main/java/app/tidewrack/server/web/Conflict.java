package app.tidewrack.server.web;

import java.util.Objects;

/** What was sent was made on an older version than the one kept. */
public final class Conflict extends RuntimeException {
    public Conflict(String message) {
        super(message);
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
