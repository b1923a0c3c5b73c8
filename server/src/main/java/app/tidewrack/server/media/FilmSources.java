package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mend.Kind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Media as a film takes them: files that a tool reads, and how it reads them. */
@Component
@RequiredArgsConstructor
public class FilmSources {
    private final MediaLibrary library;
    private final PictureMender mender;

    /** Writes a video into a file, or a picture upright and cut to a shape. */
    public void write(String clientId, Medium medium, double shape, double focusX, double focusY, Path to)
            throws IOException {
        Path file = library.file(clientId, medium.sha256());
        try {
            if (medium.video() != null) {
                Files.move(file, to);
                return;
            }
            int width = (int) Math.max(1, Math.min(medium.width(), Math.round(medium.height() * shape)));
            int height = (int) Math.max(1, Math.min(medium.height(), Math.round(medium.width() / shape)));
            int x = (int) Math.round((medium.width() - width) * focusX);
            int y = (int) Math.round((medium.height() - height) * focusY);
            mender.mend(medium, file, new Mend(Kind.CROP, x, y, width, height, "", "JPEG", 0, 0), to);
        } finally {
            Files.deleteIfExists(file);
        }
    }

    /** What the tool is told before it reads the file. */
    public static List<String> reading(Medium medium) {
        return List.of(
                "-protocol_whitelist",
                "file",
                "-f",
                medium.video() == null
                        ? "mjpeg"
                        : Container.valueOf(medium.format()).demuxer());
    }

    /** Colour of a ground that suits its edge, as {@code 0xRRGGBB}. */
    public String ground(String clientId, String sha) throws IOException {
        return mender.edge(library.still(clientId, sha, 0));
    }
}
