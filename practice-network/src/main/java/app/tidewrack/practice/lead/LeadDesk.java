package app.tidewrack.practice.lead;

import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.text.Tokens;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.creative.CreativeDesk;
import app.tidewrack.practice.creative.CreativeOrder;
import app.tidewrack.practice.creative.FormOrder;
import app.tidewrack.practice.lead.LeadMapper.Row;
import app.tidewrack.practice.lead.LeadMapper.Told;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.World;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Takes what people send while hours are delivered, and tells it to the advertiser by a cursor. */
@Component
@RequiredArgsConstructor
public class LeadDesk {
    private static final Comparator<Row> IN_ORDER =
            Comparator.comparing(Row::at).thenComparing(Row::adId).thenComparing(Row::content);

    /** One in so many leaves a question open that may be. */
    private static final int LEAVES_OPEN = 3;

    /** One in so many does not show a name to those they chat with. */
    private static final int HIDES_NAME = 8;

    private final LeadMapper mapper;
    private final CreativeDesk creatives;
    private final AccountDesk accounts;
    private final Networks networks;
    private final World world;
    private final JsonMapper json;
    private final List<Row> leads = new ArrayList<>();
    private final List<Row> chats = new ArrayList<>();

    /** @param answers by ready question's code or own question's text */
    record Lead(long seq, String adId, String form, Instant at, Map<String, String> answers) {}

    record Line(boolean fromPerson, String text) {}

    /** @param name as the person shows themselves; null where they do not */
    record Conversation(
            long seq, String adId, Instant at, @Nullable String name, List<Line> lines) {}

    /** A person sent the form of an ad within an hour. */
    public void lead(Account account, String adId, CreativeOrder creative, Instant hour, int person) {
        String formId = creative.form() == null ? "" : creative.form();
        FormOrder form = creatives.form(account.network(), formId);
        MadeUpPerson who = person(person);
        Map<String, String> answers = new LinkedHashMap<>();
        form.fields().forEach(f -> answers.put(f, who.answer(f)));
        form.questions()
                .forEach(q -> answers.put(
                        q.text(),
                        q.choices().isEmpty()
                                ? who.words()
                                : q.choices().get(who.choice(q.choices().size()))));
        form.optional().stream().filter(q -> who.choice(LEAVES_OPEN) == 0).forEach(answers::remove);
        leads.add(new Row(
                account.network(),
                account.id(),
                adId,
                formId,
                minute(hour, person),
                null,
                json.writeValueAsString(answers)));
    }

    /** A person began a chat: the greeting with their name, and one of the replies. */
    public void chat(Account account, String adId, CreativeOrder creative, Instant hour, int person) {
        CreativeOrder.Chat script = creative.chat();
        MadeUpPerson who = person(person);
        String name = who.choice(HIDES_NAME) == 0 ? null : who.answer("first-name");
        List<Line> lines = new ArrayList<>();
        if (script != null) {
            Map<String, String> known = name == null
                    ? Map.of("city", who.answer("city"))
                    : Map.of("first-name", name, "city", who.answer("city"));
            lines.add(new Line(false, Tokens.filled(script.greeting(), known)));
            List<String> replies = script.replies();
            lines.add(new Line(true, replies.isEmpty() ? who.words() : replies.get(who.choice(replies.size()))));
        }
        chats.add(new Row(
                account.network(), account.id(), adId, "", minute(hour, person), name, json.writeValueAsString(lines)));
    }

    private MadeUpPerson person(int real) {
        return new MadeUpPerson(world, real, world.panel().work().fact(TermKind.JOB_FUNCTION, real / world.weight()));
    }

    private static Instant minute(Instant hour, int person) {
        return hour.plus(Duration.ofMinutes((long) (60 * Chance.unit(hour.getEpochSecond(), person))));
    }

    public void flush() {
        leads.sort(IN_ORDER);
        chats.sort(IN_ORDER);
        if (!leads.isEmpty()) {
            mapper.leads(leads);
        }
        if (!chats.isEmpty()) {
            mapper.chats(chats);
        }
        forget();
    }

    /** Drops what was taken since the last flush, when its transaction failed. */
    public void forget() {
        leads.clear();
        chats.clear();
    }

    List<Lead> leadsAfter(String network, String account, long after) {
        accounts.account(network, account);
        return mapper.leadsAfter(network, account, after, page(network)).stream()
                .map(t -> new Lead(t.seq(), t.adId(), t.form(), t.at(), read(t, new TypeReference<>() {})))
                .toList();
    }

    /** Takes out what somebody sent to an account. */
    @Transactional
    public void erase(String network, String account, List<Long> leads, List<Long> chats) {
        accounts.account(network, account);
        mapper.eraseLeads(network, account, array(leads));
        mapper.eraseChats(network, account, array(chats));
    }

    private static String array(List<Long> numbers) {
        return numbers.stream().map(String::valueOf).collect(Collectors.joining(",", "{", "}"));
    }

    List<Conversation> chatsAfter(String network, String account, long after) {
        accounts.account(network, account);
        return mapper.chatsAfter(network, account, after, page(network)).stream()
                .map(t -> new Conversation(t.seq(), t.adId(), t.at(), t.name(), read(t, new TypeReference<>() {})))
                .toList();
    }

    private int page(String network) {
        return networks.network(network).rulebook().calls().page();
    }

    private <T> T read(Told told, TypeReference<T> type) {
        return json.readValue(told.content(), type);
    }
}
