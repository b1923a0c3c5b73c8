package app.tidewrack.core.refusal;

import java.util.Objects;

/**
 * Input that the job does not allow. Carries the field it concerns, a sentence with the value and the limit, and what
 * to do about it. Callers show {@link #getMessage()}, which is both sentences.
 */
public final class Refusal extends RuntimeException {
    private final String field;

    /**
     * @param field the name of the input, as the API calls it
     * @param says one sentence that names the value and the limit
     * @param remedy one sentence that says what to do
     */
    public Refusal(String field, String says, String remedy) {
        super(says + " " + remedy);
        this.field = field;
    }

    public String field() {
        return field;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
