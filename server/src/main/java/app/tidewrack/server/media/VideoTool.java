package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.tool.ToolRunner;
import app.tidewrack.server.tool.ToolRunner.ToolFailed;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.IntPredicate;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Measures and mends videos with ffprobe and ffmpeg, each run held to a time and an address space. Files are read with the demuxer
 * that their first bytes name and from nowhere but the file itself, so that a file cannot make the tool open others.
 */
@Component
public class VideoTool {
    /** Pictures of a strip. */
    static final int STRIP = 12;

    private static final int STRIP_HEIGHT = 160;

    /** From here on a strip shows only pictures that stand for themselves: to decode all of them takes too long. */
    private static final double LONG_S = 60;

    private static final int STILL_SIDE = 900;

    /** When the stills of a video's beginning are taken, in seconds. */
    private static final List<Double> BEGINNING = List.of(0.2, 1.5, 3.0);

    /** In names of tags. */
    private static final Pattern PLACES = Pattern.compile("location|gps|xyz|xmp|place|city|country");

    private final Settings settings;
    private final JsonMapper json;
    private final ToolRunner tools;

    /** Films take minutes, and do not hold up what is taken in meanwhile. */
    private final ToolRunner films;

    record Settings(String ffmpeg, String ffprobe, Duration longest, Duration longestFilm) {}

    VideoTool(
            @Value("${tidewrack.video.ffmpeg:ffmpeg}") String ffmpeg,
            @Value("${tidewrack.video.ffprobe:ffprobe}") String ffprobe,
            @Value("${tidewrack.video.longest:5m}") Duration longest,
            @Value("${tidewrack.film.longest:20m}") Duration longestFilm,
            @Value("${tidewrack.video.megabytes:3000}") int megabytes,
            JsonMapper json) {
        settings = new Settings(ffmpeg, ffprobe, longest, longestFilm);
        tools = new ToolRunner(longest, megabytes);
        films = new ToolRunner(longestFilm, megabytes);
        this.json = json;
    }

    /** Size after rotation and in square pixels. */
    record Measured(int width, int height, Video video) {}

    private static boolean of(JsonNode stream, String type) {
        return stream.path("codec_type").asString("").equals(type);
    }

    /** What a file says of itself and its streams. */
    private JsonNode probed(String fileName, Path file, String demuxer) {
        List<String> command = new ArrayList<>(List.of(settings.ffprobe(), "-v", "error"));
        command.addAll(List.of("-protocol_whitelist", "file", "-f", demuxer));
        if (demuxer.equals(Container.MP4.demuxer())) {
            command.addAll(List.of("-export_xmp", "1"));
        }
        command.addAll(List.of("-show_format", "-show_streams", "-of", "json", file.toString()));
        return json.readTree(run(fileName, command, l -> true));
    }

    /**
     * Whether a file tells where it was filmed: in a tag of its own or of a stream (ISO 6709 in {@code ©xyz}, {@code loci} of 3GPP TS
     * 26.244, XMP), or as a track of positions, which are the tracks of data that hold no time code.
     */
    boolean saysWhere(String fileName, Path file, Container container) {
        JsonNode told = probed(fileName, file, container.demuxer());
        return Stream.concat(
                        Stream.of(told.path("format")), told.path("streams").valueStream())
                .anyMatch(part -> of(part, "data")
                                && !part.path("codec_tag_string").asString("").equals("tmcd")
                        || part.path("tags")
                                .propertyStream()
                                .map(t -> t.getKey().toLowerCase(Locale.ROOT))
                                .anyMatch(PLACES.asPredicate()));
    }

    /** Writes a file anew with its pictures, sound and captions as they are, and nothing else; the same from the same, to the byte. */
    void bare(String fileName, Path file, Container container, Path to) {
        String streams =
                "-map 0:V -map 0:a? -map 0:s? -map_metadata -1 -map_metadata:s -1 -c copy -fflags +bitexact -f ";
        List<String> how = new ArrayList<>(List.of((streams + container.muxer()).split(" ")));
        how.add(to.toString());
        // From its first packet: a place to begin at, even its very beginning, leaves out what comes before the first
        // sound.
        run(fileName, decoding(file, container, List.of(), how), l -> true);
    }

