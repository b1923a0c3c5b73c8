package app.tidewrack.core.network;

import app.tidewrack.core.network.Rulebook.Choice;
import java.util.List;

/**
 * Lead forms. A privacy link is always required (common practice).
 *
 * @param fields ready questions
 * @param mostQuestions ready and own together
 * @param mostOwn own questions
 * @param questionLimit longest own question
 * @param headlineLimit longest heading of the opening
 * @param completion share of those who open a form of {@link #USUAL_QUESTIONS} who send it, 0 to 1
 * @param lossPerQuestion share of the rest that each further question loses, 0 to 1
 */
public record FormRule(
        List<Choice> fields,
        int mostQuestions,
        int mostOwn,
        int questionLimit,
        int headlineLimit,
        double completion,
        double lossPerQuestion) {

    /** Questions that {@link #completion} is told for. */
    public static final int USUAL_QUESTIONS = 3;

    /**
     * Share of openers expected to send a form, 0 to 1: each question over the usual number loses the same share of those left, and
     * each one fewer wins it back.
     *
     * @param questions that must be answered, 0 or more
     */
    public double expectedCompletion(int questions) {
        return Math.min(1, completion * Math.pow(1 - lossPerQuestion, questions - USUAL_QUESTIONS));
    }
}
