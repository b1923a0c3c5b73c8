package app.tidewrack.server.form;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.form.FormMapper.StoredScript;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** A client's chats and direct messages, and the people who agreed to be named in them. */
@Service
@RequiredArgsConstructor
public class ScriptLibrary {
    private static final int LONGEST_TEXT = 5_000;
    private static final int MOST_REPLIES = 30;

    private final FormMapper mapper;
    private final Accounts accounts;
    private final Networks networks;

    public enum Kind {
        CHAT,
        MESSAGE
    }

    /** @param agreed whether they may be named on that account's network */
    public record Sender(String accountId, String name, boolean agreed) {}

    /** @param usedBy names of creatives */
    public record KeptScript(String id, Kind kind, String name, int version, ScriptDraft draft, List<String> usedBy) {}

    public List<KeptScript> all(String clientId) {
        return mapper.scripts(clientId).stream().map(s -> kept(clientId, s)).toList();
    }

    public Map<String, ChatScript> chats(String clientId) {
        return mapper.scripts(clientId).stream()
                .filter(s -> s.kind() == Kind.CHAT)
                .map(s -> s.content().chat(s.id(), s.name()))
                .collect(Collectors.toMap(ChatScript::id, Function.identity()));
    }

    public Map<String, DirectMessage> messages(String clientId) {
        return mapper.scripts(clientId).stream()
                .filter(s -> s.kind() == Kind.MESSAGE)
                .map(s -> s.content().message(s.id(), s.name()))
                .collect(Collectors.toMap(DirectMessage::id, Function.identity()));
    }

    public KeptScript add(String clientId, Kind kind, String name, ScriptDraft draft) {
        require(draft);
        String id = Ids.fresh();
        mapper.insertScript(clientId, new StoredScript(id, kind, name(clientId, id, name), 1, draft));
        return one(clientId, id);
    }

    /** @throws Conflict when it was changed meanwhile */
    public KeptScript change(String clientId, String id, int version, String name, ScriptDraft draft) {
        require(draft);
        KeptScript now = one(clientId, id);
        StoredScript wanted = new StoredScript(id, now.kind(), name(clientId, id, name), version, draft);
        if (mapper.updateScript(clientId, wanted) == 0) {
            throw new Conflict("This script was changed by someone else meanwhile. Load it again and repeat.");
        }
        return one(clientId, id);
    }

    /** @throws Refusal while creatives use it */
    public void remove(String clientId, String id) {
        KeptScript script = one(clientId, id);
        if (!script.usedBy().isEmpty()) {
            throw new Refusal(
                    "script",
                    "%s is used by %s.".formatted(script.name(), String.join(", ", script.usedBy())),
                    "Take it out there first.");
        }
        mapper.deleteScript(clientId, id);
    }

    public List<Sender> senders(String clientId) {
        return mapper.senders(clientId);
    }

    /**
     * Asks someone, through the network, to be named as sender; who said no may be asked again.
     *
     * @throws Refusal when the account's network sends no messages
     */
    public Sender ask(String clientId, String accountId, String name) {
        Account account = accounts.account(clientId, accountId);
        String checked = CampaignFacts.checkedName(name);
        if (networks.rulebook(account.network()).message() == null) {
            throw new Refusal(
                    "accountId",
                    "%s sends no direct messages.".formatted(account.name()),
                    "Choose an account whose network does.");
        }
        NetworkConnector connector = networks.connector(account.network());
        connector.openAccount(accounts.order(account));
        boolean agreed = connector.askSender(account.externalId(), checked);
        mapper.keepSender(clientId, accountId, checked, agreed);
        return new Sender(accountId, checked, agreed);
    }

    private KeptScript one(String clientId, String id) {
        return kept(clientId, mapper.script(clientId, id).orElseThrow(() -> new NotFound("script", id)));
    }

    private KeptScript kept(String clientId, StoredScript s) {
        return new KeptScript(
                s.id(), s.kind(), s.name(), s.version(), s.content(), mapper.usedBy(clientId, "scriptId", s.id()));
    }

    private String name(String clientId, String id, String name) {
        String checked = CampaignFacts.checkedName(name);
        if (mapper.scripts(clientId).stream().anyMatch(s -> s.name().equalsIgnoreCase(checked) && !s.id().equals(id))) {
            throw new Refusal("name", "Another script is called “%s”.".formatted(checked), "Choose another name.");
        }
        return checked;
    }

    private static void require(ScriptDraft draft) {
        Stream<String> texts = Stream.concat(
                Stream.of(draft.greeting(), draft.subject(), draft.body(), draft.button(), draft.link()),
                draft.replies().stream().flatMap(r -> Stream.of(r.text(), r.answer())));
        if (texts.anyMatch(t -> t.length() > LONGEST_TEXT)) {
            throw new Refusal("body", "A text is longer than %,d characters.".formatted(LONGEST_TEXT), "Shorten it.");
        }
        if (draft.replies().size() > MOST_REPLIES) {
            throw new Refusal(
                    "replies",
                    "There are %d replies; the most that is kept is %d."
                            .formatted(draft.replies().size(), MOST_REPLIES),
                    "Take some out.");
        }
    }
}
