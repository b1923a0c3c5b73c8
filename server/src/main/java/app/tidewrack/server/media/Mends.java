package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.media.MediaJobs.MediaJob;
import app.tidewrack.server.media.VideoMender.MendOrder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** Makes new media of a client's own so that they fit; the old ones stay. Pictures at once, videos in their turn. */
@Service
@RequiredArgsConstructor
class Mends {
    private final MediaLibrary library;
    private final PictureMender pictures;
    private final MediaJobs jobs;

    /** @throws Refusal (field {@code mend}) when the mend does not suit the medium */
    MediaJob begin(String clientId, String sha, Mend mend) throws IOException {
        Medium medium = library.medium(clientId, sha);
        mend.requireSuits(medium);
        String name = name(medium, mend);
        if (medium.video() != null) {
            return jobs.begin(clientId, VideoMender.KIND, name, new MendOrder(sha, mend));
        }
        Path file = library.file(clientId, sha);
        Path mended = Files.createTempFile("tidewrack-mended", "");
        try {
            pictures.mend(medium, file, mend, mended);
            try (InputStream content = Files.newInputStream(mended)) {
                return MediaJob.done(name, library.add(clientId, name, content).sha256());
            }
        } finally {
            Files.delete(file);
            Files.deleteIfExists(mended);
        }
    }

    static String name(Medium medium, Mend mend) {
        String shape = mend.shape().isEmpty() ? "" : ", " + mend.shape().replace(':', 'x');
        boolean shorter =
                medium.video() != null && mend.seconds() < medium.video().seconds() - 0.001;
        String cut = shorter ? ", %d s".formatted(Math.round(mend.seconds())) : "";
        return medium.baseName()
                + shape
                + cut
                + Container.valueOf(mend.format()).ending();
    }
}
