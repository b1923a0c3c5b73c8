package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static app.tidewrack.server.Scene.content;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doReturn;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.asyncDispatch;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import app.tidewrack.connector.Leads.ChatLine;
import app.tidewrack.connector.Leads.ChatTold;
import app.tidewrack.connector.Leads.LeadTold;
import app.tidewrack.connector.NetworkAway;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.lead.LeadPull;
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
        doReturn(List.of()).when(network).leads(anyString(), anyLong());
        doReturn(List.of()).when(network).chats(anyString(), anyLong());
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
        doReturn("HSF1", "HSF2").when(network).createForm(anyString(), anyString(), any());
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
        doAnswer(c -> {
                    long after = c.getArgument(1);
                    if (after == 2) {
                        throw new NetworkAway("The network", null);
                    }
                    return all.stream().filter(l -> l.seq() > after).limit(2).toList();
                })
                .when(network)
                .leads(anyString(), anyLong());
        pull.pullAll();
        assertThat(leads().get("leads")).hasSize(2);
        doAnswer(c -> all.stream()
                        .filter(l -> l.seq() > c.<Long>getArgument(1))
                        .limit(2)
                        .toList())
                .when(network)
                .leads(anyString(), anyLong());
        doReturn(List.of(new ChatTold(
                        1, "HSA1", Instant.parse("2027-03-09T05:00:00Z"), List.of(new ChatLine(true, "Hi")))))
                .doReturn(List.of())
                .when(network)
                .chats(anyString(), anyLong());
        pull.pullAll();
        pull.pullAll();
        JsonNode inbox = leads().get("leads");
        assertThat(inbox).hasSize(4);
        JsonNode newest = inbox.get(0);
        assertThat(newest.get("ad").asString()).isEqualTo("AN_AD");
        assertThat(newest.get("ofPerson").asInt()).isEqualTo(2);
        assertThat(newest.get("earlier").asInt()).isEqualTo(1);
        assertThat(inbox.get(3).get("kind").asString()).isEqualTo("CHAT");
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
