package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static app.tidewrack.server.Scene.content;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.verify;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.asyncDispatch;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import app.tidewrack.connector.Leads.ChatLine;
import app.tidewrack.connector.Leads.ChatTold;
import app.tidewrack.connector.Leads.LeadTold;
import app.tidewrack.connector.NetworkAway;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.lead.LeadErasing;
import app.tidewrack.server.lead.LeadMarks;
import app.tidewrack.server.lead.LeadPull;
import app.tidewrack.server.person.Keyed;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.MvcResult;
import tools.jackson.databind.JsonNode;

/** Forms and their versions, messages and their senders, leads from network to receiver. */
class FormWorkTest extends WithServer {
    private static final HttpServer RECEIVER = receiver();
    private static final List<String> RECEIVED = Collections.synchronizedList(new ArrayList<>());

    @Autowired
    LeadPull pull;

    @Autowired
    LeadErasing erasing;

    @Autowired
    LeadMarks marks;

    @Autowired
    Keyed keyed;

    @Autowired
    FormLibrary forms;

    @Autowired
    ClientMapper clients;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
        registry.add(
                "tidewrack.leads.allowed-hosts",
                () -> "127.0.0.1:" + RECEIVER.getAddress().getPort());
    }

    /** Fails the first time, then takes everything and writes down what came: signature, time, body. */
    private static HttpServer receiver() {
        try {
            HttpServer server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
            server.createContext("/in", call -> {
                String body = new String(call.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
                RECEIVED.add(call.getRequestHeaders().getFirst("X-Tidewrack-Signature")
                        + "|"
                        + call.getRequestHeaders().getFirst("X-Tidewrack-Time")
                        + "|"
                        + body);
                call.sendResponseHeaders(RECEIVED.size() == 1 ? 503 : 204, -1);
                call.close();
            });
            server.start();
            return server;
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @AfterAll
    static void stop() {
        RECEIVER.stop(0);
    }

    @BeforeEach
    void nothingToPull() {
        sql.update("delete from lead");
        sql.update("delete from lead_cursor");
        world.tell(() -> doReturn(List.of()).when(network).leads(anyString(), anyLong()));
        world.tell(() -> doReturn(List.of()).when(network).chats(anyString(), anyLong()));
    }

    static Map<String, Object> form(String name, int edits, Map<String, Object> more) {
        Map<String, Object> content = new HashMap<>(Map.of(
                "headline",
                "Ask us",
                "opening",
                "",
                "questions",
                List.of(
                        Map.of("field", "email", "text", "", "choices", List.of(), "required", true),
                        Map.of("field", "", "text", "How many?", "choices", List.of(), "required", false)),
                "privacyLink",
                "https://a.example/privacy",
                "consent",
                "",
                "completion",
                Map.of("text", "", "button", "", "link", ""),
                "onePage",
                true));
        content.putAll(more);
        return new HashMap<>(Map.of("edits", edits, "name", name, "content", content));
    }

    private JsonNode kept(Map<String, Object> form) throws Exception {
        return scene.post(CLIENT + "/forms", form);
    }

    private Answer put(String path, Object body) throws Exception {
        return scene.call("ines", HttpMethod.PUT, CLIENT + path, body);
    }

    /** What a network has is never changed: the next change is a new version, and the old one stays for its leads. */
    @Test
    void aFormInUseMakesANewVersion() throws Exception {
        world.tell(() -> doReturn("HSF1", "HSF2").when(network).createForm(anyString(), anyString(), any()));
        String id = kept(form("Versions", 0, Map.of())).get("form").get("id").asString();
        JsonNode changed = put("/forms/" + id, form("Versions", 1, Map.of("headline", "Ask")))
                .body();
        assertThat(changed.get("form").get("version").asInt()).isEqualTo(1);
        assertThat(put("/forms/" + id, form("Versions", 1, Map.of())).status()).isEqualTo(409);
        var account = clients.account("c1", "a1").orElseThrow();
        assertThat(forms.onAccount("c1", id, 1, account, network)).isEqualTo("HSF1");
        assertThat(forms.onAccount("c1", id, 1, account, network)).isEqualTo("HSF1");
        JsonNode next = put("/forms/" + id, form("Versions", 2, Map.of("headline", "Ask again")))
                .body();
        assertThat(next.get("form").get("version").asInt()).isEqualTo(2);
        assertThat(next.get("sent").asBoolean()).isFalse();
        assertThat(forms.onAccount("c1", id, 2, account, network)).isEqualTo("HSF2");
        assertThat(forms.byExternalId("c1", "a1").get("HSF1").content().headline())
                .isEqualTo("Ask");
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/forms/" + id, "")
                        .detail())
                .contains("on a network already");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            privacyLink     |             | privacyLink        | empty
            privacyLink     | a.example   | privacyLink        | a.example
            headline        |             | headline           | empty
            completion.link | javascript: | completion.link    | javascript:
            """)
    void aFormThatBreaksARuleIsToldWhich(String part, String value, String field, String told) throws Exception {
        String given = value == null ? "" : value;
        Map<String, Object> body = part.equals("completion.link")
                ? form("Fit", 0, Map.of("completion", Map.of("text", "", "button", "Go", "link", given)))
                : form("Fit", 0, Map.of(part, given));
        JsonNode faults =
                scene.post(CLIENT + "/forms/fit", body).get("networks").get(0).get("faults");
        assertThat(faults).hasSize(1);
        assertThat(faults.get(0).get("field").asString()).isEqualTo(field);
        assertThat(faults.get(0).get("value").asString()).isEqualTo(told);
    }

    @Test
    void textsFallBackAndSendersAreAskedWhereMessagesAre() throws Exception {
        Map<String, Object> chat = Map.of(
                "version",
                0,
                "kind",
                "CHAT",
                "name",
                "Hello",
                "draft",
                Map.of(
                        "greeting", "Hello {first-name|there}",
                        "replies", List.of(Map.of("text", "Hi", "answer", "")),
                        "sender", "",
                        "subject", "",
                        "body", "",
                        "button", "",
                        "link", ""));
        JsonNode texts = scene.post(CLIENT + "/scripts/fit", chat).get("texts");
        assertThat(texts.get(0).get("greeting").asString()).isEqualTo("Hello Wilma");
        assertThat(texts.get(1).get("greeting").asString()).isEqualTo("Hello there");
        String id = scene.post(CLIENT + "/scripts", chat).get("id").asString();
        scene.post(
                CLIENT + "/creatives",
                content(
                        "Chat",
                        "chat",
                        List.of(scene.sha("chat.png", Pictures.real("PNG", 640, 640))),
                        Map.of("scriptId", id)));
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/scripts/" + id, "")
                        .detail())
                .contains("is used by Chat");
        Answer refused = scene.call(
                "ines", HttpMethod.POST, CLIENT + "/senders", Map.of("accountId", "a1", "name", "Ada Quill"));
        assertThat(refused.detail()).contains("HS GBP sends no direct messages");
    }

    private static LeadTold lead(long seq, String email, String answer) {
        return new LeadTold(
                seq,
                "HSA1",
                "HSF9",
                Instant.parse("2027-03-09T06:00:00Z").plus(Duration.ofMinutes(seq)),
                Map.of("email", email, "How many?", answer));
    }

    /**
     * Leads come once however often they are asked for, are kept with their cursor when the network goes away in between, are marked
     * when the same person comes again, go to the receiver until it takes them, and are gone when they are erased.
     */
    @Test
    void leadsComeOnceAndGoWhereTheyShould() throws Exception {
        sql.update("insert into plan (client_id, id, name) values ('c1', 'lp', 'Leads') on conflict do nothing");
        sql.update("""
                insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, settings, paused)
                values ('c1', 'lc', 'r/c', 'AD', 'AN_AD', 'a1', 'HSA1', '{}', false)""");
        String url = "http://127.0.0.1:" + RECEIVER.getAddress().getPort() + "/in";
        String secret = put("/lead-webhook", Map.of("url", url, "active", true))
                .body()
                .get("secret")
                .asString();
        List<LeadTold> all = List.of(
                lead(1, "Ada@Example.com ", "<img src=x onerror=alert(1)>"),
                lead(2, "bo@example.com", "=1+1"),
                lead(3, "ada@example.com", "3"));
        world.tell(() -> doAnswer(c -> {
                    long after = c.getArgument(1);
                    if (after == 2) {
                        throw new NetworkAway("The network", null);
                    }
                    return all.stream().filter(l -> l.seq() > after).limit(2).toList();
                })
                .when(network)
                .leads(anyString(), anyLong()));
        pull.pullAll();
        assertThat(leads().get("leads")).hasSize(2);
        world.tell(() -> doAnswer(c -> all.stream()
                        .filter(l -> l.seq() > c.<Long>getArgument(1))
                        .limit(2)
                        .toList())
                .when(network)
                .leads(anyString(), anyLong()));
        world.tell(() -> doReturn(List.of(new ChatTold(
                        1, "HSA1", Instant.parse("2027-03-09T05:00:00Z"), "Ida", List.of(new ChatLine(true, "Hi")))))
                .doReturn(List.of())
                .when(network)
                .chats(anyString(), anyLong()));
        pull.pullAll();
        pull.pullAll();
        // A network that tells the first for ever is left; what it told once is there once.
        world.tell(() -> doReturn(all.subList(0, 1)).when(network).leads(anyString(), anyLong()));
        pull.pullAll();
        JsonNode inbox = leads().get("leads");
        assertThat(inbox).hasSize(4);
        JsonNode newest = inbox.get(0);
        assertThat(newest.get("ad").asString()).isEqualTo("AN_AD");
        assertThat(newest.get("ofPerson").asInt()).isEqualTo(2);
        assertThat(newest.get("earlier").asInt()).isEqualTo(1);
        assertThat(inbox.get(3).get("kind").asString()).isEqualTo("CHAT");
        // Who shows themselves by name in a chat is called by it.
        assertThat(inbox.get(3).get("answers").toString()).contains("\"first-name\"", "\"Ida\"");
        sql.update("update lead set form_id = 'ours' where kind = 'FORM'");
        assertThat(scene.get(CLIENT + "/leads?form=ours").get("leads")).hasSize(3);
        assertThat(scene.get(CLIENT + "/leads?form=another").get("leads")).isEmpty();
        assertThat(scene.get(CLIENT + "/leads?kind=CHAT").get("leads")).hasSize(1);
        assertThat(table())
                .startsWith("\uFEFFcame at,state,form,ad,earlier leads,note,")
                .contains("'=1+1")
                .doesNotContain(",=1+1")
                .contains("person: Hi")
                .hasLineCount(5);
        // A receiver that fails once gets the lead again, signed anew.
        Waiting.until(() -> received() >= 4);
        assertThat(received()).isEqualTo(4);
        for (String call : List.copyOf(RECEIVED)) {
            String[] parts = call.split("\\|", 3);
            assertThat(parts[0]).isEqualTo(signed(secret, parts[1] + "\n" + parts[2]));
        }
        String id = newest.get("id").asString();
        Map<String, Object> work = Map.of("version", 1, "state", "CONTACTED", "note", "rings back");
        assertThat(put("/leads/" + id, work).body().get("state").asString()).isEqualTo("CONTACTED");
        assertThat(put("/leads/" + id, work).status()).isEqualTo(409);
        assertThat(scene.call(
                                "ines",
                                HttpMethod.PUT,
                                CLIENT + "/leads/" + id,
                                Map.of("version", 2, "state", "DUE", "note", ""))
                        .status())
                .isEqualTo(400);
        assertThat(scene.call("tove", HttpMethod.DELETE, CLIENT + "/leads/" + id, "")
                        .status())
                .isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/leads/" + id, "")
                        .body()
                        .get("leads")
                        .asInt())
                .isEqualTo(2);
        pull.pullAll();
        assertThat(leads().toString())
                .doesNotContain("ada@")
                .doesNotContain("Ada@")
                .contains("bo@example.com");
        assertThat(sql.queryForObject("select count(*) from lead", Long.class)).isEqualTo(2);
    }

    private static LeadTold told(long seq, String at, Map<String, String> answers) {
        return new LeadTold(seq, "HSA1", "F", Instant.parse(at), answers);
    }

    private String tables(String what) {
        StringBuilder all = new StringBuilder();
        for (String table :
                List.of("lead", "lead_mark", "lead_delivery", "lead_erasure", "lead_erasure_notice", "trail")) {
            all.append(sql.queryForObject(
                    "select coalesce(string_agg(t::text, ' '), '') from %s t where t::text ~* ?".formatted(table),
                    String.class,
                    what));
        }
        return all.toString();
    }

    /**
     * Somebody who wrote an address here, a number there and both in a chat is one person: erased as one, here, on the network and at the
     * receiver, with a record of it that does not say whom. One whose time is over goes the same way.
     */
    @Test
    void aPersonIsErasedWhereverTheyWent() throws Exception {
        RECEIVED.clear();
        String url = "http://127.0.0.1:" + RECEIVER.getAddress().getPort() + "/in";
        put("/lead-webhook", Map.of("url", url, "active", true));
        List<LeadTold> all = List.of(
                told(11, "2027-03-01T05:00:00Z", Map.of("email", "Cy@Example.com", "phone", "07700 900123")),
                told(12, "2027-03-02T05:00:00Z", Map.of("phone", "+44 7700 900123", "What broke?", "A sock")),
                told(13, "2027-03-03T05:00:00Z", Map.of("email", "dee@example.com")),
                told(14, "2026-01-03T05:00:00Z", Map.of("email", "eve@example.com")));
        world.tell(() -> doAnswer(c -> all.stream()
                        .filter(l -> l.seq() > c.<Long>getArgument(1))
                        .toList())
                .when(network)
                .leads(anyString(), anyLong()));
        world.tell(() -> doReturn(List.of(new ChatTold(
                        7,
                        "HSA1",
                        Instant.parse("2027-03-04T05:00:00Z"),
                        null,
                        List.of(
                                new ChatLine(false, "Write to help@example.org"),
                                new ChatLine(true, "Mail me: cy@example.com!")))))
                .doReturn(List.of())
                .when(network)
                .chats(anyString(), anyLong()));
        pull.pullAll();
        Waiting.until(
                () -> RECEIVED.stream().filter(c -> c.contains("\"cameAt\"")).count() >= 5);
        JsonNode chat = leads().get("leads").get(0);
        assertThat(chat.get("ofPerson").asInt())
                .as("the chat and the form with its address")
                .isEqualTo(2);
        Waiting.until(
                () -> sql.queryForObject("select count(*) from lead_delivery where state = 'SENT'", Long.class) == 5);

        assertThat(scene.call(
                                "ines",
                                HttpMethod.DELETE,
                                CLIENT + "/leads/" + chat.get("id").asString(),
                                "")
                        .body()
                        .get("leads")
                        .asInt())
                .as("and the form that shares its number")
                .isEqualTo(3);
        assertThat(leads().toString()).contains("dee@example.com").doesNotContain("ample.com!", "900123");
        JsonNode record = Waiting.asked(
                () -> scene.get(CLIENT + "/leads/erasures").get(0),
                r -> r.get("told")
                        .valueStream()
                        .noneMatch(t -> t.get("state").asString().equals("WAITING")));
        assertThat(record.get("leads").asInt()).isEqualTo(3);
        assertThat(record.get("by").asString()).isEqualTo("Ines");
        assertThat(record.get("told").valueStream().map(t -> t.get("state").asString()))
                .containsExactly("TAKEN", "TAKEN");
        verify(network).eraseLeads("x1", List.of(11L, 12L), List.of(7L));
        String notice = RECEIVED.stream()
                .filter(c -> c.contains("ERASED") && c.contains(chat.get("id").asString()))
                .findFirst()
                .orElseThrow();
        assertThat(json.readTree(notice.split("\\|", 3)[2]).get("ids")).hasSize(3);
        assertThat(tables("cy@|900123|" + chat.get("id").asString()))
                .as("the trail names the lead by its id, and nothing else does")
                .doesNotContain("cy@", "900123");

        sql.update("update client set leads_kept_days = 365 where id = 'c1'");
        try {
            erasing.letOldGo();
        } finally {
            sql.update("update client set leads_kept_days = null");
        }
        assertThat(leads().toString()).contains("dee@example.com").doesNotContain("eve@example.com");
        JsonNode over = scene.get(CLIENT + "/leads/erasures").get(0);
        assertThat(over.get("by").isNull()).as("nobody did it").isTrue();
        assertThat(over.get("leads").asInt()).isOne();
    }

    /** What an earlier version took in is marked by the server, which has the key; the same address is another mark with another client. */
    @Test
    void leadsOfAnEarlierVersionAreMarkedToo() throws Exception {
        sql.update("""
                insert into lead (client_id, id, account_id, kind, network_seq, external_ad, came_at, content)
                select 'c1', 'old' || n, 'a1', 'FORM', 900 + n, 'x', now(), '{"answers": {"email": "old@example.com"}, "lines": []}'
                from generate_series(1, 3) n""");
        marks.markOld();
        assertThat(sql.queryForObject(
                        "select count(distinct mark) from lead_mark where lead_id like 'old%'", Long.class))
                .isOne();
        assertThat(sql.queryForObject("select count(*) from lead where not marked", Long.class))
                .isZero();
        String mark = sql.queryForObject("select min(mark) from lead_mark where lead_id like 'old%'", String.class);
        assertThat(keyed.of("c1", "e:old@example.com")).isEqualTo(mark);
        assertThat(keyed.of("c2", "e:old@example.com")).isNotEqualTo(mark);
        assertThat(Contact.hash("c1/e:old@example.com"))
                .as("no hash that anybody could try out")
                .isNotEqualTo(mark);
        sql.update("delete from lead where id like 'old%'");
    }

    /** The inbox as a spreadsheet gets it, written while it is read. */
    private String table() throws Exception {
        MvcResult begun =
                mvc.perform(get(CLIENT + "/leads.csv?find=").with(user("ines"))).andReturn();
        MvcResult done = begun.getRequest().isAsyncStarted()
                ? mvc.perform(asyncDispatch(begun)).andReturn()
                : begun;
        return done.getResponse().getContentAsString(StandardCharsets.UTF_8);
    }

    private JsonNode leads() throws Exception {
        return scene.get(CLIENT + "/leads");
    }

    private long received() {
        return RECEIVED.stream()
                .map(c -> c.replaceAll("(?s).*\"id\":\"(\\w+)\".*", "$1"))
                .distinct()
                .count();
    }

    private static String signed(String secret, String content) throws GeneralSecurityException {
        Mac mac = Mac.getInstance("HmacSHA256");
        mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
        return HexFormat.of().formatHex(mac.doFinal(content.getBytes(StandardCharsets.UTF_8)));
    }

    /** Another client's things are not there, whoever asks for them and wherever. */
    @Test
    void whatBelongsToAnotherClientIsNotThere() throws Exception {
        String none = "0".repeat(64);
        for (String path : Stream.of("/media/" + none + "/stills/0", "/media/" + none + "/content", "/media/jobs/x")
                .toList()) {
            assertThat(scene.call("ines", HttpMethod.GET, CLIENT + path, "").status())
                    .as(path)
                    .isEqualTo(404);
        }
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2/leads", "")
                        .status())
                .isEqualTo(404);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2/leads.csv", "")
                        .status())
                .isEqualTo(404);
        assertThat(put("/leads/x", Map.of("version", 1, "state", "WON", "note", ""))
                        .status())
                .isEqualTo(404);
        assertThat(put("/forms/x", form("X", 1, Map.of())).status()).isEqualTo(404);
        Map<String, Object> creative = content("Alien", "single-picture", List.of(none), Map.of());
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/creatives", creative)
                        .status())
                .isEqualTo(404);
        Map<String, Object> alien = content("Alien", "lead-form", List.of(), Map.of("formId", "x"));
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/creatives", alien)
                        .status())
                .isEqualTo(404);
    }
}
