package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonParser;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.FileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The server as {@code docs/running.md} puts it behind Debian's nginx, by the very lines that stand there: over TLS with a certificate of
 * its own, cookies are secure, HTTPS is demanded from then on, and the figures stay on this machine.
 */
class BehindProxyIT {
    private static final Duration UP = Duration.ofMinutes(3);
    private static final String EMAIL = "ines@withyandoar.example";

    @TempDir
    static Path dir;

    private static Process nginx;
    private static String address;
    private static CookieManager cookies;
    private static HttpClient http;

    @BeforeAll
    static void start() throws Exception {
        run(
                "openssl",
                "req",
                "-x509",
                "-newkey",
                "ec",
                "-pkeyopt",
                "ec_paramgen_curve:prime256v1",
                "-nodes",
                "-days",
                "2",
                "-subj",
                "/CN=127.0.0.1",
                "-addext",
                "subjectAltName=IP:127.0.0.1",
                "-keyout",
                dir.resolve("key.pem").toString(),
                "-out",
                dir.resolve("cert.pem").toString());
        int port = freePort();
        address = "https://127.0.0.1:" + port;
        Files.writeString(dir.resolve("nginx.conf"), configuration(port));
        nginx = new ProcessBuilder(
                        System.getenv("TIDEWRACK_NGINX"),
                        "-p",
                        dir.toString(),
                        "-c",
                        dir.resolve("nginx.conf").toString(),
                        "-e",
                        "stderr")
                .redirectErrorStream(true)
                .redirectOutput(dir.resolve("nginx.log").toFile())
                .start();
        cookies = new CookieManager();
        http = HttpClient.newBuilder()
                .sslContext(trusting(dir.resolve("cert.pem")))
                .cookieHandler(cookies)
                .build();
        long until = System.nanoTime() + UP.toNanos();
        while (!answers()) {
            assertThat(nginx.isAlive())
                    .as(Files.readString(dir.resolve("nginx.log")))
                    .isTrue();
            assertThat(System.nanoTime()).isLessThan(until);
            Thread.sleep(100);
        }
    }

    @AfterAll
    static void stop() throws InterruptedException {
        if (nginx != null) {
            nginx.destroy();
            nginx.waitFor();
        }
    }

    /** What the document says to put into nginx's configuration, with this machine's certificate and ports. */
    private static String configuration(int port) throws IOException {
        String document = Files.readString(Path.of(System.getProperty("tidewrack.root"), "docs", "running.md"));
        Matcher block = Pattern.compile("(?s)```nginx\n(.*?)```").matcher(document);
        assertThat(block.find()).isTrue();
        String server = block.group(1)
                .replace("listen 443 ", "listen 127.0.0.1:" + port + " ")
                .replaceAll("ssl_certificate +[^;]+;", "ssl_certificate " + dir.resolve("cert.pem") + ";")
                .replaceAll("ssl_certificate_key +[^;]+;", "ssl_certificate_key " + dir.resolve("key.pem") + ";")
                .replace("http://127.0.0.1:8470", Installation.URL);
        assertThat(server)
                .contains(
                        String.valueOf(port),
                        Installation.URL,
                        dir.resolve("key.pem").toString());
        return """
                daemon off;
                user root;
                pid %1$s/nginx.pid;
                events {}
                http {
                    access_log off;
                    client_body_temp_path %1$s/body;
                    proxy_temp_path %1$s/proxy;
                    fastcgi_temp_path %1$s/f;
                    uwsgi_temp_path %1$s/u;
                    scgi_temp_path %1$s/s;
                    %2$s
                }
                """.formatted(dir, server);
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    private static void run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(dir.resolve("run.log").toFile())
                .start();
        assertThat(process.waitFor())
                .as(Files.readString(dir.resolve("run.log")))
                .isZero();
    }

