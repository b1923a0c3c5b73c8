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
 */
public record FormRule(List<Choice> fields, int mostQuestions, int mostOwn, int questionLimit, int headlineLimit) {}
