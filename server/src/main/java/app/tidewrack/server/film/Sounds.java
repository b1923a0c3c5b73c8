package app.tidewrack.server.film;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.film.SoundMapper.Sound;
import app.tidewrack.server.film.SoundMapper.SoundContent;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.media.VideoTool;
import app.tidewrack.server.web.NotFound;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Service;

/** A client's sounds for films. */
@Service
@RequiredArgsConstructor
class Sounds {
    static final int LARGEST = 20_000_000;
    private static final int MOST = 50;

    private final SoundMapper mapper;
    private final VideoTool tool;

    /** Kinds of files that are taken, told by their first bytes. */
    enum Kind {
        WAV("wav", "wav"),
        MP3("mp3", "mpeg"),
        M4A("mov", "mp4"),
        OGG("ogg", "ogg"),
        FLAC("flac", "flac");

        private final String demuxer;
        private final MediaType type;

        Kind(String demuxer, String subtype) {
            this.demuxer = demuxer;
            type = new MediaType("audio", subtype);
        }

        MediaType type() {
            return type;
        }

        /** The tool's name for what reads it. */
        String demuxer() {
            return demuxer;
        }

        static Kind of(String name, byte[] head) {
            String text = new String(head, 0, Math.min(16, head.length), StandardCharsets.ISO_8859_1);
            if (text.startsWith("RIFF") && text.startsWith("WAVE", 8)) {
                return WAV;
            }
            if (text.startsWith("ID3")
                    || text.length() > 1 && text.charAt(0) == 0xff && (text.charAt(1) & 0xe6) == 0xe2) {
                return MP3;
            }
            if (text.startsWith("ftyp", 4)) {
                return M4A;
            }
            if (text.startsWith("OggS")) {
                return OGG;
            }
            if (text.startsWith("fLaC")) {
                return FLAC;
            }
            throw new Refusal(
                    "file",
                    "“%s” is no sound that is taken.".formatted(name),
                    "Save it as WAV, MP3, M4A, Ogg or FLAC.");
        }
    }

    List<Sound> all(String clientId) {
        return mapper.all(clientId);
    }

    Optional<Sound> find(String clientId, String sha) {
        return mapper.sound(clientId, sha);
    }

    Sound sound(String clientId, String sha) {
        return find(clientId, sha).orElseThrow(() -> new NotFound("sound", sha));
    }

    byte[] content(String clientId, String sha) {
        return mapper.content(clientId, sha).map(SoundContent::content).orElseThrow(() -> new NotFound("sound", sha));
    }

    /** @throws Refusal (field {@code file}) when it is too large, no sound, or one too many; nothing is kept then */
    Sound add(String clientId, String fileName, InputStream file) throws IOException {
        String name = MediaLibrary.cleaned(fileName);
        if (mapper.all(clientId).size() >= MOST) {
            throw new Refusal(
                    "file", "There are %d sounds, the most that are kept.".formatted(MOST), "Remove one first.");
        }
        byte[] content = file.readNBytes(LARGEST + 1);
        if (content.length > LARGEST) {
            throw new Refusal(
                    "file",
                    "“%s” is over %d MB, the largest sound that is taken.".formatted(name, LARGEST / 1_000_000),
                    "Cut it to the length of a film.");
        }
        Kind kind = Kind.of(name, content);
        Path copy = Files.createTempFile("tidewrack-sound", "");
        try {
            Files.write(copy, content);
            double seconds = tool.soundSeconds(name, copy, kind.demuxer());
            Sound sound = new Sound(sha(content), name, kind, seconds);
            mapper.insert(clientId, sound, content);
            return sound(clientId, sound.sha256());
        } finally {
            Files.delete(copy);
        }
    }

    private static String sha(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }

    /** A film that wants it says so when it is made anew; those that are made keep it. */
    void remove(String clientId, String sha) {
        if (mapper.delete(clientId, sha) == 0) {
            throw new NotFound("sound", sha);
        }
    }
}
