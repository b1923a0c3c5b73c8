package app.tidewrack.server.form;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.form.LeadForm.FormContent;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.form.FormMapper.StoredForm;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** A client's lead forms. What a network has is never changed: a change makes a new version, and ads launched later ask that. */
@Service
@RequiredArgsConstructor
public class FormLibrary {
    private static final int LONGEST_TEXT = 2_000;
    private static final int MOST_QUESTIONS = 50;
    private static final int MOST_CHOICES = 30;

    private final FormMapper mapper;

    /**
     * @param edits grows with each change
     * @param sent whether a network has this version, so that the next change makes a new one
     * @param usedBy names of creatives
     */
    public record KeptForm(LeadForm form, int edits, boolean sent, List<String> usedBy) {}

    public List<KeptForm> all(String clientId) {
        return mapper.latest(clientId).stream().map(f -> kept(clientId, f)).toList();
    }

    public Map<String, LeadForm> byId(String clientId) {
        return mapper.latest(clientId).stream()
                .map(FormLibrary::read)
                .collect(Collectors.toMap(LeadForm::id, Function.identity()));
    }

    public KeptForm add(String clientId, String name, FormContent content) {
        require(content);
        String id = Ids.fresh();
        mapper.insertForm(clientId, id, 1, name(clientId, id, name), content);
        return one(clientId, id);
    }

    /** @throws Conflict when it was changed meanwhile */
    public KeptForm change(String clientId, String id, int edits, String name, FormContent content) {
        require(content);
        StoredForm now = stored(clientId, id);
        String checked = name(clientId, id, name);
        if (now.edits() != edits) {
            throw changedMeanwhile();
        }
        if (now.sent() && !content.equals(now.content())) {
            mapper.insertForm(clientId, id, now.version() + 1, checked, content);
        } else if (mapper.updateForm(clientId, id, now.version(), edits, checked, content) == 0) {
            throw changedMeanwhile();
        }
        return one(clientId, id);
    }

    private static Conflict changedMeanwhile() {
        return new Conflict("This form was changed by someone else meanwhile. Load it again and repeat.");
    }

    /** @throws Refusal while creatives use it, or once a network has it: leads say which form they filled in */
    public void remove(String clientId, String id) {
        KeptForm form = one(clientId, id);
        if (!form.usedBy().isEmpty() || mapper.everSent(clientId, id)) {
            throw new Refusal(
                    "form",
                    "%s is %s."
                            .formatted(
                                    form.form().name(),
                                    form.usedBy().isEmpty()
                                            ? "on a network already"
                                            : "used by " + String.join(", ", form.usedBy())),
                    form.usedBy().isEmpty() ? "Keep it for the leads it brought." : "Take it out there first.");
        }
        mapper.deleteForm(clientId, id);
    }

    /** The network's id of a version of a form, which is made there when it is first asked for. */
    public String onAccount(String clientId, String id, int version, Account account, NetworkConnector connector) {
        return mapper.onAccount(clientId, id, version, account.id()).orElseGet(() -> {
            LeadForm form =
                    read(mapper.version(clientId, id, version).orElseThrow(() -> new NotFound("lead form", id)));
            String key = String.join("/", clientId, "form", id, String.valueOf(version));
            String externalId = connector.createForm(account.externalId(), key, form);
            mapper.setOnAccount(clientId, id, version, account.id(), externalId);
            return externalId;
        });
    }

    /** The network's id of the newest version of a form that an account's network has. */
    public Optional<String> lastOnAccount(String clientId, String id, String accountId) {
        return mapper.onAccounts(clientId).stream()
                .filter(o -> o.formId().equals(id) && o.accountId().equals(accountId))
                .max(Comparator.comparingInt(FormMapper.OnAccount::version))
                .map(FormMapper.OnAccount::externalId);
    }

    /** Forms by account and the network's id of them, for leads that come in. */
    public Map<String, LeadForm> byExternalId(String clientId, String accountId) {
        return mapper.onAccounts(clientId).stream()
                .filter(o -> o.accountId().equals(accountId))
                .collect(Collectors.toMap(
                        FormMapper.OnAccount::externalId,
                        o -> read(mapper.version(clientId, o.formId(), o.version())
                                .orElseThrow()),
                        (a, b) -> a));
    }

    private KeptForm one(String clientId, String id) {
        return kept(clientId, stored(clientId, id));
    }

    private StoredForm stored(String clientId, String id) {
        return mapper.form(clientId, id).orElseThrow(() -> new NotFound("lead form", id));
    }

    private KeptForm kept(String clientId, StoredForm stored) {
        return new KeptForm(
                read(stored), stored.edits(), stored.sent(), mapper.usedBy(clientId, "formId", stored.id()));
    }

    private static LeadForm read(StoredForm stored) {
        return new LeadForm(stored.id(), stored.name(), stored.version(), stored.content());
    }

    private String name(String clientId, String id, String name) {
        String checked = CampaignFacts.checkedName(name);
        if (mapper.latest(clientId).stream().anyMatch(f -> f.name().equalsIgnoreCase(checked) && !f.id().equals(id))) {
            throw new Refusal("name", "Another form is called “%s”.".formatted(checked), "Choose another name.");
        }
        return checked;
    }

    private static void require(FormContent content) {
        requireShort("headline", content.headline());
        requireShort("opening", content.opening());
        requireShort("privacyLink", content.privacyLink());
        requireShort("consent", content.consent());
        requireShort(
                "completion",
                content.completion().text()
                        + content.completion().button()
                        + content.completion().link());
        if (content.questions().size() > MOST_QUESTIONS) {
            throw new Refusal(
                    "questions",
                    "There are %d questions; the most that is kept is %d."
                            .formatted(content.questions().size(), MOST_QUESTIONS),
                    "Take some out.");
        }
        Set<String> keys = new HashSet<>();
        for (FormQuestion q : content.questions()) {
            requireShort("questions", q.text());
            q.choices().forEach(c -> requireShort("questions", c));
            if (q.choices().size() > MOST_CHOICES) {
                throw new Refusal(
                        "questions",
                        "“%s” has %d choices; the most is %d."
                                .formatted(q.text(), q.choices().size(), MOST_CHOICES),
                        "Take some out.");
            }
            if (!q.key().isBlank() && !keys.add(q.key())) {
                throw new Refusal("questions", "“%s” is asked twice.".formatted(q.key()), "Take one out.");
            }
        }
    }

    private static void requireShort(String field, String text) {
        if (text.length() > LONGEST_TEXT) {
            throw new Refusal(
                    field,
                    "The text has %,d characters; the most that is kept is %,d.".formatted(text.length(), LONGEST_TEXT),
                    "Shorten it.");
        }
    }
}
