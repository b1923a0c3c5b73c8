package app.tidewrack.server.lead;

import app.tidewrack.connector.Leads.ChatLine;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.lead.LeadMapper.Counts;
import app.tidewrack.server.lead.LeadMapper.Stored;
import app.tidewrack.server.lead.LeadMapper.Wanted;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.JsonColumn;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A client's leads as its people work them. */
@Service
@RequiredArgsConstructor
class Leads {
    private static final int LONGEST_NOTE = 4_000;

    private final LeadMapper mapper;
    private final ClientMapper clients;
    private final FormLibrary forms;
    private final Networks networks;

    enum Kind {
        FORM,
        CHAT
    }

    /** How far a lead is. */
    enum State {
        NEW,
        CONTACTED,
        WON,
        LOST
    }

    /** What came in: answers by ready question's code or own question's text, or the lines of a chat. */
    @JsonColumn
    record Content(Map<String, String> answers, List<ChatLine> lines) {}

    /** @param words of the question */
    record Answer(String key, String words, String answer) {}

    /** @param state {@code WAITING}, {@code SENT} or {@code FAILED} */
    record Delivery(String state, int tries, @Nullable String problem) {}

    /**
     * @param form name of the form it was sent by; null for a chat, or a form that is not ours
     * @param ad name of the ad it came from
     * @param ofPerson leads of this client's from the same person, by e-mail or phone, this one included
     * @param earlier how many of them came before
     * @param version grows with each change of state or note
     */
    record Lead(
            String id,
            String accountId,
            Kind kind,
            @Nullable String form,
            @Nullable Integer formVersion,
            @Nullable String ad,
            Instant cameAt,
            List<Answer> answers,
            List<ChatLine> lines,
            State state,
            String note,
            int version,
            int ofPerson,
            int earlier,
            @Nullable Delivery delivery) {}

    List<Lead> page(String clientId, Wanted wanted, @Nullable String after, int most) {
        Words words = words(clientId);
        return mapper.listed(clientId, wanted, after, most).stream()
                .map(s -> read(s, words))
                .toList();
    }

    Lead lead(String clientId, String id) {
        return read(mapper.byId(clientId, id).orElseThrow(() -> new NotFound("lead", id)), words(clientId));
    }

    Counts counts(String clientId) {
        return mapper.counts(clientId);
    }

    /** @throws Conflict when someone else changed it meanwhile */
    Lead work(String clientId, String id, int version, State state, String note) {
        if (note.length() > LONGEST_NOTE) {
            throw new Refusal(
                    "note",
                    "The note has %,d characters; the most that is kept is %,d.".formatted(note.length(), LONGEST_NOTE),
                    "Shorten it.");
        }
        lead(clientId, id);
        if (mapper.work(clientId, id, version, state, note) == 0) {
            throw new Conflict("This lead was changed by someone else meanwhile. Load it again and repeat.");
        }
        return lead(clientId, id);
    }

    /** What questions are called, by account and code, and forms by id. */
    private record Words(Map<String, Map<String, String>> byAccount, Map<String, LeadForm> forms) {}

    private Words words(String clientId) {
        Map<String, Map<String, String>> byAccount = new HashMap<>();
        for (Account account : clients.accounts(clientId)) {
            var rule = networks.rulebook(account.network()).form();
            Map<String, String> words = new HashMap<>();
            if (rule != null) {
                rule.fields().forEach(f -> words.put(f.code(), f.words()));
            }
            byAccount.put(account.id(), words);
        }
        return new Words(byAccount, forms.byId(clientId));
    }

    private Lead read(Stored s, Words words) {
        Content content = s.content();
        LeadForm form = s.formId() == null ? null : words.forms().get(s.formId());
        String delivery = s.delivery();
        return new Lead(
                s.id(),
                s.accountId(),
                s.kind(),
                form == null ? null : form.name(),
                s.formVersion(),
                s.adName(),
                s.cameAt(),
                answers(content.answers(), form, words.byAccount().getOrDefault(s.accountId(), Map.of())),
                content.lines(),
                s.state(),
                s.note(),
                s.version(),
                s.ofPerson(),
                s.earlier(),
                delivery == null ? null : new Delivery(delivery, s.tries(), s.problem()));
    }

    /** In the order of the form; what an older version asked comes after. */
    private static List<Answer> answers(Map<String, String> given, @Nullable LeadForm form, Map<String, String> words) {
        Map<String, String> left = new LinkedHashMap<>(given);
        List<Answer> answers = new ArrayList<>();
        Stream<String> order =
                form == null ? Stream.of() : form.content().questions().stream().map(FormQuestion::key);
        Stream.concat(order, given.keySet().stream()).distinct().forEach(key -> {
            String answer = left.remove(key);
            if (answer != null) {
                answers.add(new Answer(key, words.getOrDefault(key, key), answer));
            }
        });
        return answers;
    }
}
