package app.tidewrack.server.media;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Text;
import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.creative.TextOnPicture;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.media.MediumMapper.Part;
import app.tidewrack.server.media.MediumMapper.Stored;
import app.tidewrack.server.media.PictureReader.Taken;
import app.tidewrack.server.media.VideoTool.Measured;
import app.tidewrack.server.web.NotFound;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** A client's pictures and videos. The same content twice is kept once. */
@Service
@RequiredArgsConstructor
public class MediaLibrary {
    /** Largest files that are taken in; networks take less and say so. */
    static final long LARGEST_PICTURE = 30_000_000;

    static final long LARGEST_VIDEO = 500_000_000;
    private static final int PART = 1 << 20;
    private static final int HEAD = 16;
    private static final int LONGEST_FILE_NAME = 100;

    private final MediumMapper mapper;
    private final PictureReader pictures;
    private final VideoTool videos;
    private final TextReader texts;
    private final TransactionTemplate transaction;
    private final MediaSettings settings;
    private final VirusScan scan;

    public List<Medium> all(String clientId) {
        return mapper.all(clientId).stream().map(MediaLibrary::read).toList();
    }

    public Map<String, Medium> byHash(String clientId) {
        return all(clientId).stream().collect(Collectors.toMap(Medium::sha256, Function.identity()));
    }

    /** @throws NotFound when the client has no such medium */
    public Medium medium(String clientId, String sha) {
        return find(clientId, sha).orElseThrow(() -> new NotFound("medium", sha));
    }

    public Optional<Medium> find(String clientId, String sha) {
        return mapper.byHash(clientId, sha).map(MediaLibrary::read);
    }

    /**
     * Takes a file in as it comes.
     *
     * @throws Refusal (field {@code file}) when it is too large, no picture or video, broken, or something was found in it; nothing is
     *     kept then
     */
    public Medium add(String clientId, @Nullable String fileName, InputStream content) throws IOException {
        String name = cleaned(fileName);
        requireRoom(clientId, name);
        Path file = Files.createTempFile("tidewrack-medium", "");
        try {
            byte[] head = content.readNBytes(HEAD);
            Container container = Container.of(name, head);
            String sent = copy(name, container, head, content, file);
            scan.require(name, file);
            String sha = Whereabouts.takeOut(videos, name, container, file) ? hash(file) : sent;
            Optional<Stored> known = mapper.byHash(clientId, sha);
            return known.isPresent() ? read(known.get()) : keep(clientId, name, container, sha, file);
        } finally {
            Files.delete(file);
        }
    }

