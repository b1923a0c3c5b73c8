package app.tidewrack.e2e;

import com.google.gson.Gson;
import com.google.gson.JsonElement;
import com.google.gson.JsonParser;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The running installation: its address, its processes, and the network behind it. */
final class Installation {
    static final String URL = System.getenv("TIDEWRACK_URL");
    private static final Path DATA = Path.of(System.getenv("TIDEWRACK_DATA"));
    private static final Path ROOT = Path.of(System.getProperty("tidewrack.root"));

    private Installation() {}

    /** Ends a process the hard way, as a power cut would. */
    static void kill(String process) throws IOException, InterruptedException {
        String pid =
                Files.readString(DATA.resolve("run").resolve(process + ".pid")).strip();
        ProcessHandle.of(Long.parseLong(pid)).ifPresent(ProcessHandle::destroyForcibly);
        Path status = Path.of("/proc", pid, "status");
        while (Files.exists(status) && !Files.readString(status).contains("State:\tZ")) {
            Thread.sleep(20);
        }
    }

    /** Ends a process and keeps its keeper from starting it again. */
    static void takeAway(String process) throws IOException, InterruptedException {
        tellKeeper(process, "-STOP");
        kill(process);
    }

    static void bringBack(String process) throws IOException, InterruptedException {
        tellKeeper(process, "-CONT");
    }

    private static void tellKeeper(String process, String signal) throws IOException, InterruptedException {
        String pid = Files.readString(DATA.resolve("run").resolve(process + ".keeper"))
                .strip();
        new ProcessBuilder("kill", signal, pid).start().waitFor();
    }

    /** Runs {@code ./tidewrack} with a word, on this installation's data. */
    static void command(String word) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(ROOT.resolve("tidewrack").toString(), word)
                .redirectErrorStream(true)
                .redirectOutput(
                        DATA.resolve("logs").resolve("command-" + word + ".log").toFile())
                .start();
        if (process.waitFor() != 0) {
            throw new IllegalStateException("./tidewrack " + word + " failed; see " + DATA.resolve("logs"));
        }
    }

    /** How many ads the network itself has of an account. */
    static int adsOnNetwork(String account) throws IOException, InterruptedException {
        String body = practice("GET", "/networks/hearthside/reviews?account=" + account, null)
                .toString();
        return body.split("\"submittedAt\"", -1).length - 1;
    }

    /** A call to the practice network itself. */
    static JsonElement practice(String method, String path, Object body) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + port("TIDEWRACK_PRACTICE_PORT") + path))
                .header("X-Access-Key", secret("practice-key"))
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(new Gson().toJson(body)))
                .build();
        return JsonParser.parseString(HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofString())
                .body());
    }

    private static String port(String name) throws IOException {
        Matcher port = Pattern.compile(name + "=(\\d+)").matcher(Files.readString(DATA.resolve("ports")));
        if (!port.find()) {
            throw new IllegalStateException("No " + name + " in " + DATA);
        }
        return port.group(1);
    }

    private static String secret(String file) throws IOException {
        return Files.readString(DATA.resolve(file)).strip();
    }

    /** Another server on the same database, which tells of each change it makes. */
    static SecondServer secondServer() throws IOException, InterruptedException {
        int own;
        try (ServerSocket free = new ServerSocket(0)) {
            own = free.getLocalPort();
        }
        try (var jars = Files.list(DATA.resolve("app").resolve("server"))) {
            Path jar =
                    jars.filter(p -> p.toString().endsWith(".jar")).findFirst().orElseThrow();
            Path log = DATA.resolve("logs").resolve("second-server.log");
            ProcessBuilder builder = new ProcessBuilder(
                            "java",
                            "-Xmx512m",
                            "-jar",
                            jar.toString(),
                            "--logging.level.app.tidewrack.server.launch=DEBUG")
                    .redirectErrorStream(true)
                    .redirectOutput(log.toFile());
            builder.environment()
                    .putAll(Map.of(
                            "TIDEWRACK_PORT", String.valueOf(own),
                            "TIDEWRACK_PRACTICE_PORT", port("TIDEWRACK_PRACTICE_PORT"),
                            "TIDEWRACK_PG_PORT", port("TIDEWRACK_PG_PORT"),
                            "TIDEWRACK_PG_USER", "tidewrack_server",
                            "TIDEWRACK_PG_PASSWORD", secret("pg-tidewrack_server"),
                            "TIDEWRACK_PG_OWNER", "tidewrack_owner",
                            "TIDEWRACK_PG_OWNER_PASSWORD", secret("pg-tidewrack_owner"),
                            "TIDEWRACK_PRACTICE_KEY", secret("practice-key")));
            SecondServer second = new SecondServer(builder.start(), "http://127.0.0.1:" + own, log);
            second.await();
            return second;
        }
    }

    /** @param url its address */
    record SecondServer(Process process, String url, Path log) implements AutoCloseable {
        private void await() throws InterruptedException {
            HttpRequest ready = HttpRequest.newBuilder(URI.create(url + "/actuator/health/readiness"))
                    .build();
            for (int i = 0; i < 300; i++) {
                try {
                    var answer = HttpClient.newHttpClient().send(ready, HttpResponse.BodyHandlers.discarding());
                    if (answer.statusCode() == 200) {
                        return;
                    }
                } catch (IOException notYet) {
                    // It is still starting.
                }
                Thread.sleep(200);
            }
            throw new IllegalStateException("The second server did not start; see " + log);
        }

        /** How many changes of launches it made so far. */
        long changes() throws IOException {
            try (var lines = Files.lines(log)) {
                return lines.filter(l -> l.contains(": done, try")).count();
            }
        }

        void kill() {
            process.destroyForcibly();
        }

        @Override
        public void close() {
            kill();
        }
    }
}
