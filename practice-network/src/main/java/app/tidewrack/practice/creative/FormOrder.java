package app.tidewrack.practice.creative;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is sent to make a lead form. A form cannot be changed once made; a new one takes its place.
 *
 * @param fields codes of ready questions
 * @param questions own questions
 * @param optional codes of ready questions and texts of own ones that may be left without an answer
 */
public record FormOrder(
        String account,
        String name,
        String headline,
        @Nullable String opening,
        List<String> fields,
        List<Question> questions,
        String privacyLink,
        @Nullable String consent,
        @Nullable Completion completion,
        List<String> optional) {

    public FormOrder {
        fields = fields == null ? List.of() : fields;
        questions = questions == null ? List.of() : questions;
        optional = optional == null ? List.of() : optional;
    }

    /** How many must be answered. */
    int required() {
        return fields.size() + questions.size() - optional.size();
    }

    /** @param choices none for free text */
    public record Question(String text, List<String> choices) {
        public Question {
            choices = choices == null ? List.of() : choices;
        }
    }

    /** What shows once the form is sent. */
    public record Completion(
            String text, @Nullable String button, @Nullable String link) {}
}