    private static String hash(Path file) throws IOException {
        MessageDigest digest = digest();
        try (InputStream content = new DigestInputStream(Files.newInputStream(file), digest)) {
            content.transferTo(OutputStream.nullOutputStream());
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private void requireRoom(String clientId, String name) {
        long bytes = mapper.bytes(clientId);
        if (bytes >= settings.mostBytesOfClient()) {
            throw new Refusal(
                    "file",
                    "“%s” finds no room: the client’s pictures and videos have %,d MB, the most is %,d MB."
                            .formatted(name, bytes / 1_000_000, settings.mostBytesOfClient() / 1_000_000),
                    "Remove what no creative uses.");
        }
    }

    private static String copy(String name, Container container, byte[] head, InputStream content, Path to)
            throws IOException {
        long most = container.video() ? LARGEST_VIDEO : LARGEST_PICTURE;
        MessageDigest digest = digest();
        try (OutputStream out = Files.newOutputStream(to)) {
            digest.update(head);
            out.write(head);
            long total = head.length;
            byte[] buffer = new byte[1 << 16];
            for (int n = content.read(buffer); n >= 0; n = content.read(buffer)) {
                total += n;
                if (total > most) {
                    throw new Refusal(
                            "file",
                            "“%s” is over %d MB, the largest %s that is taken."
                                    .formatted(name, most / 1_000_000, container.video() ? "video" : "picture"),
                            "Save it smaller.");
                }
                digest.update(buffer, 0, n);
                out.write(buffer, 0, n);
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private Medium keep(String clientId, String name, Container container, String sha, Path file) throws IOException {
        long bytes = Files.size(file);
        Stored stored;
        List<byte[]> stills;
        if (container.video()) {
            Measured measured = videos.measure(name, file, container);
            Video v = measured.video();
            stills = videos.stills(name, file, container, v.seconds());
            Text text = texts.ofVideo(stills);
            stored = new Stored(
                    sha,
                    name,
                    container.name(),
                    measured.width(),
                    measured.height(),
                    bytes,
                    v.seconds(),
                    v.codec(),
                    v.frameRate(),
                    v.sound(),
                    v.soundFrom(),
                    null,
                    text.fields(),
                    text.by(),
                    text.says());
        } else {
            Taken taken = pictures.take(name, container, file);
            stills = List.of(taken.preview());
            Text text = taken.text();
            stored = new Stored(
                    sha,
                    name,
                    container.name(),
                    taken.width(),
                    taken.height(),
                    bytes,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    text.fields(),
                    text.by(),
                    text.says());
        }
        transaction.executeWithoutResult(t -> insert(clientId, stored, file, stills));
        return medium(clientId, sha);
    }

    private void insert(String clientId, Stored stored, Path file, List<byte[]> stills) {
        if (mapper.insert(clientId, stored, StillColour.of(stills.get(0))) == 0) {
            return;
        }
        try (InputStream in = Files.newInputStream(file)) {
            int number = 0;
            for (byte[] part = in.readNBytes(PART); part.length > 0; part = in.readNBytes(PART)) {
                mapper.insertPart(clientId, stored.sha256(), number++, part);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        for (int i = 0; i < stills.size(); i++) {
            mapper.insertStill(clientId, stored.sha256(), i, stills.get(i));
        }
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }

    /**
     * Gives a video the picture that is seen before it plays.
     *
     * @param poster hash of a picture of the shelf; null takes it away
     * @throws Refusal (field {@code poster}) when one of the two is not what it should be, or their shapes differ
     */
    Medium setPoster(String clientId, String sha, @Nullable String poster) {
        Medium video = medium(clientId, sha);
        if (poster != null) {
            Medium picture = medium(clientId, poster);
            if (video.video() == null || picture.video() != null || !picture.hasShapeOf(video)) {
                throw new Refusal(
                        "poster",
                        "“%s”, a %s of %d × %d px, cannot stand for “%s”, a %s of %d × %d px."
                                .formatted(
                                        picture.fileName(),
                                        kind(picture),
                                        picture.width(),
                                        picture.height(),
                                        video.fileName(),
                                        kind(video),
                                        video.width(),
                                        video.height()),
                        "Choose a picture of the video’s shape, or one of its frames.");
            }
        }
        mapper.setPoster(clientId, sha, poster);
        return medium(clientId, sha);
    }

    private static String kind(Medium medium) {
        return medium.video() == null ? "picture" : "video";
    }

    /** Marks which fields of a picture text touches. */
    Medium markText(String clientId, String sha, int fields) {
        TextOnPicture.require(fields);
        medium(clientId, sha);
        mapper.setTextFields(clientId, sha, fields);
        return medium(clientId, sha);
    }

    /** @throws Refusal while creatives use it */
    void remove(String clientId, String sha) {
        Medium medium = medium(clientId, sha);
        List<String> users = mapper.usedBy(clientId, sha);
        if (!users.isEmpty()) {
            throw new Refusal(
                    "medium",
                    "%s is used by %s.".formatted(medium.fileName(), String.join(", ", users)),
                    "Take it out there first.");
        }
        mapper.delete(clientId, sha);
    }

    /** Writes the file out, a part at a time. */
    void copy(String clientId, String sha, OutputStream to) throws IOException {
        int number = 0;
        for (Optional<Part> part = mapper.part(clientId, sha, number);
                part.isPresent();
                part = mapper.part(clientId, sha, number)) {
            to.write(part.get().content());
            number++;
        }
    }

    /** A copy of the file for a tool to read; whoever asks deletes it. */
    public Path file(String clientId, String sha) throws IOException {
        Path file = Files.createTempFile("tidewrack-medium", "");
        try (OutputStream out = Files.newOutputStream(file)) {
            copy(clientId, sha, out);
        }
        return file;
    }

    /** Twelve pictures of a video side by side, as a JPEG. */
    byte[] strip(String clientId, String sha) throws IOException {
        Medium video = video(clientId, sha);
        Path file = file(clientId, sha);
        try {
            return videos.strip(video.fileName(), file, Container.valueOf(video.format()), seconds(video));
        } finally {
            Files.delete(file);
        }
    }

    /** A video's picture of a moment, taken onto the shelf and made its poster. */
    Medium posterAt(String clientId, String sha, double at) throws IOException {
        Medium video = video(clientId, sha);
        if (!(at >= 0 && at < seconds(video))) {
            throw new Refusal(
                    "at",
                    "“%s” has no picture at %.1f s; it is %.1f s long.".formatted(video.fileName(), at, seconds(video)),
                    "Choose an earlier one.");
        }
        Path file = file(clientId, sha);
        try {
            byte[] frame = videos.frame(video.fileName(), file, Container.valueOf(video.format()), at);
            String name = "%s, at %.1f s.jpg".formatted(video.baseName(), at);
            return setPoster(
                    clientId,
                    sha,
                    add(clientId, name, new ByteArrayInputStream(frame)).sha256());
        } finally {
            Files.delete(file);
        }
    }

    private Medium video(String clientId, String sha) {
        Medium medium = medium(clientId, sha);
        if (medium.video() == null) {
            throw new Refusal("sha", "“%s” is no video.".formatted(medium.fileName()), "Choose a video.");
        }
        return medium;
    }

    private static double seconds(Medium video) {
        return video.video() == null ? 0 : video.video().seconds();
    }

    /** A small upright JPEG: number 0 for the whole, later ones for the first seconds of a video. */
    public byte[] still(String clientId, String sha, int number) {
        return mapper.still(clientId, sha, number)
                .map(Part::content)
                .orElseThrow(() -> new NotFound("still", sha + " " + number));
    }

    /** Sends a medium to a network that does not have it yet. */
    public void send(String clientId, String sha, String network, NetworkConnector connector) {
        medium(clientId, sha);
        if (mapper.isOn(clientId, sha, network)) {
            return;
        }
        try {
            Path file = file(clientId, sha);
            try {
                connector.sendMedium(sha, file);
            } finally {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        mapper.setOn(clientId, sha, network);
    }

    /** Its last part, without what no name holds, and no longer than is kept. */
    public static String cleaned(@Nullable String fileName) {
        String base = fileName == null
                ? ""
                : fileName.substring(Math.max(fileName.lastIndexOf('/'), fileName.lastIndexOf('\\')) + 1);
        String clean = base.replaceAll("\\p{Cntrl}", "").strip();
        if (clean.isEmpty()) {
            return "file";
        }
        return clean.length() <= LONGEST_FILE_NAME ? clean : clean.substring(clean.length() - LONGEST_FILE_NAME);
    }

    private static Medium read(Stored s) {
        Double seconds = s.seconds();
        String codec = s.codec();
        Double rate = s.frameRate();
        Boolean sound = s.sound();
        Video video = seconds == null || codec == null || rate == null || sound == null
                ? null
                : new Video(seconds, codec, rate, sound, s.soundFrom(), s.poster());
        return new Medium(
                s.sha256(),
                s.fileName(),
                s.format(),
                s.width(),
                s.height(),
                s.bytes(),
                video,
                new Text(s.textFields(), s.textBy(), s.textSays()));
    }
}
