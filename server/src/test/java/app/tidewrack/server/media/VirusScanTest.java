package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A scanner that speaks INSTREAM as clamd(8) tells of it (from memory; tried by hand against Debian's clamav-daemon, see docs/security.md). */
class VirusScanTest {
    private static final int SIZE = 200_000;

    /** Answers one caller, and keeps what it was sent. */
    private record Scanner(ServerSocket door, CompletableFuture<byte[]> seen) implements AutoCloseable {
        static Scanner answering(String answer) throws IOException {
            ServerSocket door = new ServerSocket(0, 1, InetAddress.getLoopbackAddress());
            CompletableFuture<byte[]> seen = CompletableFuture.supplyAsync(() -> {
                try (Socket caller = door.accept()) {
                    DataInputStream in = new DataInputStream(caller.getInputStream());
                    ByteArrayOutputStream all = new ByteArrayOutputStream();
                    all.write(in.readNBytes("zINSTREAM\0".length()));
                    for (int n = in.readInt(); n > 0; n = in.readInt()) {
                        all.write(in.readNBytes(n));
                    }
                    caller.getOutputStream().write(answer.getBytes(StandardCharsets.US_ASCII));
                    caller.getOutputStream().flush();
                    return all.toByteArray();
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
            return new Scanner(door, seen);
        }

        String address() {
            return "127.0.0.1:" + door.getLocalPort();
        }

        @Override
        public void close() throws IOException {
            door.close();
        }
    }

    private static Path file(Path folder) throws IOException {
        byte[] content = new byte[SIZE];
        content[SIZE - 1] = 7;
        return Files.write(folder.resolve("kit.png"), content);
    }

    @Test
    void whatIsCleanIsSentWholeAndTaken(@TempDir Path folder) throws Exception {
        try (Scanner scanner = Scanner.answering("stream: OK\0")) {
            new VirusScan(scanner.address()).require("kit.png", file(folder));
            byte[] seen = scanner.seen().get();
            assertThat(new String(seen, 0, 10, StandardCharsets.US_ASCII)).isEqualTo("zINSTREAM\0");
            assertThat(seen).hasSize(10 + SIZE).endsWith(7);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "stream: Eicar-Signature FOUND         | found something in “kit.png”: Eicar-Signature.",
                "INSTREAM size limit exceeded. ERROR   | which says “INSTREAM size limit exceeded. ERROR”",
                "something else altogether             | which says “something else altogether”",
                "''                                    | the virus scanner does not answer"
            })
    void nothingElseIsTaken(String answer, String says, @TempDir Path folder) throws Exception {
        try (Scanner scanner = Scanner.answering(answer)) {
            assertThatThrownBy(() -> new VirusScan(scanner.address()).require("kit.png", file(folder)))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining(says);
        }
    }

    @Test
    void whatNobodyLooksAtIsNotTakenAndNobodyWaitsForGood(@TempDir Path folder) throws Exception {
        Path file = file(folder);
        String away;
        try (ServerSocket silent = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            away = "127.0.0.1:" + silent.getLocalPort();
            assertThatThrownBy(() -> new VirusScan(away, Duration.ofMillis(200)).require("kit.png", file))
                    .hasMessageContaining("does not answer");
        }
        assertThatThrownBy(() -> new VirusScan(away).require("kit.png", file))
                .as("nobody is there")
                .hasMessageContaining("does not answer");
        new VirusScan("").require("kit.png", file);
    }

    @ParameterizedTest
    @ValueSource(strings = {"127.0.0.1", ":3310", "host:", "host:port", "a host:3310"})
    void whatIsNoAddressKeepsTheServerFromStarting(String scanner) {
        assertThatThrownBy(() -> new VirusScan(scanner)).hasMessageContaining("such as 127.0.0.1:3310");
    }
}
