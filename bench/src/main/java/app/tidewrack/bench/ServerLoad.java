package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.awt.image.BufferedImage;
import java.io.BufferedWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What a buyer waits for, measured over HTTP at a server with the demo data, as the browser calls it. */
final class ServerLoad {
    private static final String CLIENT = "/api/clients/oddment";
    private static final int PICTURES = 100;
    private static final int PICTURE_BYTES = 5_000_000;
    private static final int ROWS = 1_000_000;
    private static final Duration DEMO = Duration.ofMinutes(4);

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final JsonMapper json = new JsonMapper();

    ServerLoad(String address) {
        this.address = address;
    }

    /** Prints each as it is measured. */
    void measure() throws IOException, InterruptedException, SQLException {
        signIn();
        new Figure("audience of five steps after a key, p95", sizes(), "ms", 200, false).print();
        new Figure("overlap of all the client's audiences", overlaps(), "ms", 1000, false).print();
        new Figure("a creative on every placement after a key, p95", fits(), "ms", 50, false).print();
        new Figure("100 pictures of 5 MB onto the shelf", pictures(), "s", 60, false).print();
        new Figure("customer list of 1,000,000 rows", list(), "s", 60, false).print();
        new LaunchLoad(this).figures().forEach(Figure::print);
        try (Database database = new Database()) {
            new PullLoad(this, database).figures().forEach(Figure::print);
            new ResultsLoad(this, database).figures().forEach(Figure::print);
        }
    }

    /** Of all that only what results take. */
    void measureResults() throws IOException, InterruptedException, SQLException {
        signIn();
        try (Database database = new Database()) {
            new ResultsLoad(this, database).figures().forEach(Figure::print);
        }
    }

    /** Of words: on pictures, and in what customers say. */
    void measureWords() throws IOException, InterruptedException {
        signIn();
        new WordsLoad(this).figures().forEach(Figure::print);
    }

    /** Of films. */
    void measureFilms() throws IOException, InterruptedException {
        signIn();
        new FilmLoad(this).figures().forEach(Figure::print);
    }

    /** Of the morning of many clients. */
    void measureMorning() throws IOException, InterruptedException, SQLException {
        signIn();
        try (Database database = new Database()) {
            new MorningLoad(this, database).figures().forEach(Figure::print);
        }
    }

    /** Of a large plan that is sent for sign-off. */
    void measureSignOffs() throws IOException, InterruptedException, SQLException {
        signIn();
        new SignOffLoad(this).figures().forEach(Figure::print);
    }

    /** Of many at once. */
    void measureBuyers() throws Exception {
        signIn();
        new BuyersLoad(this).figures().forEach(Figure::print);
    }

    private void signIn() throws IOException, InterruptedException {
        send("GET", "/api/session", BodyPublishers.noBody(), "application/json");
        post("/api/session", Map.of("email", "ines@withyandoar.example", "password", "mend-the-sail"));
        long until = System.nanoTime() + DEMO.toNanos();
        while (!get("/api/clients/copperline/creatives").toString().contains("Questions on calibration")) {
            if (System.nanoTime() > until) {
                throw new IllegalStateException("The demo did not load within " + DEMO);
            }
            Thread.sleep(1000);
        }
    }

    private double sizes() throws IOException, InterruptedException {
        double[] times = new double[60];
        for (int i = 0; i < times.length; i++) {
            Map<String, Object> definition = Map.of(
                    "places", Map.of("countries", List.of("GB"), "regions", List.of(), "circles", List.of()),
                    "placesLeftOut", Map.of("countries", List.of(), "regions", List.of(), "circles", List.of()),
                    "presence", "LIVING",
                    "ages", Map.of("from", 20 + i % 20, "to", 50 + i % 17),
                    "gender", i % 2 == 0 ? "WOMEN" : "ANY",
                    "conditions",
                            List.of(
                                    Map.of("terms", List.of(term("INTEREST", "knitting"), term("INTEREST", "sewing"))),
                                    Map.of("terms", List.of(term("DEVICE", "phone")))),
                    "leftOut", List.of(term("INTEREST", "quilting")));
            times[i] = timed(
                    () -> post(CLIENT + "/audiences/size", Map.of("accountId", "oddmenths", "definition", definition)));
        }
        return percentile95(times);
    }

    private static Map<String, String> term(String kind, String code) {
        return Map.of("kind", kind, "code", code);
    }

    private double overlaps() throws IOException, InterruptedException {
        List<String> ids = new ArrayList<>();
        get(CLIENT + "/audiences").forEach(a -> {
            if (a.get("accountId").asString().equals("oddmenths")) {
                ids.add(a.get("id").asString());
            }
        });
        return timed(() -> post(CLIENT + "/audiences/overlaps", Map.of("accountId", "oddmenths", "audienceIds", ids)));
    }