    /** @throws Refusal (field {@code file}) when it holds no video that can be read */
    Measured measure(String fileName, Path file, Container container) {
        JsonNode told = probed(fileName, file, container.demuxer());
        List<JsonNode> streams = List.copyOf(told.path("streams").values());
        JsonNode picture = streams.stream()
                .filter(s -> of(s, "video")
                        && s.path("disposition").path("attached_pic").asInt(0) != 1)
                .findFirst()
                .orElse(null);
        boolean sound = streams.stream().anyMatch(s -> of(s, "audio"));
        if (picture == null || picture.path("width").asInt(0) < 1) {
            throw new Refusal(
                    "file",
                    "“%s” is a %s file without a video in it.".formatted(fileName, container),
                    "Export it again with its picture.");
        }
        double seconds = number(told.path("format").path("duration"), number(picture.path("duration"), 0));
        if (!(seconds > 0)) {
            throw new Refusal("file", "“%s” has no length.".formatted(fileName), "Export it again.");
        }
        int width = (int) Math.round(picture.path("width").asInt() * ratio(picture, "sample_aspect_ratio", ':', 1));
        int height = picture.path("height").asInt();
        boolean turned = turned(picture);
        return new Measured(
                turned ? height : width,
                turned ? width : height,
                new Video(
                        seconds,
                        picture.path("codec_name").asString("unknown"),
                        ratio(picture, "avg_frame_rate", '/', 0),
                        sound,
                        sound ? soundFrom(fileName, file, container) : null,
                        null));
    }

    private static double number(JsonNode node, double otherwise) {
        try {
            return node.isMissingNode() ? otherwise : Double.parseDouble(node.asString());
        } catch (NumberFormatException e) {
            return otherwise;
        }
    }

    private static double ratio(JsonNode stream, String name, char sign, double otherwise) {
        String[] parts = stream.path(name).asString("").split(String.valueOf(sign));
        if (parts.length != 2 || !parts[0].matches("\\d+") || !parts[1].matches("[1-9]\\d*") || parts[0].equals("0")) {
            return otherwise;
        }
        return Double.parseDouble(parts[0]) / Double.parseDouble(parts[1]);
    }

    private static boolean turned(JsonNode stream) {
        int degrees = 0;
        for (JsonNode data : stream.path("side_data_list")) {
            degrees = data.has("rotation") ? data.path("rotation").asInt() : degrees;
        }
        return Math.abs(degrees) % 180 == 90;
    }

    /** One still for the whole, and those of the beginning that the video is long enough for; upright JPEGs. */
    List<byte[]> stills(String fileName, Path file, Container container, double seconds) throws IOException {
        List<Double> times = new ArrayList<>(List.of(Math.min(1, seconds / 3)));
        BEGINNING.stream().filter(t -> t < seconds).forEach(times::add);
        List<byte[]> stills = new ArrayList<>();
        for (double time : times) {
            byte[] content = picture(
                    fileName,
                    reading(
                            file,
                            container,
                            time,
                            "-frames:v",
                            "1",
                            "-vf",
                            "scale=w='min(%1$d,iw*sar)':h='min(%1$d,ih)':force_original_aspect_ratio=decrease,setsar=1"
                                    .formatted(STILL_SIDE),
                            "-q:v",
                            "4"));
            if (content.length > 0) {
                stills.add(content);
            }
        }
        if (stills.isEmpty()) {
            throw undecodable(fileName, "no picture came out of it");
        }
        return stills;
    }

