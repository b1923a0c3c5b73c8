package app.tidewrack.server.media;

import app.tidewrack.core.refusal.Refusal;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.regex.Pattern;
import lombok.extern.slf4j.Slf4j;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Has a file looked at by the virus scanner of the house, where one is set. It is asked as clamd is, by its INSTREAM (clamd(8)): parts with
 * their length before them, an empty one at the end, then a line that ends in OK, FOUND or ERROR. Files that nobody could look at are not
 * taken in.
 */
@Slf4j
@Component
class VirusScan {
    private static final byte[] BEGIN = "zINSTREAM\0".getBytes(StandardCharsets.US_ASCII);
    private static final Pattern ADDRESS = Pattern.compile("[^:\\s]+:\\d{1,5}");
    private static final int PART = 1 << 16;
    private static final int LONGEST_ANSWER = 500;
    private static final Duration CONNECTING = Duration.ofSeconds(3);

    /** A video of the largest size takes a scanner about a minute. */
    private static final Duration LOOKING = Duration.ofMinutes(2);

    private final String scanner;
    private final Duration patience;

    /**
     * @param scanner host and port, parted by a colon; empty for none
     * @throws IllegalArgumentException when it is something else, so that the server does not start
     */
    @Autowired
    VirusScan(@Value("${tidewrack.scanner:}") String scanner) {
        this(scanner, LOOKING);
    }

    VirusScan(String scanner, Duration patience) {
        if (!scanner.isEmpty() && !ADDRESS.matcher(scanner).matches()) {
            throw new IllegalArgumentException(
                    "TIDEWRACK_SCANNER is “%s”; it is a host and a port, such as 127.0.0.1:3310.".formatted(scanner));
        }
        this.scanner = scanner;
        this.patience = patience;
    }

    /**
     * @param name of the file, for what is said of it
     * @throws Refusal (field {@code file}) when something was found in it, or nobody could look
     */
    void require(String name, Path file) {
        if (scanner.isEmpty()) {
            return;
        }
        String answer;
        try {
            answer = asked(file);
        } catch (IOException e) {
            log.warn("The virus scanner at {} does not answer: {}", scanner, e.getMessage());
            throw new Refusal(
                    "file",
                    "“%s” could not be looked at: the virus scanner does not answer.".formatted(name),
                    "Send it again in a few minutes; whoever runs this server sees why in its log.");
        }
        if (answer.endsWith(" FOUND")) {
            throw new Refusal(
                    "file",
                    "The virus scanner found something in “%s”: %s."
                            .formatted(
                                    name, answer.replaceFirst("^stream: ", "").replaceFirst(" FOUND$", "")),
                    "Save the picture or video anew from where it was made.");
        }
        if (!answer.endsWith(" OK")) {
            log.warn("The virus scanner at {} says: {}", scanner, answer);
            throw new Refusal(
                    "file",
                    "“%s” could not be looked at by the virus scanner, which says “%s”.".formatted(name, answer),
                    "Save it smaller, or have the scanner take larger files.");
        }
    }

    private String asked(Path file) throws IOException {
        int colon = scanner.lastIndexOf(':');
        try (Socket socket = new Socket();
                InputStream content = Files.newInputStream(file)) {
            socket.connect(
                    new InetSocketAddress(scanner.substring(0, colon), Integer.parseInt(scanner.substring(colon + 1))),
                    (int) CONNECTING.toMillis());
            socket.setSoTimeout((int) patience.toMillis());
            DataOutputStream to = new DataOutputStream(socket.getOutputStream());
            try {
                to.write(BEGIN);
                byte[] part = new byte[PART];
                for (int n = content.read(part); n >= 0; n = content.read(part)) {
                    to.writeInt(n);
                    to.write(part, 0, n);
                }
                to.writeInt(0);
                to.flush();
            } catch (IOException e) {
                // One that has enough answers and hangs up before the end; what it said is still to be read.
                log.debug("The virus scanner hung up: {}", e.getMessage());
            }
            String answer = new String(socket.getInputStream().readNBytes(LONGEST_ANSWER), StandardCharsets.UTF_8);
            if (answer.isBlank()) {
                throw new IOException("no answer");
            }
            return answer.replace("\0", "").strip();
        }
    }
}
