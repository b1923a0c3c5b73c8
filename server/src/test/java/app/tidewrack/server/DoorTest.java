package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariDataSource;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.SpringBootTest.WebEnvironment;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** What a server on a real port says to requests that no browser makes, and while its database is away. */
@SpringBootTest(webEnvironment = WebEnvironment.RANDOM_PORT)
class DoorTest extends WithServer {
    private static final String TOKEN = "0b9d1a52-4f6b-4a0e-9d7c-5a1f6d1f3c11";

    @LocalServerPort
    private int port;

    @Autowired
    private HikariDataSource source;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private String told(String head, String body) throws IOException {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            socket.setSoTimeout(20_000);
            OutputStream out = socket.getOutputStream();
            byte[] content = body.getBytes(StandardCharsets.UTF_8);
            String length = head.contains("Content-Length") ? "" : "Content-Length: " + content.length + "\r\n";
            out.write((head + "\r\nHost: a\r\nConnection: close\r\nCookie: XSRF-TOKEN=" + TOKEN + "; __Host-XSRF-TOKEN="
                            + TOKEN + "\r\nX-XSRF-TOKEN: "
                            + TOKEN + "\r\n" + length + "\r\n")
                    .getBytes(StandardCharsets.ISO_8859_1));
            out.write(content);
            out.flush();
            return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private String signIn(String type, String body) throws IOException {
        return told("POST /api/session HTTP/1.1\r\nContent-Type: " + type, body);
    }

    private static void isProblem(String answer, int status, String says) {
        assertThat(answer).startsWith("HTTP/1.1 " + status).contains("application/problem+json");
        assertThat(answer)
                .contains("\"status\":" + status)
                .contains("\"detail\":\"")
                .contains(says);
    }

    /** By RFC 3986 (percent-encoding) and RFC 9457. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /api/clients/%00/plans                | 400 |
            /api/clients/a%2Fb/plans              | 400 |
            /api/clients/%ff                      | 400 |
            /api/clients/%C0%AF                   | 400 |
            /api/clients/%zz                      | 400 |
            /api/clients/a;b/plans                | 400 |
            /api/clients//plans                   | 400 |
            /api/clients/a/../../session          | 400 |
            /api/clients/c1/leads?word=%00        | 400 | control character, U+0000
            /api/clients/c1/leads?word=%ed%a0%80  | 400 | no UTF-8
            /api/nothing                          | 401 |
            /assets/nothing.js                    | 404 |
            /api/clients/<c1>                     | 400 |
            """)
    void addressesAreRefusedAsProblems(String address, int status, String says) throws IOException {
        isProblem(told("GET " + address + " HTTP/1.1", ""), status, says == null ? "" : says);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            application/json | {"email": "a@a.example", "password": "x"}    | 401 | do not go together
            application/json |                                              | 400 | missing
            application/json | null                                         | 400 | missing
            application/json | {"email": null, "password": "x"}             | 400 | “email” is missing
            application/json | {"email": "\\ud800", "password": "x"}        | 400 | half of a character
            application/json | {"email": ["x"], "password": "x"}            | 400 | form wanted
            application/json | {"email"                                     | 400 | no JSON from line 1
            application/json | ["a@a.example"]                              | 400 | The body must be an object
            text/plain       | {"email": "a@a.example", "password": "x"}    | 415 |
            */*              | {"email": "a@a.example", "password": "x"}    | 415 |
            nonsense         | {"email": "a@a.example", "password": "x"}    | 415 |
            """)
    void bodiesAreRefusedAsProblems(String type, String body, int status, String says) throws IOException {
        isProblem(signIn(type, body == null ? "" : body), status, says == null ? "" : says);
    }

    /**
     * Whatever is asked for comes with what the specifications of Content Security Policy (level 3), Fetch (nosniff), Referrer Policy and
     * RFC 7034 have for a page that runs its own scripts only, stands in no frame, and tells its addresses to nobody.
     */
    @ParameterizedTest
    @ValueSource(strings = {"/", "/c/c1/plan", "/api/door", "/api/clients", "/api/nothing", "/assets/nothing.js"})
    void everyAnswerSaysWhatABrowserMayDoWithIt(String address) throws IOException {
        String answer = told("GET " + address + " HTTP/1.1\r\nOrigin: https://other.example", "");
        assertThat(answer)
                .contains("X-Content-Type-Options: nosniff", "X-Frame-Options: DENY", "Referrer-Policy: same-origin")
                .doesNotContain("Access-Control-Allow", "Server:", "X-Powered-By");
        Map<String, List<String>> policy = new HashMap<>();
        String written = answer.replaceFirst("(?s).*Content-Security-Policy: ([^\r]*)\r.*", "$1");
        for (String directive : written.split(";\\s*")) {
            List<String> words = List.of(directive.split(" "));
            policy.put(words.get(0), words.subList(1, words.size()));
        }
        assertThat(policy)
                .containsEntry("default-src", List.of("'self'"))
                .containsEntry("script-src", List.of("'self'"))
                .containsEntry("connect-src", List.of("'self'"))
                .containsEntry("form-action", List.of("'self'"))
                .containsEntry("object-src", List.of("'none'"))
                .containsEntry("base-uri", List.of("'none'"))
                .containsEntry("frame-ancestors", List.of("'none'"));
        if (address.startsWith("/api/")) {
            assertThat(answer).contains("no-store");
        }
    }

    /** RFC 9110, 9.3.8: it would send back what a script may not read. */
    @ParameterizedTest
    @ValueSource(strings = {"/", "/api/session", "/actuator/health"})
    void nothingIsEchoed(String address) throws IOException {
        assertThat(told("TRACE " + address + " HTTP/1.1", ""))
                .startsWith("HTTP/1.1 405")
                .doesNotContain(TOKEN);
    }

    @Test
    void aBodyIsReadNoFurtherThanItsOperationTakes() throws IOException {
        String long_ = "{\"email\": \"" + "x".repeat(1_000_000) + "\", \"password\": \"x\"}";
        isProblem(signIn("application/json", long_), 413, "longer than 1,000,000 bytes");
        isProblem(
                told(
                        "POST /api/session HTTP/1.1\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\nX-Is: Content-Length",
                        Integer.toHexString(long_.length()) + "\r\n" + long_ + "\r\n0\r\n\r\n"),
                413,
                "longer than 1,000,000 bytes");
    }

    /** New connections fail, as they do when PostgreSQL is away; five seconds are the longest anyone waits (thirty, were the pool left as it comes). */
    @Test
    void theDatabaseAwayIsSaidInFiveSecondsAndWorkGoesOn() throws IOException {
        String right = source.getPassword();
        String body = "{\"email\": \"a@a.example\", \"password\": \"x\"}";
        source.setPassword("wrong");
        source.getHikariPoolMXBean().softEvictConnections();
        try {
            Instant asked = Instant.now();
            String away = signIn("application/json", body);
            isProblem(away, 503, "database does not answer");
            assertThat(away).contains("Retry-After: 5");
            assertThat(Duration.between(asked, Instant.now())).isLessThan(Duration.ofSeconds(20));
            assertThat(told("GET /actuator/health/readiness HTTP/1.1", "")).startsWith("HTTP/1.1 503");
        } finally {
            source.setPassword(right);
        }
        isProblem(signIn("application/json", body), 401, "do not go together");
        assertThat(told("GET /actuator/health/readiness HTTP/1.1", "")).startsWith("HTTP/1.1 200");
    }

    private static final String RIGHT = "{\"email\": \"ines@a.example\", \"password\": \"a long way to the sea\"}";
    private static final String WRONG = "{\"email\": \"ines@a.example\", \"password\": \"a guess\"}";

    private String signIn(String body, String address, String more) throws IOException {
        return signIn("application/json\r\nX-Forwarded-For: " + address + more, body);
    }

    /**
     * Behind a proxy each address counts for itself. Of twenty guesses at once five are looked at; the person comes in from elsewhere
     * all the same, and from there in a browser that is known.
     */
    @Test
    void guessesAreCountedWhereTheyComeFrom() throws Exception {
        givePassword();
        ExecutorService guessers = Executors.newFixedThreadPool(20);
        List<Future<String>> answers =
                guessers.invokeAll(Collections.nCopies(20, () -> signIn(WRONG, "203.0.113.9", "")));
        guessers.shutdown();
        int looked = 0;
        for (Future<String> answer : answers) {
            looked += answer.get().startsWith("HTTP/1.1 401") ? 1 : 0;
        }
        assertThat(looked).isEqualTo(5);
        isProblem(signIn(RIGHT, "203.0.113.9", ""), 429, "Wait 15 minutes");
        String home = signIn(RIGHT, "198.51.100.7", "");
        assertThat(home).startsWith("HTTP/1.1 200");
        String device = home.replaceFirst("(?s).*tidewrack-device=(\\w+);.*", "$1");
        assertThat(device).hasSize(64);
        assertThat(signIn(RIGHT, "203.0.113.9", "\r\nCookie: tidewrack-device=" + device))
                .startsWith("HTTP/1.1 200");
    }

    @Test
    void overTlsCookiesAreSecretAndTheBrowserStaysWithTls() throws IOException {
        givePassword();
        String plain = signIn(RIGHT, "198.51.100.8", "");
        String secret = signIn(RIGHT, "198.51.100.8", "\r\nX-Forwarded-Proto: https");
        assertThat(plain)
                .startsWith("HTTP/1.1 200")
                .contains("Set-Cookie: tidewrack=", "Set-Cookie: tidewrack-device=")
                .doesNotContain("Strict-Transport-Security", "; Secure");
        assertThat(secret)
                .startsWith("HTTP/1.1 200")
                .contains("Strict-Transport-Security: max-age=")
                .containsPattern("__Host-tidewrack=[^\n]*; Path=/;[^\n]*Secure;[^\n]*HttpOnly;[^\n]*SameSite=Lax")
                .doesNotContain("Domain=")
                .containsPattern("__Secure-tidewrack-device=[^\n]*; Secure; HttpOnly; SameSite=Strict");
    }

    /** Whoever comes to this browser next finds nothing of what was looked at. */
    @Test
    void signingOutEmptiesTheBrowsersCache() throws IOException {
        givePassword();
        String session = signIn(RIGHT, "198.51.100.9", "").replaceFirst("(?s).*Set-Cookie: tidewrack=([^;]*);.*", "$1");
        String cookie = " HTTP/1.1\r\nCookie: tidewrack=" + session;
        assertThat(told("GET /api/session" + cookie, "")).startsWith("HTTP/1.1 200");
        assertThat(told("DELETE /api/session" + cookie, ""))
                .startsWith("HTTP/1.1 200")
                .contains("Clear-Site-Data: \"cache\"");
        assertThat(told("GET /api/session" + cookie, "")).startsWith("HTTP/1.1 401");
    }

    private void givePassword() {
        sql.update(
                "update person set password_hash = ? where id = 'ines'",
                new BCryptPasswordEncoder(4).encode("a long way to the sea"));
    }
}
