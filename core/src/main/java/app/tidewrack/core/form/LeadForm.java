package app.tidewrack.core.form;

import java.util.List;

/**
 * A form that opens inside a network. It is written for all the client's networks; {@link FormFit} tells which take it.
 *
 * @param version grows when a form that ads already use is changed; people keep answering what their ad asked
 */
public record LeadForm(String id, String name, int version, FormContent content) {
    /**
     * What it asks and says.
     *
     * @param headline heading of the opening
     * @param opening what stands below it; may be empty
     * @param questions in the order they are asked
     * @param privacyLink to the client's privacy notice; always required (common practice)
     * @param consent what people agree to by sending; may be empty
     * @param onePage whether all questions stand on one page; otherwise one a page
     */
    public record FormContent(
            String headline,
            String opening,
            List<FormQuestion> questions,
            String privacyLink,
            String consent,
            Completion completion,
            boolean onePage) {

        public FormContent {
            questions = List.copyOf(questions);
            privacyLink = privacyLink.strip();
        }
    }

    /**
     * A ready question of the networks, or an own one.
     *
     * @param field code of the ready question; empty for an own one
     * @param text of an own question; empty for a ready one
     * @param choices of an own question; none for free text
     * @param required whether the form is not sent without an answer
     */
    public record FormQuestion(String field, String text, List<String> choices, boolean required) {
        public FormQuestion {
            text = text.strip();
            choices = List.copyOf(choices);
        }

        public boolean own() {
            return field.isEmpty();
        }

        /** What answers are kept under: the ready question's code, or the own one's text. */
        public String key() {
            return own() ? text : field;
        }
    }

    /**
     * What shows once the form is sent.
     *
     * @param button may be empty, and so may its link
     */
    public record Completion(String text, String button, String link) {
        public Completion {
            link = link.strip();
        }
    }
}
