package app.tidewrack.e2e;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
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
        Matcher port =
                Pattern.compile("TIDEWRACK_PRACTICE_PORT=(\\d+)").matcher(Files.readString(DATA.resolve("ports")));
        if (!port.find()) {
            throw new IllegalStateException("No practice port in " + DATA);
        }
        HttpRequest request = HttpRequest.newBuilder(URI.create(
                        "http://127.0.0.1:" + port.group(1) + "/networks/hearthside/reviews?account=" + account))
                .header(
                        "X-Access-Key",
                        Files.readString(DATA.resolve("practice-key")).strip())
                .build();
        String body = HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofString())
                .body();
        return body.split("\"submittedAt\"", -1).length - 1;
    }
}
