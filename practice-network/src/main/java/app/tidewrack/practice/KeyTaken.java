package app.tidewrack.practice;

/** A key came again with other content; told as 409 with the id of what it created. */
public final class KeyTaken extends RuntimeException {
    private final String createdId;

    public KeyTaken(String key, String createdId) {
        super("The key “%s” created %s with other content. Change that, or send another key."
                .formatted(key, createdId));
        this.createdId = createdId;
    }

    public String createdId() {
        return createdId;
    }
}
