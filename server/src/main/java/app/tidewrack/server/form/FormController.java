package app.tidewrack.server.form;

import app.tidewrack.core.form.FormFit;
import app.tidewrack.core.form.FormFit.Fault;
import app.tidewrack.core.form.LeadForm.FormContent;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.core.network.FormRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.text.Tokens;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.form.FormLibrary.KeptForm;
import app.tidewrack.server.form.ScriptLibrary.KeptScript;
import app.tidewrack.server.form.ScriptLibrary.Kind;
import app.tidewrack.server.form.ScriptLibrary.Sender;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Lead forms and message scripts, and how a draft suits the client's networks as it is typed. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class FormController {
    private final FormLibrary forms;
    private final ScriptLibrary scripts;
    private final Accounts accounts;

    record FormBody(int edits, String name, FormContent content) {}

    /**
     * @param faults none when the network takes it
     * @param completion share of openers expected to send it, 0 to 1; null where there are no forms
     */
    record FormNetworkFit(
            String network,
            String networkName,
            List<Fault> faults,
            @Nullable Double completion) {}

    /** @param networks codes of the client's networks that have it */
    record ReadyField(String code, String words, List<String> networks) {}

    record FormFitView(List<FormNetworkFit> networks, List<ReadyField> fields) {}

    @GetMapping("/forms")
    List<KeptForm> forms(@PathVariable String clientId) {
        return forms.all(clientId);
    }

    @PostMapping("/forms")
    KeptForm add(@PathVariable String clientId, @Valid @RequestBody FormBody body) {
        return forms.add(clientId, body.name(), body.content());
    }

    @PutMapping("/forms/{id}")
    KeptForm change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody FormBody body) {
        return forms.change(clientId, id, body.edits(), body.name(), body.content());
    }

    @DeleteMapping("/forms/{id}")
    void removeForm(@PathVariable String clientId, @PathVariable String id) {
        forms.remove(clientId, id);
    }

    /** How a draft suits each of the client's networks, and the ready questions they have. */
    @AsksOnly
    @PostMapping("/forms/fit")
    FormFitView fit(@PathVariable String clientId, @Valid @RequestBody FormBody body) {
        FormContent form = body.content();
        int required =
                (int) form.questions().stream().filter(FormQuestion::required).count();
        List<FormNetworkFit> fits = new ArrayList<>();
        Map<String, ReadyField> fields = new LinkedHashMap<>();
        for (Rulebook rulebook : accounts.rulebooks(clientId)) {
            FormRule rule = rulebook.form();
            fits.add(new FormNetworkFit(
                    rulebook.code(),
                    rulebook.name(),
                    FormFit.judge(form, rulebook),
                    rule == null ? null : rule.expectedCompletion(required)));
            if (rule != null) {
                rule.fields()
                        .forEach(f -> fields.computeIfAbsent(
                                        f.code(), c -> new ReadyField(c, f.words(), new ArrayList<>()))
                                .networks()
                                .add(rulebook.code()));
            }
        }
        return new FormFitView(fits, List.copyOf(fields.values()));
    }

    record ScriptBody(int version, Kind kind, String name, ScriptDraft draft) {}

    /**
     * @param networks only those that have chats, or messages
     * @param texts greeting, subject and body filled for a person who is known, for one who is not, and at their longest
     */
    record ScriptFitView(List<FormNetworkFit> networks, List<FilledTexts> texts) {}

    /** @param whom {@code known}, {@code unknown} or {@code longest} */
    record FilledTexts(String whom, String greeting, String subject, String body) {}

    @GetMapping("/scripts")
    List<KeptScript> scripts(@PathVariable String clientId) {
        return scripts.all(clientId);
    }

    @PostMapping("/scripts")
    KeptScript add(@PathVariable String clientId, @Valid @RequestBody ScriptBody body) {
        return scripts.add(clientId, body.kind(), body.name(), body.draft());
    }

    @PutMapping("/scripts/{id}")
    KeptScript change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody ScriptBody body) {
        return scripts.change(clientId, id, body.version(), body.name(), body.draft());
    }

    @DeleteMapping("/scripts/{id}")
    void removeScript(@PathVariable String clientId, @PathVariable String id) {
        scripts.remove(clientId, id);
    }

    @AsksOnly
    @PostMapping("/scripts/fit")
    ScriptFitView fit(@PathVariable String clientId, @Valid @RequestBody ScriptBody body) {
        boolean chat = body.kind() == Kind.CHAT;
        List<FormNetworkFit> fits = accounts.rulebooks(clientId).stream()
                .filter(r -> chat ? r.chat() != null : r.message() != null)
                .map(r -> new FormNetworkFit(
                        r.code(),
                        r.name(),
                        chat
                                ? FormFit.judge(body.draft().chat("", body.name()), r)
                                : FormFit.judge(body.draft().message("", body.name()), r),
                        null))
                .toList();
        // A person as made up as all others.
        Map<String, String> known = Map.of(
                "first-name",
                "Wilma",
                "city",
                "Norwich",
                "company",
                "Brackwater Labs",
                "job-title",
                "Laboratory manager");
        return new ScriptFitView(
                fits,
                List.of(
                        texts("known", body.draft(), text -> Tokens.filled(text, known)),
                        texts("unknown", body.draft(), text -> Tokens.filled(text, Map.of())),
                        texts("longest", body.draft(), FormFit::worst)));
    }

    private static FilledTexts texts(String how, ScriptDraft draft, UnaryOperator<String> filled) {
        return new FilledTexts(
                how, filled.apply(draft.greeting()), filled.apply(draft.subject()), filled.apply(draft.body()));
    }

    record SenderBody(String accountId, String name) {}

    @GetMapping("/senders")
    List<Sender> senders(@PathVariable String clientId) {
        return scripts.senders(clientId);
    }

    @PostMapping("/senders")
    Sender ask(@PathVariable String clientId, @Valid @RequestBody SenderBody body) {
        return scripts.ask(clientId, body.accountId(), body.name());
    }
}
