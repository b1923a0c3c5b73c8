package app.tidewrack.server.lead;

import app.tidewrack.connector.Leads.ChatLine;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.lead.LeadMapper.Given;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** What people wrote in their own words, in forms and chats. */
@Component
@RequiredArgsConstructor
public class LeadAnswers {
    private static final int MOST = 60_000;

    private final LeadMapper mapper;
    private final FormLibrary forms;

    /** @param who all that they told of themselves beside it, such as name and address */
    public record InOwnWords(String text, String who) {}

    /** Answers to own questions that offer no choices, and a person's lines of a chat; of the newest leads. */
    public List<InOwnWords> all(String clientId) {
        Set<String> free = forms.byId(clientId).values().stream()
                .flatMap(f -> f.content().questions().stream())
                .filter(q -> q.own() && q.choices().isEmpty())
                .map(FormQuestion::key)
                .collect(Collectors.toSet());
        List<InOwnWords> all = new ArrayList<>();
        for (Given lead : mapper.given(clientId, MOST)) {
            Map<String, String> answers = lead.content().answers();
            String who = answers.entrySet().stream()
                    .filter(a -> !free.contains(a.getKey()))
                    .map(Map.Entry::getValue)
                    .collect(Collectors.joining(" "));
            answers.forEach((question, answer) -> {
                if (free.contains(question)) {
                    all.add(new InOwnWords(answer, who));
                }
            });
            lead.content().lines().stream()
                    .filter(ChatLine::fromPerson)
                    .forEach(l -> all.add(new InOwnWords(l.text(), who)));
        }
        return all;
    }
}