    /**
     * Makes a new MP4 of a video.
     *
     * @param ground colour of a ground it is set on, as {@code 0xRRGGBB}
     * @param onPercent told how far it is; false stops it
     * @throws Refusal when it cannot be done, or was stopped
     */
    void mend(
            String fileName,
            Path file,
            Container container,
            Mend mend,
            String ground,
            Path to,
            IntPredicate onPercent) {
        String box = "w=%d:h=%d:x=%d:y=%d".formatted(mend.width(), mend.height(), mend.x(), mend.y());
        String filter = switch (mend.kind()) {
            case CROP -> "crop=" + box + ",";
            case PAD -> "pad=" + box + ":color=" + ground + ",";
            case TRIM, CONVERT -> "crop=w=trunc(iw/2)*2:h=trunc(ih/2)*2,";
        };
        List<String> how = new ArrayList<>(List.of("-t", seconds(mend.seconds())));
        how.addAll(List.of("-map", "0:V:0", "-map", "0:a:0?", "-map_metadata", "-1"));
        how.addAll(List.of("-vf", "scale=w=trunc(iw*sar/2)*2:h=ih,setsar=1," + filter + "format=yuv420p"));
        how.addAll(List.of("-c:v", "libx264", "-preset", "veryfast", "-crf", "22", "-c:a", "aac", "-b:a", "128k"));
        how.addAll(List.of("-movflags", "+faststart", "-progress", "pipe:1", "-nostats", "-f", "mp4", to.toString()));
        run(
                fileName,
                reading(file, container, mend.from(), how.toArray(String[]::new)),
                progress(mend.seconds(), onPercent));
    }

    /** Tells how far a tool is that writes so many seconds; false stops it. */
    private static Predicate<String> progress(double seconds, IntPredicate onPercent) {
        return line -> {
            if (!line.startsWith("out_time_us=") || line.endsWith("N/A")) {
                return true;
            }
            double done = Double.parseDouble(line.substring(12)) / 1e6;
            return onPercent.test((int) Math.max(0, Math.min(99, 100 * done / seconds)));
        };
    }

    /**
     * Makes a film.
     *
     * @param course inputs, filters and how it is written, without where to
     * @param onPercent told how far it is; false stops it
     * @throws Refusal when it cannot be done, or was stopped
     */
    public void film(String name, List<String> course, double seconds, Path to, IntPredicate onPercent) {
        List<String> command = new ArrayList<>(List.of(settings.ffmpeg(), "-nostdin", "-v", "error", "-y"));
        command.addAll(course);
        command.addAll(List.of("-progress", "pipe:1", "-nostats", "-f", "mp4", to.toString()));
        try {
            films.run(command, new byte[0], progress(seconds, onPercent));
        } catch (ToolFailed e) {
            throw switch (e.why()) {
                case MISSING -> missing(settings.ffmpeg());
                case STOPPED -> stopped();
                case LATE ->
                    new Refusal(
                            "film",
                            "“%s” was not done within %d s, the longest a film may take."
                                    .formatted(name, settings.longestFilm().toSeconds()),
                            "Make it shorter.");
                case BROKEN ->
                    new Refusal(
                            "film",
                            "“%s” could not be made: %s.".formatted(name, e.said()),
                            "Look whether its pictures, videos and sound can still be opened.");
            };
        }
    }

    /** Twelve pictures of a video side by side, from its beginning in equal steps, as a JPEG of 160 px height. */
    byte[] strip(String fileName, Path file, Container container, double seconds) throws IOException {
        String filter = "fps=%s:start_time=0,scale=w='trunc(iw*sar*%3$d/ih/2)*2':h=%3$d,setsar=1,tile=%2$dx1"
                .formatted(String.format(Locale.ROOT, "%.6f", STRIP / seconds), STRIP, STRIP_HEIGHT);
        List<String> command = reading(file, container, 0, "-frames:v", "1", "-vf", filter, "-q:v", "4");
        if (seconds > LONG_S) {
            command.addAll(1, List.of("-skip_frame", "nokey"));
        }
        return picture(fileName, command);
    }

    /** One picture of a video in its own size, as a JPEG. */
    byte[] frame(String fileName, Path file, Container container, double at) throws IOException {
        return picture(
                fileName,
                reading(
                        file,
                        container,
                        at,
                        "-frames:v",
                        "1",
                        "-vf",
                        "scale=w=trunc(iw*sar/2)*2:h=ih,setsar=1",
                        "-q:v",
                        "2"));
    }

