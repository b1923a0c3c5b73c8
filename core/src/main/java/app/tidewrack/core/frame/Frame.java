package app.tidewrack.core.frame;

import app.tidewrack.core.feedback.Feeling;
import app.tidewrack.core.refusal.Refusal;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A pattern of parts, each of which is written by itself.
 *
 * @param name what it is called
 * @param parts in their order
 */
public record Frame(String name, List<Part> parts) {
    private static final int LONGEST_NAME = 80;
    private static final int MOST_PARTS = 10;
    private static final int LONGEST_HINT = 300;
    private static final int LONGEST_SECONDS = 600;

    /** What a part becomes once it is written. */
    public enum Becomes {
        /** A paragraph of the body, with the others in their order. */
        BODY,
        HEADLINE,
        DESCRIPTION,
        /** Words of a film. */
        SCRIPT
    }

    /**
     * @param hint what belongs here
     * @param feeling of customers that it is best written from; null for any
     * @param seconds of a film that it has; 0 where it is no film's
     */
    public record Part(
            String name,
            String hint,
            Becomes becomes,
            @Nullable Feeling feeling,
            int seconds) {}

    public Frame {
        name = name.strip();
        parts = List.copyOf(parts);
    }

    /** Patterns of the trade (common practice). */
    public static final List<Frame> READY = List.of(
            new Frame(
                    "Problem, agitate, solve",
                    List.of(
                            new Part("Problem", "What goes wrong, in their words", Becomes.BODY, Feeling.PAIN, 0),
                            new Part(
                                    "Agitate", "What comes of it, when nothing is done", Becomes.BODY, Feeling.PAIN, 0),
                            new Part("Solve", "What ends it, and how soon", Becomes.BODY, Feeling.PRAISE, 0),
                            new Part(
                                    "Headline",
                                    "The problem, or its end, in a few words",
                                    Becomes.HEADLINE,
                                    Feeling.PAIN,
                                    0))),
            new Frame(
                    "Before, after, bridge",
                    List.of(
                            new Part("Before", "How it is now", Becomes.BODY, Feeling.PAIN, 0),
                            new Part("After", "How it could be", Becomes.BODY, Feeling.WISH, 0),
                            new Part("Bridge", "What leads from one to the other", Becomes.BODY, Feeling.PRAISE, 0),
                            new Part("Headline", "The after, in a few words", Becomes.HEADLINE, Feeling.WISH, 0))),
            new Frame(
                    "Question, proof, offer",
                    List.of(
                            new Part("Question", "What they ask themselves", Becomes.HEADLINE, Feeling.DOUBT, 0),
                            new Part("Proof", "What others say who tried it", Becomes.BODY, Feeling.PRAISE, 0),
                            new Part("Offer", "What they get, and for how much", Becomes.BODY, null, 0),
                            new Part("Small print", "Price, delivery, return", Becomes.DESCRIPTION, null, 0))),
            new Frame(
                    "Film of four parts",
                    List.of(
                            new Part("Hook", "The first three seconds: why stay", Becomes.SCRIPT, Feeling.PAIN, 3),
                            new Part("Who we are", "In one sentence", Becomes.SCRIPT, null, 5),
                            new Part(
                                    "One useful tip",
                                    "Something to take away, also without buying",
                                    Becomes.SCRIPT,
                                    Feeling.DOUBT,
                                    15),
                            new Part("Ask", "What to do now", Becomes.SCRIPT, null, 4))));

    /** @throws Refusal (field {@code name}, {@code parts} or {@code hint}) when it cannot be kept */
    public void require() {
        name("name", name);
        if (parts.isEmpty() || parts.size() > MOST_PARTS) {
            throw new Refusal(
                    "parts",
                    "The frame has %d parts; 1 to %d are kept.".formatted(parts.size(), MOST_PARTS),
                    "Add or remove some.");
        }
        Set<String> names = new HashSet<>();
        for (Part part : parts) {
            name("parts", part.name());
            if (!names.add(part.name().strip())) {
                throw new Refusal(
                        "parts",
                        "Two parts are called “%s”.".formatted(part.name().strip()),
                        "Rename one.");
            }
            if (part.hint().length() > LONGEST_HINT) {
                throw new Refusal(
                        "hint",
                        "The hint of “%s” has %d characters; the most is %d."
                                .formatted(part.name(), part.hint().length(), LONGEST_HINT),
                        "Shorten it.");
            }
            if (part.seconds() < 0 || part.seconds() > LONGEST_SECONDS) {
                throw new Refusal(
                        "parts",
                        "“%s” has %d seconds; 0 to %d can be.".formatted(part.name(), part.seconds(), LONGEST_SECONDS),
                        "Change it.");
            }
        }
    }

    private static void name(String field, String name) {
        int length = name.strip().length();
        if (length < 1 || length > LONGEST_NAME) {
            throw new Refusal(
                    field, "A name has %d characters; 1 to %d are kept.".formatted(length, LONGEST_NAME), "Change it.");
        }
    }
}