    private double fits() throws IOException, InterruptedException {
        String sha = get(CLIENT + "/media").get(0).get("sha256").asString();
        double[] times = new double[60];
        for (int i = 0; i < times.length; i++) {
            Map<String, Object> draft = Map.ofEntries(
                    Map.entry("format", "single-picture"),
                    Map.entry("media", List.of(sha)),
                    Map.entry("bodies", List.of("Mend it. ".repeat(1 + i))),
                    Map.entry("headlines", List.of("Mend it in {town|your town} " + i)),
                    Map.entry("descriptions", List.of()),
                    Map.entry("callsToAction", List.of("shop")),
                    Map.entry("link", "https://a.example"),
                    Map.entry("brand", ""),
                    Map.entry("post", ""),
                    Map.entry("cards", List.of()));
            Map<String, Object> creative = Map.of("version", 0, "name", "Bench", "draft", draft);
            times[i] = timed(() -> post(CLIENT + "/creatives/fit", creative));
        }
        return percentile95(times);
    }

    private double pictures() throws IOException, InterruptedException {
        byte[] picture = noise();
        long begun = System.nanoTime();
        for (int i = 0; i < PICTURES; i++) {
            // What follows the end of a JPEG is not looked at, and makes each another file.
            byte[] own = Arrays.copyOf(picture, picture.length + 4);
            own[own.length - 1] = (byte) i;
            send(
                    "POST",
                    CLIENT + "/media?name=noise" + i + ".jpg",
                    BodyPublishers.ofByteArray(own),
                    "application/octet-stream");
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    /** A picture of noise, as large as asked for or a little larger. */
    private static byte[] noise() throws IOException {
        BufferedImage image = new BufferedImage(3000, 2250, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(5);
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                image.setRGB(x, y, random.nextInt(1 << 24));
            }
        }
        byte[] jpeg = new byte[0];
        for (float quality = 0.3f; jpeg.length < PICTURE_BYTES; quality += 0.05f) {
            jpeg = jpeg(image, Math.min(1, quality));
        }
        return jpeg;
    }

    private static byte[] jpeg(BufferedImage image, float quality) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByFormatName("JPEG").next();
        try (ImageOutputStream output = ImageIO.createImageOutputStream(out)) {
            writer.setOutput(output);
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(quality);
            writer.write(null, new IIOImage(image, null, null), param);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }

    private double list() throws IOException, InterruptedException {
        Path rows = Files.createTempFile("bench-list", ".csv");
        try {
            try (BufferedWriter writer = Files.newBufferedWriter(rows)) {
                writer.write("name,email,phone\n");
                for (int i = 0; i < ROWS; i++) {
                    writer.write("Person %d,person%d@example.com,+44 7911 %06d\n".formatted(i, i, i % 1_000_000));
                }
            }
            String query = "name=Bench&accountIds=oddmenths&accountIds=oddmentjc&country=GB&encoding=UTF-8"
                    + "&delimiter=,&header=true&email=1&phone=2";
            return timed(() -> send(
                            "POST",
                            CLIENT + "/sources/lists?" + query,
                            BodyPublishers.ofFile(rows),
                            "application/octet-stream"))
                    / 1000;
        } finally {
            Files.delete(rows);
        }
    }

    interface Call {
        Object make() throws IOException, InterruptedException;
    }

    static double timed(Call call) throws IOException, InterruptedException {
        long begun = System.nanoTime();
        call.make();
        return (System.nanoTime() - begun) / 1e6;
    }

    private static double percentile95(double[] times) {
        Arrays.sort(times);
        return times[(int) Math.ceil(times.length * 0.95) - 1];
    }

    JsonNode get(String path) throws IOException, InterruptedException {
        return send("GET", path, BodyPublishers.noBody(), "application/json");
    }

    JsonNode post(String path, Object body) throws IOException, InterruptedException {
        return send("POST", path, BodyPublishers.ofByteArray(json.writeValueAsBytes(body)), "application/json");
    }

    JsonNode put(String path, Object body) throws IOException, InterruptedException {
        return send("PUT", path, BodyPublishers.ofByteArray(json.writeValueAsBytes(body)), "application/json");
    }

    JsonNode send(String method, String path, BodyPublisher body, String type)
            throws IOException, InterruptedException {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(Duration.ofMinutes(5))
                .header("Content-Type", type)
                .header("X-XSRF-TOKEN", token)
                .method(method, body)
                .build();
        HttpResponse<String> response = http.send(request, BodyHandlers.ofString());
        boolean notYet = path.equals("/api/session") && method.equals("GET");
        if (response.statusCode() >= 300 && !notYet) {
            throw new IllegalStateException(path + ": " + response.statusCode() + " " + response.body());
        }
        return response.body().isEmpty() ? json.nullNode() : json.readTree(response.body());
    }
}
