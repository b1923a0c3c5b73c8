package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

class VideoToolTest {
    @TempDir
    Path folder;

    private VideoTool tool(String command, int megabytes) {
        return new VideoTool(
                command, command, Duration.ofSeconds(1), Duration.ofSeconds(1), megabytes, JsonMapper.shared());
    }

    private String script(String does) throws IOException {
        Path script = folder.resolve("tool");
        Files.writeString(script, "#!/bin/sh\n" + does + "\n");
        script.toFile().setExecutable(true);
        return script.toString();
    }

    /** A film says what became of it, by its name and its own limit. */
    @ParameterizedTest
    @CsvSource({"sleep 9, was not done within 1 s", "echo odd >&2; exit 1, could not be made: odd"})
    void aFilmThatIsNotMadeSaysWhy(String does, String said) throws IOException {
        VideoTool tool = tool(script(does), 3000);
        assertThatThrownBy(() -> tool.film("Six stitches", List.of(), 10, folder.resolve("film.mp4"), p -> true))
                .hasMessageContaining("“Six stitches” " + said);
    }

    private void refused(VideoTool tool, String because) {
        assertThatThrownBy(() -> tool.measure("clip.mp4", folder.resolve("clip.mp4"), Container.MP4))
                .hasMessageContaining(because);
    }

    @Test
    void aToolThatIsNotThereIsNamedWithItsRemedy() {
        refused(
                tool("/nowhere/ffprobe", 3000),
                "/nowhere/ffprobe is not installed on the server. Install Debian’s package ffmpeg");
    }

    /** It is ended, and what it started with it. */
    @Test
    @Timeout(50)
    void aToolThatHangsIsEnded() throws IOException {
        refused(tool(script("sleep 60 | cat"), 3000), "was not done within 1 s, the longest a video may take");
    }

    @Test
    @Timeout(50)
    void aToolThatTakesAllMemoryIsHeld() throws IOException {
        refused(tool(script("exec head -c 1000000000 /dev/zero | tail"), 300), "clip.mp4” ");
    }

    @Test
    void whatTheToolSaysNamesNoPlaceOfTheServer() throws IOException {
        refused(
                tool(script("echo /tmp/secret/clip.mp4: moov atom not found >&2; exit 1"), 3000),
                "cannot be decoded: the file moov atom not found");
    }
}
