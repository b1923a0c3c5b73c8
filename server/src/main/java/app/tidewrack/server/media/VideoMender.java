package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.IntPredicate;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Mends a video in its turn. */
@Component
@RequiredArgsConstructor
class VideoMender implements MediaWorker {
    static final String KIND = "MEND";

    private final MediaLibrary library;
    private final PictureMender pictures;
    private final VideoTool videos;
    private final JsonMapper json;

    record MendOrder(String sha256, Mend mend) {}

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String make(String clientId, JsonNode order, IntPredicate onPercent) throws IOException {
        MendOrder of = json.treeToValue(order, MendOrder.class);
        Medium medium = library.medium(clientId, of.sha256());
        Path from = library.file(clientId, medium.sha256());
        Path to = Files.createTempFile("tidewrack-mended", ".mp4");
        try {
            String ground = pictures.edge(library.still(clientId, medium.sha256(), 0));
            videos.mend(medium.fileName(), from, Container.valueOf(medium.format()), of.mend(), ground, to, onPercent);
            try (InputStream made = Files.newInputStream(to)) {
                return library.add(clientId, Mends.name(medium, of.mend()), made)
                        .sha256();
            }
        } finally {
            Files.delete(from);
            Files.delete(to);
        }
    }
}
