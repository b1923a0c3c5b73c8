package app.tidewrack.server.demo;

import app.tidewrack.server.demo.StoryTeller.Look;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Makes the demo's videos with ffmpeg: a slow look over a drawn cloth, with a quiet tone where there is sound. */
final class DemoVideos {
    private static final Logger LOG = LoggerFactory.getLogger(DemoVideos.class);
    private static final int LONGEST_SECONDS = 60;

    private DemoVideos() {}

    /**
     * @param look its file's ending chooses the container
     * @return nothing where ffmpeg is missing: the demo does without then
     */
    static Optional<byte[]> film(Look look, int seconds, boolean sound) {
        try {
            Path folder = Files.createTempDirectory("tidewrack-demo");
            Path cloth = folder.resolve("cloth.jpg");
            Path film = folder.resolve(look.file());
            try {
                int wide = look.width() * 5 / 4;
                int high = look.height() * 5 / 4;
                Files.write(cloth, DemoPictures.draw(wide, high, look.cloth(), look.thread(), look.motif()));
                return run(command(look, seconds, sound, cloth, film))
                        ? Optional.of(Files.readAllBytes(film))
                        : Optional.empty();
            } finally {
                Files.deleteIfExists(cloth);
                Files.deleteIfExists(film);
                Files.delete(folder);
            }
        } catch (IOException e) {
            LOG.warn("The demo goes without {}: {}", look.file(), e.getMessage());
            return Optional.empty();
        }
    }

    private static List<String> command(Look look, int seconds, boolean sound, Path cloth, Path film) {
        List<String> command = new ArrayList<>(List.of(
                "ffmpeg", "-nostdin", "-v", "error", "-y", "-loop", "1", "-framerate", "25", "-i", cloth.toString()));
        if (sound) {
            command.addAll(
                    List.of("-f", "lavfi", "-i", "sine=frequency=220:sample_rate=44100", "-c:a", "aac", "-b:a", "64k"));
        }
        command.addAll(List.of(
                "-t",
                String.valueOf(seconds),
                "-vf",
                "crop=%d:%d:(iw-ow)*t/%d:(ih-oh)*t/%d,format=yuv420p"
                        .formatted(look.width(), look.height(), seconds, seconds),
                "-c:v",
                "libx264",
                "-preset",
                "ultrafast",
                "-threads",
                "1",
                film.toString()));
        return command;
    }

    private static boolean run(List<String> command) throws IOException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            return process.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS) && process.exitValue() == 0;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        } finally {
            process.destroyForcibly();
        }
    }
}
