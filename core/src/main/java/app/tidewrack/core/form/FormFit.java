package app.tidewrack.core.form;

import app.tidewrack.core.form.LeadForm.Completion;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.core.network.ChatRule;
import app.tidewrack.core.network.FormRule;
import app.tidewrack.core.network.MessageRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.core.text.LandingLink;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.Tokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Whether a network takes a form, a chat or a message, and if not, why. */
public final class FormFit {
    /** Names as long as are usual, for the worst case of a greeting (common practice: plan for long names). */
    private static final Map<String, List<String>> LONG_NAMES = Map.of(
            "first-name", List.of("Maximiliane-Charlotte"),
            "city", List.of("Ashby-de-la-Zouch and Measham"),
            "company", List.of("Nordhavn Instrument Works and Partners"),
            "job-title", List.of("Deputy head of laboratory quality"));

    private FormFit() {}

    /**
     * A broken rule.
     *
     * @param field the input it concerns; {@code questions.2} is the third question
     */
    public record Fault(String field, String value, String limit, String mend) {}

    /** All rules of a network that a form breaks; one fault alone when it has no forms. */
    public static List<Fault> judge(LeadForm.FormContent form, Rulebook rulebook) {
        FormRule rule = rulebook.form();
        if (rule == null) {
            return List.of(new Fault("form", "a lead form", "none", "Use it on another network"));
        }
        List<Fault> faults = new ArrayList<>();
        text(faults, "headline", form.headline(), rule.headlineLimit());
        int count = form.questions().size();
        int own = (int) form.questions().stream().filter(FormQuestion::own).count();
        if (count < 1 || count > rule.mostQuestions()) {
            faults.add(new Fault(
                    "questions",
                    count + " questions",
                    "1 to " + rule.mostQuestions(),
                    count < 1 ? "Add one" : "Take some out"));
        }
        if (own > rule.mostOwn()) {
            faults.add(new Fault("questions", own + " own questions", "at most " + rule.mostOwn(), "Take some out"));
        }
        Set<String> ready = rule.fields().stream().map(Choice::code).collect(Collectors.toSet());
        for (int i = 0; i < count; i++) {
            question(faults, "questions." + i, form.questions().get(i), rule, ready);
        }
        privacy(faults, form.privacyLink());
        completion(faults, form.completion());
        return List.copyOf(faults);
    }

    private static void question(List<Fault> faults, String field, FormQuestion q, FormRule rule, Set<String> ready) {
        if (!q.own() && !ready.contains(q.field())) {
            faults.add(new Fault(
                    field,
                    CodeWords.of(q.field()),
                    "one of its " + ready.size() + " ready questions",
                    "Take it out, or ask it as an own question"));
        } else if (q.own()) {
            text(faults, field, q.text(), rule.questionLimit());
            if (q.choices().size() == 1 || q.choices().stream().anyMatch(String::isBlank)) {
                faults.add(new Fault(
                        field, "one choice or an empty one", "two choices or more", "Write another, or none"));
            }
        }
    }

    private static void privacy(List<Fault> faults, String link) {
        if (link.isBlank()) {
            faults.add(new Fault("privacyLink", "empty", "a link", "Give the link to your privacy notice"));
        } else if (!web(link)) {
            faults.add(new Fault("privacyLink", link, "http:// or https://", "Give the whole address"));
        }
    }

    private static void completion(List<Fault> faults, Completion completion) {
        if (!completion.button().isBlank() && !web(completion.link())) {
            faults.add(new Fault(
                    "completion.link",
                    completion.link().isBlank() ? "empty" : completion.link(),
                    "http:// or https://",
                    "Give the button an address, or leave it out"));
        }
    }

    private static boolean web(String link) {
        return LandingLink.fault(link).isEmpty();
    }

    /** All rules of a network that a chat breaks, its texts as long as they can become. */
    public static List<Fault> judge(ChatScript chat, Rulebook rulebook) {
        ChatRule rule = rulebook.chat();
        if (rule == null) {
            return List.of(new Fault("chat", "a chat", "none", "Use it on another network"));
        }
        List<Fault> faults = new ArrayList<>();
        text(faults, "greeting", worst(chat.greeting()), rule.greetingLimit());
        tokens(faults, "greeting", chat.greeting(), ChatScript.TOKENS);
        if (chat.replies().size() > rule.mostReplies()) {
            faults.add(new Fault(
                    "replies", chat.replies().size() + " replies", "at most " + rule.mostReplies(), "Take some out"));
        }
        for (int i = 0; i < chat.replies().size(); i++) {
            text(faults, "replies." + i, chat.replies().get(i).text(), rule.replyLimit());
        }
        return List.copyOf(faults);
    }

    /** All rules of a network that a direct message breaks, but for its sender's consent. */
    public static List<Fault> judge(DirectMessage message, Rulebook rulebook) {
        MessageRule rule = rulebook.message();
        if (rule == null) {
            return List.of(new Fault("message", "a direct message", "none", "Use it on another network"));
        }
        List<Fault> faults = new ArrayList<>();
        if (message.sender().isBlank()) {
            faults.add(new Fault("sender", "empty", "a person’s name", "Name who it is from"));
        }
        text(faults, "subject", worst(message.subject()), rule.subjectLimit());
        tokens(faults, "subject", message.subject(), DirectMessage.TOKENS);
        text(faults, "body", worst(message.body()), rule.bodyLimit());
        tokens(faults, "body", message.body(), DirectMessage.TOKENS);
        text(faults, "button", message.button(), rule.buttonLimit());
        if (!web(message.link())) {
            faults.add(new Fault(
                    "link",
                    message.link().isBlank() ? "empty" : message.link(),
                    "http:// or https://",
                    "Say where the button leads"));
        }
        return List.copyOf(faults);
    }

    /** A text with every token at its longest usual value. */
    public static String worst(String text) {
        return Tokens.longest(text, LONG_NAMES);
    }

    private static void text(List<Fault> faults, String field, String text, int limit) {
        int length = TextLength.of(text);
        if (text.isBlank()) {
            faults.add(new Fault(field, "empty", "1 to " + limit + " characters", "Write one"));
        } else if (length > limit) {
            faults.add(
                    new Fault(field, length + " characters", "at most " + limit, "Shorten it by " + (length - limit)));
        }
    }

    private static void tokens(List<Fault> faults, String field, String text, Set<String> known) {
        Tokens.unknown(text, known)
                .forEach(t -> faults.add(
                        new Fault(field, "{" + t + "}", list(known, k -> "{" + k + "|…}"), "Use one of these")));
        Tokens.of(text).stream()
                .filter(t -> known.contains(t.name()) && t.fallback().isBlank())
                .forEach(t -> faults.add(new Fault(
                        field, "{" + t.name() + "} without a fall-back", "a fall-back", "Write {" + t.name() + "|…}")));
    }

    private static String list(Set<String> known, Function<String, String> words) {
        return known.stream().sorted().map(words).collect(Collectors.joining(" or "));
    }
}
