package app.tidewrack.practice;

/** The id of what was created. */
public record Created(String id) {
    /** Header that makes a creating call safe to repeat. */
    public static final String KEY = "Idempotency-Key";
}