    private static SSLContext trusting(Path certificate) throws Exception {
        KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
        store.load(null, null);
        try (InputStream in = new FileInputStream(certificate.toFile())) {
            Certificate own = CertificateFactory.getInstance("X.509").generateCertificate(in);
            store.setCertificateEntry("own", own);
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }

    private static boolean answers() throws IOException, InterruptedException {
        try {
            return get("/api/door").statusCode() == 200;
        } catch (ConnectException notYet) {
            return false;
        }
    }

    private static HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return http.send(HttpRequest.newBuilder(URI.create(address + path)).build(), BodyHandlers.ofString());
    }

    private static HttpResponse<String> send(String method, String path, String type, HttpRequest.BodyPublisher body)
            throws IOException, InterruptedException {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("__Host-XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElseThrow();
        return http.send(
                HttpRequest.newBuilder(URI.create(address + path))
                        .header("Content-Type", type)
                        .header("X-XSRF-TOKEN", token)
                        // What a visitor says of where they come from is not believed.
                        .header("X-Forwarded-For", "203.0.113.7")
                        .method(method, body)
                        .build(),
                BodyHandlers.ofString());
    }

    @Test
    void cookiesAreSecureHttpsIsDemandedAndTheFiguresStayHere() throws Exception {
        HttpResponse<String> door = get("/api/door");
        assertThat(door.version()).as("as the lines say").isEqualTo(HttpClient.Version.HTTP_2);
        assertThat(door.headers().firstValue("strict-transport-security"))
                .hasValueSatisfying(v -> assertThat(v).contains("max-age="));
        HttpResponse<String> signedIn = signIn();
        assertThat(signedIn.statusCode()).as(signedIn.body()).isEqualTo(200);
        List<String> set = signedIn.headers().allValues("set-cookie");
        assertThat(set)
                .isNotEmpty()
                .allSatisfy(c -> assertThat(c).contains("Secure").matches("(?s)__(Host|Secure)-.*"));
        assertThat(set).anySatisfy(c -> assertThat(c).contains("HttpOnly").contains("SameSite"));
        assertThat(get("/api/me/sessions").body())
                .as("where it was signed in from")
                .doesNotContain("203.0.113.7");
        for (String figures : List.of("/actuator/health", "/actuator/prometheus")) {
            assertThat(get(figures).statusCode()).as(figures).isEqualTo(404);
        }
        HttpResponse<String> page = get("/");
        assertThat(page.statusCode()).isEqualTo(200);
        assertThat(page.headers().firstValue("content-security-policy")).isPresent();
        HttpResponse<Void> plain = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(Installation.URL + "/api/door"))
                                .build(),
                        BodyHandlers.discarding());
        assertThat(plain.headers().firstValue("strict-transport-security"))
                .as("without TLS")
                .isEmpty();
    }

    /** A picture larger than nginx takes by itself goes up in one piece. */
    @Test
    void aLargePictureGoesUpInOnePiece() throws Exception {
        get("/api/door");
        signIn();
        byte[] picture = noise();
        assertThat(picture.length).isGreaterThan(2_000_000);
        HttpResponse<String> taken = send(
                "POST",
                "/api/clients/oddment/media?name=noise.png",
                "application/octet-stream",
                BodyPublishers.ofByteArray(picture));
        assertThat(taken.statusCode()).as(taken.body()).isEqualTo(200);
        String sha = JsonParser.parseString(taken.body())
                .getAsJsonObject()
                .get("sha256")
                .getAsString();
        send("DELETE", "/api/clients/oddment/media/" + sha, "application/json", BodyPublishers.noBody());
    }

    private static byte[] noise() throws IOException {
        Random random = new Random(7);
        BufferedImage image = new BufferedImage(1080, 1080, BufferedImage.TYPE_INT_RGB);
        for (int x = 0; x < image.getWidth(); x++) {
            for (int y = 0; y < image.getHeight(); y++) {
                image.setRGB(x, y, random.nextInt(1 << 24));
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private static HttpResponse<String> signIn() throws IOException, InterruptedException {
        return send(
                "POST",
                "/api/session",
                "application/json",
                BodyPublishers.ofString("{\"email\": \"%s\", \"password\": \"mend-the-sail\"}".formatted(EMAIL)));
    }
}
