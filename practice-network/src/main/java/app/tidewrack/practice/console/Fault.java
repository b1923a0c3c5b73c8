package app.tidewrack.practice.console;

/**
 * What goes wrong with a kind of call.
 *
 * @param every with each how-manieth call; 1 for all
 * @param slowMillis how much slower, for {@link Mode#SLOW}
 */
public record Fault(CallKind kind, Mode mode, int every, int slowMillis) {
    /** How a call goes wrong. */
    public enum Mode {
        /** Answers late. */
        SLOW,
        /** Says no. */
        REFUSE,
        /** Says that too much was called. */
        RATE_LIMIT,
        /** Does the work and loses the answer. */
        LOSE_ANSWER,
        /** Answers that it is down, doing nothing. */
        DOWN,
        /** Answers something that is no answer, doing nothing. */
        GARBAGE,
        /** Says that what was sent is too large. */
        TOO_LARGE
    }
}
