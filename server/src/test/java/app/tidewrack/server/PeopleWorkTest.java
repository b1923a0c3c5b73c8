package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.person.Housekeeping;
import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetupTest;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;

/** People come, sign in, lose their phones and leave; with sessions as browsers keep them, and a mail server that takes links. */
class PeopleWorkTest extends WithServer {
    private static final String PASSWORD = "seven heron lamp";
    private static final String OTHER = "eleven damp otters";
    private static final GreenMail MAIL = new GreenMail(ServerSetupTest.SMTP.dynamicPort());

    @Autowired
    private Housekeeping housekeeping;

    private Browser browser;
    private int people;

    @BeforeAll
    static void startMail() {
        MAIL.start();
    }

    @AfterAll
    static void stopMail() {
        MAIL.stop();
    }

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
        registry.add("spring.mail.host", () -> "127.0.0.1");
        registry.add("spring.mail.port", () -> MAIL.getSmtp().getPort());
    }

    @BeforeEach
    void openBrowser() {
        browser = new Browser(mvc, json);
        sql.update("delete from sign_in_try");
    }

    private Answer asAda(HttpMethod method, String path, Object body) throws Exception {
        return scene.call("ada", method, path, body);
    }

    private JsonNode invited(String name, String role) throws Exception {
        Answer made = asAda(
                HttpMethod.POST,
                "/api/agency/people",
                Map.of(
                        "name",
                        name,
                        "email",
                        "p%d@b.example".formatted(++people + System.nanoTime()),
                        "administrator",
                        false,
                        "parts",
                        List.of(Map.of("clientId", "c1", "role", role))));
        assertThat(made.status()).as(made.body().toString()).isEqualTo(200);
        return made.body();
    }

    private Answer join(Browser by, JsonNode link, String password) throws Exception {
        return by.post(
                "/api/door/joined",
                Map.of("secret", link.get("secret").asString(), "name", "Nell Ferry", "password", password));
    }

    private JsonNode person(String id) throws Exception {
        for (JsonNode p : asAda(HttpMethod.GET, "/api/agency/people", "").body().get("people")) {
            if (p.get("id").asString().equals(id)) {
                return p;
            }
        }
        throw new AssertionError(id);
    }

    private static String codeOf(String secret, long seconds) throws Exception {
        var key = new SecretKeySpec(new Base32().decode(secret), "HmacSHA1");
        return new TimeBasedOneTimePasswordGenerator()
                .generateOneTimePasswordString(key, Instant.now().plusSeconds(seconds));
    }

    @Test
    void whoIsInvitedComesByALinkThatIsGoodOnce() throws Exception {
        JsonNode link = invited("Nell", "APPROVER");
        String id = link.get("personId").asString();

        assertThat(link.get("mailed").asBoolean()).isTrue();
        String mail = MAIL.getReceivedMessages()[MAIL.getReceivedMessages().length - 1]
                .getContent()
                .toString();
        assertThat(mail).contains("/join#" + link.get("secret").asString()).contains("Hello Nell");
        JsonNode told = browser.post(
                        "/api/door/link", Map.of("secret", link.get("secret").asString()))
                .body();
        assertThat(told.get("agency").asString()).isEqualTo("Some agency");
        assertThat(told.get("comesFirst").asBoolean()).isTrue();
        assertThat(join(browser, link, "too short").detail()).contains("out of 15 to 200");
        assertThat(join(browser, link, "some agency nell").detail()).contains("first that would be guessed");
        assertThat(person(id).get("came").asBoolean()).isFalse();

        assertThat(join(browser, link, PASSWORD).status()).isEqualTo(200);
        assertThat(browser.get("/api/session").body().get("name").asString()).isEqualTo("Nell Ferry");
        assertThat(browser.get(CLIENT).body().at("/client/role").asString()).isEqualTo("APPROVER");
        assertThat(person(id).get("came").asBoolean()).isTrue();
        assertThat(join(new Browser(mvc, json), link, OTHER).detail()).contains("was used, has ended, or is none");
        sql.update("insert into person_link (hash, person_id, made_by, expires_at) values" + " ('ended', '" + id
                + "', 'ada', now() - interval '1 second')");
        assertThat(new Browser(mvc, json)
                        .post("/api/door/link", Map.of("secret", "x"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aNewPasswordByALinkEndsAllSessions() throws Exception {
        JsonNode link = invited("Nell", "BUYER");
        join(browser, link, PASSWORD);
        JsonNode reset = asAda(
                        HttpMethod.POST,
                        "/api/agency/people/" + link.get("personId").asString() + "/link",
                        "")
                .body();
        Browser elsewhere = new Browser(mvc, json);

        assertThat(elsewhere
                        .post(
                                "/api/door/link",
                                Map.of("secret", reset.get("secret").asString()))
                        .body()
                        .get("comesFirst")
                        .asBoolean())
                .isFalse();
        assertThat(join(elsewhere, reset, OTHER).status()).isEqualTo(200);
        assertThat(browser.get("/api/session").status()).isEqualTo(401);
        String email = elsewhere.get("/api/session").body().get("email").asString();
        assertThat(new Browser(mvc, json).signIn(email, PASSWORD).status()).isEqualTo(401);
        assertThat(new Browser(mvc, json).signIn(email, OTHER).status()).isEqualTo(200);
    }

    @Test
    void aSecondFactorIsAskedForAndALostPhoneIsHelped() throws Exception {
        JsonNode link = invited("Nell", "BUYER");
        String id = link.get("personId").asString();
        join(browser, link, PASSWORD);
        String email = browser.get("/api/session").body().get("email").asString();
        JsonNode offer = browser.get("/api/me/second-factor/offer").body();
        String secret = offer.get("secret").asString();
        assertThat(offer.get("address").asString())
                .startsWith("otpauth://totp/Some%20agency:")
                .contains("secret=" + secret);
        Map<String, Object> on =
                new HashMap<>(Map.of("password", "not mine at all", "secret", secret, "code", "000000"));
        assertThat(browser.call(HttpMethod.PUT, "/api/me/second-factor", on).detail())
                .contains("not your password");
        on.put("password", PASSWORD);
        assertThat(browser.call(HttpMethod.PUT, "/api/me/second-factor", on).detail())
                .contains("not the code that this secret gives now");
        on.put("code", codeOf(secret, 0));
        JsonNode paper =
                browser.call(HttpMethod.PUT, "/api/me/second-factor", on).body().get("codes");

        Browser elsewhere = new Browser(mvc, json);
        Answer half = elsewhere.signIn(email, PASSWORD);
        assertThat(half.body().get("secondFactorWanted").asBoolean()).isTrue();
        assertThat(elsewhere.get("/api/session").status())
                .as("half way in is out")
                .isEqualTo(401);
        assertThat(elsewhere.get(CLIENT).status()).isEqualTo(401);
        assertThat(elsewhere
                        .post("/api/session/second", Map.of("code", "000000"))
                        .status())
                .isEqualTo(401);
        assertThat(elsewhere
                        .post("/api/session/second", Map.of("code", paper.get(0).asString()))
                        .status())
                .isEqualTo(200);
        JsonNode me = elsewhere.get("/api/session").body();
        assertThat(me.get("secondFactor").asBoolean()).isTrue();
        assertThat(me.get("recoveryCodes").asInt()).isEqualTo(9);
        assertThat(new Browser(mvc, json)
                        .post("/api/session/second", Map.of("code", codeOf(secret, 0)))
                        .status())
                .as("a code without a password")
                .isEqualTo(401);

        assertThat(asAda(HttpMethod.DELETE, "/api/agency/people/" + id + "/second-factor", "")
                        .status())
                .isEqualTo(200);
        assertThat(elsewhere.get("/api/session").status()).isEqualTo(401);
        assertThat(new Browser(mvc, json)
                        .signIn(email, PASSWORD)
                        .body()
                        .get("secondFactorWanted")
                        .asBoolean())
                .isFalse();
    }

    /** Of whom the agency asks one, it is the first thing that they turn on; then all is open. */
    @ParameterizedTest
    @CsvSource({"NOBODY, 200, 200", "ADMINISTRATORS, 200, 403", "EVERYBODY, 403, 403"})
    void aSecondFactorIsTurnedOnFirstWhereTheAgencyAsksForOne(String of, int buyer, int administrator)
            throws Exception {
        JsonNode link = invited("Nell", "BUYER");
        join(browser, link, PASSWORD);
        String token = browser.post(
                        "/api/me/tokens", Map.of("name", "Sheets", "clientId", "c1", "role", "VIEWER", "days", 30))
                .body()
                .get("token")
                .asString();
        Map<String, Object> agency =
                json.convertValue(browser.get("/api/agency").body(), new TypeReference<Map<String, Object>>() {});
        agency.put("secondFactor", of);
        assertThat(asAda(HttpMethod.PUT, "/api/agency", agency).status()).isEqualTo(200);
        try {
            assertThat(asAda(HttpMethod.GET, "/api/agency/people", "").status()).isEqualTo(administrator);
            assertThat(browser.get(CLIENT).status()).isEqualTo(buyer);
            assertThat(browser.get("/api/me/tokens").status()).isEqualTo(buyer);
            assertThat(browser.get("/api/session").body().get("secondFactorDue").asBoolean())
                    .isEqualTo(buyer == 403);
            assertThat(withToken(token, "Bearer " + token)).as("a program").isEqualTo(200);
            String secret = browser.get("/api/me/second-factor/offer")
                    .body()
                    .get("secret")
                    .asString();
            Map<String, Object> on = Map.of("password", PASSWORD, "secret", secret, "code", codeOf(secret, 0));
            assertThat(browser.call(HttpMethod.PUT, "/api/me/second-factor", on).status())
                    .isEqualTo(200);
            assertThat(browser.get(CLIENT).status()).isEqualTo(200);
        } finally {
            sql.update("update agency set second_factor = 'NOBODY'");
        }
    }

    @Test
    void howThingsLookAndAreWrittenIsThePersonsOwn() throws Exception {
        assertThat(scene.get("/api/session").get("preferences").toString())
                .isEqualTo(
                        "{\"look\":\"SYSTEM\",\"language\":null,\"weekStarts\":null,\"miles\":false,\"letters\":true}");
        Map<String, Object> wanted =
                Map.of("look", "DARK", "language", "da-DK", "weekStarts", "SUNDAY", "miles", true, "letters", false);
        String path = "/api/me/preferences";
        assertThat(scene.call("ines", HttpMethod.PUT, path, wanted).status()).isEqualTo(200);
        assertThat(scene.get("/api/session").get("preferences")).isEqualTo(json.<JsonNode>valueToTree(wanted));
        Answer refused = scene.call(
                "ines", HttpMethod.PUT, path, Map.of("look", "DARK", "language", "xx", "miles", true, "letters", true));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains("“xx” is no way of writing", "en-GB");
        assertThat(scene.call("ines", HttpMethod.PUT, path, Map.of("look", "PINK"))
                        .status())
                .isEqualTo(400);
        assertThat(sql.queryForObject("select look from person where id = 'tove'", String.class))
                .isEqualTo("SYSTEM");
    }

    @Test
    void sessionsAreSeenAndEndedAndEndByThemselves() throws Exception {
        JsonNode link = invited("Nell", "BUYER");
        join(browser, link, PASSWORD);
        String email = browser.get("/api/session").body().get("email").asString();
        Browser elsewhere = new Browser(mvc, json);
        elsewhere.signIn(email, PASSWORD);

        JsonNode sessions = browser.get("/api/me/sessions").body();
        assertThat(sessions).hasSize(2);
        String other = "";
        for (JsonNode s : sessions) {
            assertThat(s.get("agent").asString()).isEqualTo("Some browser");
            other = s.get("here").asBoolean() ? other : s.get("id").asString();
        }
        // What is shown of a session is not what lets one in.
        assertThat(sql.queryForList("select session_id from spring_session", String.class))
                .doesNotContain(other);
        browser.call(HttpMethod.DELETE, "/api/me/sessions/" + other, "");
        assertThat(elsewhere.get("/api/session").status()).isEqualTo(401);

        elsewhere.signIn(email, PASSWORD);
        assertThat(browser.call(HttpMethod.PUT, "/api/me/password", Map.of("old", PASSWORD, "password", OTHER))
                        .status())
                .isEqualTo(200);
        assertThat(browser.get("/api/session").status()).isEqualTo(200);
        assertThat(elsewhere.get("/api/session").status()).isEqualTo(401);
        // Thirty days after it began it is over, however busy it was.
        sql.update(
                "update spring_session set creation_time = creation_time - ? where principal_name = ?",
                30L * 24 * 3600 * 1000,
                link.get("personId").asString());
        assertThat(browser.get("/api/session").status()).isEqualTo(401);
    }

    @Test
    void whoLeavesIsOutAtOnceAndStaysByName() throws Exception {
        JsonNode link = invited("Nell", "BUYER");
        String id = link.get("personId").asString();
        join(browser, link, PASSWORD);
        String email = browser.get("/api/session").body().get("email").asString();
        String token = browser.post(
                        "/api/me/tokens", Map.of("name", "Sums", "clientId", "c1", "role", "VIEWER", "days", 30))
                .body()
                .get("token")
                .asString();
        String plan = browser.post(CLIENT + "/plans", Map.of("name", "Nell's plan"))
                .body()
                .get("id")
                .asString();
        assertThat(withToken(token, "Bearer " + token)).isEqualTo(200);

        asAda(HttpMethod.PUT, "/api/agency/people/" + id, Map.of("administrator", false, "closed", true));
        assertThat(browser.get("/api/session").status()).isEqualTo(401);
        assertThat(new Browser(mvc, json).signIn(email, PASSWORD).status()).isEqualTo(401);
        assertThat(withToken(token, "Bearer " + token)).isEqualTo(401);
        assertThat(asAda(HttpMethod.POST, "/api/agency/people/" + id + "/link", "")
                        .detail())
                .contains("cannot sign in");
        assertThat(scene.get(CLIENT + "/people").toString()).doesNotContain(id);
        JsonNode trail =
                asAda(HttpMethod.GET, "/api/agency/trail?person=" + id, "").body();
        assertThat(trail.get("lines").toString()).contains("began a plan").contains("Nell Ferry");
        assertThat(plan).isNotEmpty();

        asAda(HttpMethod.PUT, "/api/agency/people/" + id, Map.of("administrator", false, "closed", false));
        assertThat(new Browser(mvc, json).signIn(email, PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void anAdministratorIsAlwaysLeft() throws Exception {
        Answer alone = asAda(HttpMethod.PUT, "/api/agency/people/ada", Map.of("administrator", false, "closed", false));
        assertThat(alone.status()).isEqualTo(422);
        assertThat(alone.detail()).contains("Ada is the only administrator");
        assertThat(asAda(HttpMethod.PUT, "/api/agency/people/ada", Map.of("administrator", true, "closed", true))
                        .status())
                .isEqualTo(422);
        for (String role : List.of("BUYER", "APPROVER", "VIEWER")) {
            asAda(HttpMethod.PUT, "/api/agency/people/tove/clients/c1", Map.of("role", role));
            assertThat(scene.call("tove", HttpMethod.GET, CLIENT, "")
                            .body()
                            .at("/client/role")
                            .asString())
                    .isEqualTo(role);
        }
        assertThat(asAda(HttpMethod.PUT, "/api/agency/people/tove/clients/nowhere", Map.of("role", "BUYER"))
                        .status())
                .isEqualTo(404);
    }

    private int withToken(String token, String header) throws Exception {
        return mvc.perform(request(HttpMethod.GET, CLIENT + "/results/lines.csv?by=DAY")
                        .header("Authorization", header))
                .andReturn()
                .getResponse()
                .getStatus();
    }

    /** As a header of its own, as HTTP's password, and in the address of what reads; never to change something in the latter two. */
    @Test
    void programsReadByTheirToken() throws Exception {
        JsonNode made =
                scene.post("/api/me/tokens", Map.of("name", "Sheet", "clientId", "c1", "role", "BUYER", "days", 30));
        String token = made.get("token").asString();
        String basic =
                "Basic " + Base64.getEncoder().encodeToString(("anybody:" + token).getBytes(StandardCharsets.UTF_8));
        assertThat(withToken(token, "Bearer " + token)).isEqualTo(200);
        assertThat(withToken(token, basic)).isEqualTo(200);
        assertThat(withToken(token, "Bearer x" + token)).isEqualTo(401);
        MockHttpServletResponse feed = mvc.perform(
                        request(HttpMethod.GET, CLIENT + "/calendar.ics").queryParam("token", token))
                .andReturn()
                .getResponse();
        assertThat(feed.getStatus()).isEqualTo(200);
        assertThat(feed.getContentAsString()).startsWith("BEGIN:VCALENDAR");
        Consumer<String> cannotChange = header -> {
            try {
                assertThat(mvc.perform(request(HttpMethod.POST, CLIENT + "/plans")
                                        .header("Authorization", header)
                                        .contentType(MediaType.APPLICATION_JSON)
                                        .content("{\"name\": \"By a program\"}"))
                                .andReturn()
                                .getResponse()
                                .getStatus())
                        .isEqualTo(header.startsWith("Bearer") ? 200 : 401);
            } catch (Exception e) {
                throw new AssertionError(e);
            }
        };
        cannotChange.accept(basic);
        cannotChange.accept("Bearer " + token);
        assertThat(mvc.perform(request(HttpMethod.GET, CLIENT + "/leads").queryParam("token", token))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(401);
        assertThat(scene.call(
                                "tove",
                                HttpMethod.POST,
                                "/api/me/tokens",
                                Map.of("name", "More", "clientId", "c1", "role", "BUYER", "days", 30))
                        .detail())
                .contains("cannot allow more than you may");
        JsonNode trail = asAda(HttpMethod.GET, "/api/agency/trail?person=ines&client=c1", "")
                .body();
        assertThat(trail.at("/lines/0/byProgram").asBoolean()).isTrue();
        assertThat(trail.toString()).doesNotContain(token);
    }

    /** Nothing that says something of people stays longer than it is of use. */
    @Test
    void whatHasEndedGoesByItself() throws Exception {
        JsonNode link = invited("Nell", "BUYER");
        String id = link.get("personId").asString();
        sql.update("update person_link set expires_at = now() - interval '1 second' where person_id = ?", id);
        sql.update("insert into sign_in_try (email, address, at) values"
                + " ('old@b.example', '10.0.0.1', now() - interval '25 hours'), ('new@b.example', '10.0.0.1', now())");
        sql.update("insert into program_token (id, hash, name, person_id, role, expires_at) values"
                + " ('t1', 'h1', 'Old', 'ines', 'VIEWER', now() - interval '31 days'),"
                + " ('t2', 'h2', 'Ended', 'ines', 'VIEWER', now() - interval '29 days')");
        sql.update("insert into trail (at, deed) values (now() - interval '25 months', 'GET /old')");

        housekeeping.sweep();

        assertThat(person(id).path("linkUntil").isNull()
                        || person(id).path("linkUntil").isMissingNode())
                .isTrue();
        assertThat(sql.queryForList("select email from sign_in_try", String.class))
                .containsExactly("new@b.example");
        assertThat(sql.queryForList("select id from program_token where id in ('t1', 't2')", String.class))
                .containsExactly("t2");
        assertThat(sql.queryForObject("select count(*) from trail where deed = 'GET /old'", Long.class))
                .isZero();
    }

    @Test
    void figuresOfTheMachineAreForThisMachine() throws Exception {
        MockHttpServletResponse here = mvc.perform(request(HttpMethod.GET, "/actuator/prometheus"))
                .andReturn()
                .getResponse();
        assertThat(here.getStatus()).isEqualTo(200);
        assertThat(here.getContentAsString()).contains("jvm_memory_used_bytes").contains("hikaricp_connections");
        assertThat(mvc.perform(request(HttpMethod.GET, "/actuator/prometheus").with(r -> {
                            r.setRemoteAddr("10.0.0.7");
                            return r;
                        }))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(401);
    }

    /** What is in the trail cannot be changed or taken out, not even by the server itself. */
    @Test
    void theTrailIsOnlyAddedTo() throws Exception {
        browser.signIn("nobody@b.example", "some wrong password");
        browser.signIn("ines@a.example", "some wrong password");
        JsonNode lines = asAda(HttpMethod.GET, "/api/agency/trail", "").body().get("lines");
        assertThat(lines.get(0).get("words").asString()).isEqualTo("signed in");
        assertThat(lines.get(0).get("refused").asBoolean()).isTrue();
        assertThat(lines.get(0).get("person").asString()).isEqualTo("Ines");
        assertThat(lines.get(1).path("person").isNull()
                        || lines.get(1).path("person").isMissingNode())
                .isTrue();
        for (String change : List.of("update trail set deed = 'x'", "delete from trail")) {
            assertThat(catchThrowable(() -> sql.update(change))).hasMessageContaining("only added to");
        }
        String csv = mvc.perform(
                        request(HttpMethod.GET, "/api/agency/trail/lines.csv").with(Scene.by("ada")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
        assertThat(csv).contains("at,person,by,client,did,thing,refused").contains("signed in");
        assertThat(asAda(HttpMethod.GET, "/api/agency/trail?deed=danced", "").detail())
                .contains("“danced” is nothing that can be done here");
        assertThat(asAda(HttpMethod.GET, "/api/agency/trail?deed=exported the trail", "")
                        .body()
                        .get("lines")
                        .toString())
                .contains("Ada");
    }
}
