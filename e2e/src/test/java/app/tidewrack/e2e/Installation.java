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
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The running installation: its address, its processes, and the network behind it. */
final class Installation {
    static final String URL = System.getenv("TIDEWRACK_URL");
    static final Path DATA = Path.of(System.getenv("TIDEWRACK_DATA"));
    private static final Path ROOT = Path.of(System.getProperty("tidewrack.root"));

    private static final String READINESS = "/actuator/health/readiness";

    /** Half a second apart: three minutes, far longer than a busy machine needs. */
    private static final int MOST_LOOKS = 360;

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

    /** Lets it start again, and waits until it, or the server that stands on it, is ready. */
    static void bringBack(String process) throws IOException, InterruptedException {
        tellKeeper(process, "-CONT");
        await(
                process.equals("practice-network")
                        ? "http://127.0.0.1:" + folder().port("TIDEWRACK_PRACTICE_PORT") + "/actuator/health"
                        : URL + READINESS);
    }

    private static void await(String health) throws InterruptedException {
        HttpRequest ready = HttpRequest.newBuilder(URI.create(health)).build();
        for (int i = 0; i < MOST_LOOKS; i++) {
            try {
                var answer = HttpClient.newHttpClient().send(ready, HttpResponse.BodyHandlers.discarding());
                if (answer.statusCode() == 200) {
                    return;
                }
            } catch (IOException notYet) {
                // It is still starting.
            }
            Thread.sleep(500);
        }
        throw new IllegalStateException(health + " does not answer; see " + DATA.resolve("logs"));
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

    /** A data folder, with what {@code ./tidewrack} does there. */
    static Folder folder() {
        return new Folder(DATA);
    }

    record Folder(Path path) {
        /** @throws IllegalStateException when it fails, with what it said */
        String run(Map<String, String> settings, String... words) throws IOException, InterruptedException {
            return run(true, settings, words);
        }

        /** What it said, whether it failed or not. */
        String tryRun(Map<String, String> settings, String... words) throws IOException, InterruptedException {
            return run(false, settings, words);
        }

        private String run(boolean demandsIt, Map<String, String> settings, String... words)
                throws IOException, InterruptedException {
            List<String> command =
                    new ArrayList<>(List.of(ROOT.resolve("tidewrack").toString()));
            command.addAll(List.of(words));
            Path said = Files.createTempFile("said", ".log");
            ProcessBuilder builder =
                    new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(said.toFile());
            // Ports of another folder are not this one's.
            builder.environment()
                    .keySet()
                    .removeIf(k -> k.matches("TIDEWRACK_(PORT|PRACTICE_PORT|PG_PORT|KEY|PG_PASSWORD)"));
            builder.environment().put("TIDEWRACK_DATA", path.toString());
            builder.environment().putAll(settings);
            boolean done = builder.start().waitFor() == 0;
            String text = Files.readString(said);
            if (demandsIt && !done) {
                throw new IllegalStateException("./tidewrack " + String.join(" ", words) + ":\n" + text);
            }
            return text;
        }

        String url() throws IOException {
            return "http://127.0.0.1:" + port("TIDEWRACK_PORT");
        }

        /** What a query gives, a line a row, columns parted by bars. */
        String sql(String database, String query) throws IOException, InterruptedException {
            Path said = Files.createTempFile("sql", ".txt");
            ProcessBuilder psql = new ProcessBuilder(
                            "psql",
                            "-h",
                            "127.0.0.1",
                            "-p",
                            port("TIDEWRACK_PG_PORT"),
                            "-U",
                            "app",
                            "-d",
                            database,
                            "-qtAc",
                            query)
                    .redirectErrorStream(true)
                    .redirectOutput(said.toFile());
            // Its password stands in no list of processes.
            psql.environment().put("PGPASSWORD", secret("pg-password"));
            if (psql.start().waitFor() != 0) {
                throw new IllegalStateException(query + ":\n" + Files.readString(said));
            }
            return Files.readString(said).strip();
        }

        String port(String name) throws IOException {
            Matcher port = Pattern.compile(name + "=(\\d+)").matcher(Files.readString(path.resolve("ports")));
            if (!port.find()) {
                throw new IllegalStateException("No " + name + " in " + path);
            }
            return port.group(1);
        }

        String secret(String file) throws IOException {
            return Files.readString(path.resolve(file)).strip();
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
        return folder().port(name);
    }

    private static String secret(String file) throws IOException {
        return folder().secret(file);
    }

    /** Another server on the same database, which tells of each change it makes. */
    static SecondServer secondServer() throws IOException, InterruptedException {
        return server(Map.of(
                "TIDEWRACK_PG_USER", "tidewrack_server",
                "TIDEWRACK_PG_PASSWORD", secret("pg-tidewrack_server"),
                "TIDEWRACK_PG_OWNER", "tidewrack_owner",
                "TIDEWRACK_PG_OWNER_PASSWORD", secret("pg-tidewrack_owner"),
                "TIDEWRACK_KEY", secret("seal-key")));
    }

    /** A server with a database of its own in which nobody is yet; its first address ends in {@code #first}. */
    static SecondServer emptyServer() throws IOException, InterruptedException {
        String database = "first_" + Long.toString(System.nanoTime(), 36);
        folder().sql("postgres", "create database " + database);
        return server(Map.of(
                "TIDEWRACK_PG_USER", "app",
                "TIDEWRACK_PG_PASSWORD", secret("pg-password"),
                "TIDEWRACK_DB", database,
                "TIDEWRACK_KEY", "a key of this journey alone",
                "TIDEWRACK_FIRST_KEY", "first"));
    }

    private static SecondServer server(Map<String, String> settings) throws IOException, InterruptedException {
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
                            "-XX:TieredStopAtLevel=1",
                            "-jar",
                            jar.toString(),
                            "--logging.level.app.tidewrack.server.launch=DEBUG")
                    .redirectErrorStream(true)
                    .redirectOutput(log.toFile());
            builder.environment().putAll(settings);
            builder.environment()
                    .putAll(Map.of(
                            "TIDEWRACK_PORT", String.valueOf(own),
                            "TIDEWRACK_PRACTICE_PORT", port("TIDEWRACK_PRACTICE_PORT"),
                            "TIDEWRACK_PG_PORT", port("TIDEWRACK_PG_PORT"),
                            "TIDEWRACK_PRACTICE_KEY", secret("practice-key")));
            SecondServer second = new SecondServer(
                    builder.start(),
                    "http://127.0.0.1:" + own,
                    log,
                    settings.getOrDefault("TIDEWRACK_DB", "tidewrack"));
            await(second.url() + READINESS);
            return second;
        }
    }

    /** @param url its address */
    record SecondServer(Process process, String url, Path log, String database) implements AutoCloseable {
        /** Tables of its database in which anything says so. */
        String tablesSaying(String words) throws IOException, InterruptedException {
            return folder().sql(database, """
                    select table_name from information_schema.tables
                    where table_schema = 'public' and table_type = 'BASE TABLE' and (xpath('/row/c/text()', query_to_xml(
                        format('select count(*) as c from %%I t where t::text ilike %%L', table_name, '%%%s%%'),
                        false, true, '')))[1]::text::int > 0""".formatted(words)).strip();
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
