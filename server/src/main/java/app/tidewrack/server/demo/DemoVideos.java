package app.tidewrack.server.demo;

import app.tidewrack.server.demo.DemoStep.Look;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** Makes the demo's videos with ffmpeg: a slow look over a drawn cloth, with a quiet tone where there is sound. */
final class DemoVideos {
    private static final int LONGEST_SECONDS = 60;

    private DemoVideos() {}

    /**
     * The look's file name chooses the container.
     *
     * @throws IllegalStateException when ffmpeg is missing or fails
     */
    static byte[] film(DemoStep.Film film) {
        Look look = film.look();
        Look cloth = new Look(
                "cloth.jpg", look.width() * 5 / 4, look.height() * 5 / 4, look.ground(), look.thread(), look.motif());
        try {
            Path folder = Files.createTempDirectory("tidewrack-demo");
            Path from = folder.resolve(cloth.file());
            Path to = folder.resolve(look.file());
            try {
                Files.write(from, DemoPictures.draw(cloth));
                run(command(film, from, to));
                return Files.readAllBytes(to);
            } finally {
                Files.deleteIfExists(from);
                Files.deleteIfExists(to);
                Files.delete(folder);
            }
        } catch (IOException e) {
            throw new IllegalStateException("The demo's " + look.file() + " cannot be filmed", e);
        }
    }

    private static List<String> command(DemoStep.Film film, Path from, Path to) {
        List<String> command = new ArrayList<>(List.of(
                "ffmpeg", "-nostdin", "-v", "error", "-y", "-loop", "1", "-framerate", "25", "-i", from.toString()));
        if (film.sound()) {
            command.addAll(
                    List.of("-f", "lavfi", "-i", "sine=frequency=220:sample_rate=44100", "-c:a", "aac", "-b:a", "64k"));
        }
        command.addAll(List.of(
                "-t",
                String.valueOf(film.seconds()),
                "-vf",
                "crop=%1$d:%2$d:(iw-ow)*t/%3$d:(ih-oh)*t/%3$d,format=yuv420p"
                        .formatted(film.look().width(), film.look().height(), film.seconds()),
                "-c:v",
                "libx264",
                "-preset",
                "ultrafast",
                "-threads",
                "1",
                to.toString()));
        return command;
    }

    private static void run(List<String> command) throws IOException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            if (!process.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IOException("ffmpeg did not make it");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        } finally {
            process.destroyForcibly();
        }
    }
}
