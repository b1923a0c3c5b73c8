package app.tidewrack.practice;

/** Something was asked for that is not there; told as 404. */
public final class NotKnown extends RuntimeException {
    public NotKnown(String what, String id) {
        super("No %s is known by “%s”.".formatted(what, id));
    }
}
