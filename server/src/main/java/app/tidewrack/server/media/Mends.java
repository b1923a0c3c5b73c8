package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.media.MediumMapper.MendJob;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Makes new media of a client's own so that they fit; the old ones stay. Videos take a while, tell how far they are and can be stopped. */
@Service
@RequiredArgsConstructor
class Mends {
    private static final Logger LOG = LoggerFactory.getLogger(Mends.class);

    private final MediumMapper mapper;
    private final MediaLibrary library;
    private final PictureMender pictures;
    private final VideoTool videos;
    private final ClientLanes lanes;

    @EventListener(ApplicationReadyEvent.class)
    void afterRestart() {
        mapper.failAll();
    }

    /**
     * A picture is mended at once; a video's mend is begun.
     *
     * @throws Refusal (field {@code mend}) when the mend does not suit the medium
     */
    MendJob begin(String clientId, String sha, Mend mend) throws IOException {
        Medium medium = library.medium(clientId, sha);
        String id = Ids.fresh();
        if (medium.video() == null) {
            Path file = library.file(clientId, sha);
            Path mended = Files.createTempFile("tidewrack-mended", "");
            try {
                pictures.mend(medium, file, mend, mended);
                try (InputStream content = Files.newInputStream(mended)) {
                    Medium made = library.add(clientId, name(medium, mend), content);
                    return new MendJob(id, sha, "DONE", 100, made.sha256(), null);
                }
            } finally {
                Files.delete(file);
                Files.deleteIfExists(mended);
            }
        }
        mend.requireSuits(medium);
        mapper.beginMend(clientId, id, sha);
        lanes.run(clientId, () -> run(clientId, id, medium, mend));
        return job(clientId, id);
    }

    MendJob job(String clientId, String id) {
        return mapper.mend(clientId, id).orElseThrow(() -> new NotFound("mend", id));
    }

    MendJob stop(String clientId, String id) {
        mapper.endMend(clientId, id, "STOPPED", null, null);
        return job(clientId, id);
    }

    private void run(String clientId, String id, Medium medium, Mend mend) {
        try {
            if (mapper.progress(clientId, id, 0) == 0) {
                return;
            }
            Path from = library.file(clientId, medium.sha256());
            Path to = Files.createTempFile("tidewrack-mended", ".mp4");
            try {
                String ground = pictures.edge(library.still(clientId, medium.sha256(), 0));
                videos.mend(
                        medium.fileName(),
                        from,
                        Container.valueOf(medium.format()),
                        mend,
                        ground,
                        to,
                        percent -> mapper.progress(clientId, id, percent) > 0);
                try (InputStream made = Files.newInputStream(to)) {
                    String sha = library.add(clientId, name(medium, mend), made).sha256();
                    mapper.endMend(clientId, id, "DONE", sha, null);
                }
            } finally {
                Files.delete(from);
                Files.delete(to);
            }
        } catch (Refusal refused) {
            mapper.endMend(clientId, id, "FAILED", null, refused.getMessage());
        } catch (IOException | RuntimeException | Error e) {
            LOG.error("Mend {} of a video failed", id, e);
            mapper.endMend(clientId, id, "FAILED", null, "The server could not finish it. Start it again.");
        }
    }

    private static String name(Medium medium, Mend mend) {
        String base = medium.fileName().replaceAll("\\.[A-Za-z0-9]+$", "");
        String shape = mend.shape().isEmpty() ? "" : ", " + mend.shape().replace(':', 'x');
        boolean shorter =
                medium.video() != null && mend.seconds() < medium.video().seconds() - 0.001;
        String cut = shorter ? ", %d s".formatted(Math.round(mend.seconds())) : "";
        return base + shape + cut + Container.valueOf(mend.format()).ending();
    }
}