    private byte[] picture(String fileName, List<String> command) throws IOException {
        Path to = Files.createTempFile("tidewrack-still", ".jpg");
        try {
            List<String> whole = new ArrayList<>(command);
            whole.addAll(List.of("-f", "mjpeg", to.toString()));
            run(fileName, whole, l -> true);
            return Files.readAllBytes(to);
        } finally {
            Files.delete(to);
        }
    }

    /**
     * How long a sound is, in seconds.
     *
     * @throws Refusal (field {@code file}) when nothing of it can be heard
     */
    public double soundSeconds(String fileName, Path file, String demuxer) {
        JsonNode told = probed(fileName, file, demuxer);
        double seconds = number(told.path("format").path("duration"), 0);
        if (told.path("streams").values().stream().noneMatch(s -> of(s, "audio")) || !(seconds > 0)) {
            throw new Refusal("file", "“%s” holds no sound.".formatted(fileName), "Export it again.");
        }
        return seconds;
    }

    /** A command that decodes a file from a second on; the rest says what becomes of it. */
    private List<String> reading(Path file, Container container, double from, String... rest) {
        return decoding(file, container, List.of("-ss", seconds(from)), List.of(rest));
    }

    private List<String> decoding(Path file, Container container, List<String> from, List<String> rest) {
        List<String> command =
                new ArrayList<>(List.of(settings.ffmpeg(), "-nostdin", "-v", "error", "-y", "-threads", "2"));
        command.addAll(List.of("-protocol_whitelist", "file", "-f", container.demuxer()));
        command.addAll(from);
        command.addAll(List.of("-i", file.toString()));
        command.addAll(rest);
        return command;
    }

    private static String seconds(double time) {
        return String.format(Locale.ROOT, "%.3f", time);
    }

    private static Refusal stopped() {
        return new Refusal("mend", "Stopped.", "Nothing was kept.");
    }

    /** Runs a tool and gives what it wrote; {@code onLine} sees each line and may stop it. */
    private String run(String fileName, List<String> command, Predicate<String> onLine) {
        try {
            return tools.run(command, new byte[0], onLine);
        } catch (ToolFailed e) {
            throw switch (e.why()) {
                case MISSING -> missing(command.get(0));
                case LATE -> tooSlow(fileName);
                case STOPPED -> stopped();
                case BROKEN -> undecodable(fileName, e.said());
            };
        }
    }

    private static final double LISTENED_S = 10;

    /**
     * The second from which something is heard, by a level over −50 dB; null where nothing is in the first {@value #LISTENED_S}, or
     * there is no sound at all.
     */
    private @Nullable Double soundFrom(String fileName, Path file, Container container) {
        String told = run(
                fileName,
                reading(
                        file,
                        container,
                        0,
                        "-t",
                        seconds(LISTENED_S),
                        "-vn",
                        "-af",
                        "silencedetect=noise=-50dB:duration=0.1,ametadata=mode=print:file=-",
                        "-f",
                        "null",
                        "-"),
                l -> true);
        boolean silentFirst = false;
        for (String line : told.lines().toList()) {
            if (line.startsWith("lavfi.silence_start=")) {
                silentFirst = Double.parseDouble(line.substring(line.indexOf('=') + 1)) < 0.05;
                if (!silentFirst) {
                    return 0.0;
                }
            } else if (silentFirst && line.startsWith("lavfi.silence_end=")) {
                return Double.parseDouble(line.substring(line.indexOf('=') + 1));
            }
        }
        return silentFirst ? null : (Double) 0.0;
    }

    private Refusal tooSlow(String fileName) {
        return new Refusal(
                "file",
                "“%s” was not done within %d s, the longest a video may take."
                        .formatted(fileName, settings.longest().toSeconds()),
                "Make it shorter or smaller before you upload it.");
    }

    private static Refusal undecodable(String fileName, String why) {
        return new Refusal(
                "file",
                "“%s” cannot be decoded: %s.".formatted(fileName, why),
                "Export the video again and upload that.");
    }

    private static Refusal missing(String tool) {
        return new Refusal(
                "file",
                "Videos cannot be taken: %s is not installed on the server.".formatted(tool),
                "Install Debian’s package ffmpeg, then try again.");
    }
}
