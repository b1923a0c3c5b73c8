package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import app.tidewrack.server.Scene.Answer;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Films of pictures, videos and sounds, made by the tool; ffprobe and a look at single pixels say what came of them. */
class FilmWorkTest extends WithServer {
    private static final Color SKY = new Color(60, 110, 200);
    private static final Color SAND = new Color(230, 200, 140);

    @TempDir
    static Path folder;

    private String sky = "";
    private String sand = "";

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeAll
    static void makeSoundAndVideo() throws Exception {
        tool("ffmpeg -v error -y -f lavfi -i sine=frequency=300:duration=1 " + folder.resolve("tune.mp3"));
        tool(
                "ffmpeg -v error -y -f lavfi -i testsrc=size=320x180:rate=25:duration=4 -f lavfi -i sine=duration=4 -c:v libx264"
                        + " -pix_fmt yuv420p -c:a aac " + folder.resolve("clip.mp4"));
    }

    private static String tool(String command) throws IOException, InterruptedException {
        Process process =
                new ProcessBuilder(command.split(" ")).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said.strip();
    }

    @BeforeEach
    void shelf() throws Exception {
        sky = scene.sha("sky.png", plain(SKY, 1080, 1920));
        sand = scene.sha("sand.png", plain(SAND, 1500, 1000));
    }

    private static byte[] plain(Color colour, int width, int height) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        var graphics = image.createGraphics();
        graphics.setColor(colour);
        graphics.fillRect(0, 0, width, height);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "PNG", out);
        return out.toByteArray();
    }

    private static Map<String, Object> shot(String sha, double from, double seconds, double speed, String words) {
        return new HashMap<>(Map.of(
                "sha256", sha, "from", from, "seconds", seconds, "speed", speed, "move", "STILL", "focusX", 0.5,
                "focusY", 0.5, "whole", false, "words", words));
    }

    private static Map<String, Object> film(String size, double fade, List<Map<String, Object>> shots) {
        return new HashMap<>(Map.of(
                "size",
                size,
                "shots",
                shots,
                "fade",
                fade,
                "sound",
                Map.of("kind", "SILENT"),
                "captions",
                Map.of("kind", "BY_SHOT", "timed", List.of())));
    }

    private JsonNode kept(String name, Map<String, Object> film) throws Exception {
        return scene.post(CLIENT + "/films", Map.of("version", 0, "name", name, "film", film));
    }

    private String made(String name, Map<String, Object> film) throws Exception {
        return scene.made(
                scene.post(CLIENT + "/films/" + kept(name, film).get("id").asString() + "/made", ""));
    }

    private Path content(String sha) throws Exception {
        var begun = mvc.perform(get(CLIENT + "/media/" + sha + "/content").with(Scene.by("ines")))
                .andReturn();
        begun.getAsyncResult();
        return Files.write(folder.resolve(sha + ".mp4"), begun.getResponse().getContentAsByteArray());
    }

    /** Size, frames a second, seconds, and streams, as ffprobe reads them. */
    private String probed(Path file) throws Exception {
        return tool("ffprobe -v error -show_entries stream=codec_name,width,height,avg_frame_rate -of csv=p=0 " + file);
    }

    private double seconds(Path file) throws Exception {
        return Double.parseDouble(tool("ffprobe -v error -show_entries format=duration -of csv=p=0 " + file));
    }

    private BufferedImage at(Path film, double second) throws Exception {
        Path frame = folder.resolve("frame.png");
        tool("ffmpeg -v error -y -ss " + second + " -i " + film + " -frames:v 1 " + frame);
        return ImageIO.read(frame.toFile());
    }

    private static void looks(BufferedImage frame, int x, int y, Color colour) {
        Color seen = new Color(frame.getRGB(x, y));
        assertThat(List.of(seen.getRed(), seen.getGreen(), seen.getBlue()))
                .as("at %d, %d", x, y)
                .usingComparatorForType((a, b) -> Math.abs(a - b) <= 14 ? 0 : a - b, Integer.class)
                .isEqualTo(List.of(colour.getRed(), colour.getGreen(), colour.getBlue()));
    }

    /**
     * Two pictures, one of another shape, fade into each other; words stand where each is seen, the mark in its corner out of what the
     * placements cover, and a sound of one second is repeated until the end.
     */
    @Test
    void picturesBecomeAFilm() throws Exception {
        scene.call(
                "ines",
                HttpMethod.PUT,
                CLIENT + "/look",
                Map.of("colours", Map.of("ink", "#ffffff", "ground", "#000000")));
        Map<String, Object> film = film(
                "UPRIGHT",
                1,
                List.of(shot(sky, 0, 3, 1, "Needles bend easily"), shot(sand, 0, 3, 1, "Ours stay straight")));
        film.put("sound", Map.of("kind", "SHELF", "sha256", sound("tune.mp3").get("sha256")));
        film.put("mark", Map.of("words", "Oddment", "corner", "TOP_RIGHT", "share", 0.3));
        JsonNode fit = scene.post(CLIENT + "/films/look", film);
        assertThat(fit.get("seconds").asDouble()).isEqualTo(5);
        assertThat(fit.get("fault").isNull()).as(fit.toString()).isTrue();
        assertThat(fit.get("safe").get("bottom").asDouble()).isEqualTo(0.3);
        String sha = made("Needles", film);
        Path file = content(sha);
        assertThat(probed(file)).startsWith("h264,1080,1920,30/1").contains("aac");
        assertThat(seconds(file)).isCloseTo(5, within(0.05));

        looks(at(file, 0.5), 60, 60, SKY);
        looks(at(file, 2.5), 60, 60, new Color(145, 155, 170));
        looks(at(file, 4.5), 60, 60, SAND);
        JsonNode box = fit.get("mark");
        BufferedImage marked = at(file, 1);
        int right = box.get("x").asInt() + box.get("width").asInt();
        assertThat((double) right)
                .isLessThanOrEqualTo(1080 * (1 - fit.get("safe").get("right").asDouble()));
        assertThat((double) box.get("y").asInt()).isGreaterThanOrEqualTo(1920 * 0.14);
        looks(marked, right - 12, box.get("y").asInt() + box.get("height").asInt() / 2, Color.BLACK);
        looks(marked, right + 12, box.get("y").asInt() + box.get("height").asInt() / 2, SKY);
        // No word stands where the short-video feed has its own.
        for (int y = 1920 * 7 / 10 + 1; y < 1920; y += 7) {
            looks(marked, 540, y, SKY);
        }
        JsonNode medium = medium(sha);
        assertThat(medium.get("text").get("says").asString()).contains("Needles bend easily");
        assertThat(medium.get("video").get("soundFrom").asDouble()).isZero();
        assertThat(
                        tool(
                                "ffmpeg -v error -ss 3.5 -t 0.5 -i " + file
                                        + " -vn -af astats=metadata=1,ametadata=print:key=lavfi.astats.Overall.RMS_level:file=- -f null -"))
                .containsPattern("RMS_level=-[0-3]\\d\\.");
    }

    /** The end of a video first, then the whole of it twice as fast; its own sound goes with it, a picture in between is silent. */
    @Test
    void aVideoBeginsWithItsBestMoment() throws Exception {
        String clip = scene.sha("clip.mp4", Files.readAllBytes(folder.resolve("clip.mp4")));
        Map<String, Object> whole = shot(sand, 0, 1, 1, "");
        whole.put("whole", true);
        Map<String, Object> film = film("SQUARE", 0, List.of(shot(clip, 3, 1, 1, ""), whole, shot(clip, 0, 2, 2, "")));
        film.put("sound", Map.of("kind", "OWN"));
        Path file = content(made("Best", film));
        assertThat(probed(file)).startsWith("h264,1080,1080,30/1").contains("aac");
        assertThat(seconds(file)).isCloseTo(4, within(0.06));
        looks(at(file, 1.5), 540, 540, SAND);
        looks(at(file, 1.5), 540, 20, SAND);
        String silent = tool("ffmpeg -v error -i " + file
                + " -vn -af silencedetect=noise=-45dB:duration=0.5,ametadata=mode=print:file=- -f null -");
        assertThat(silent).containsPattern("silence_start=(0\\.9|1)").containsPattern("silence_end=(1\\.9|2\\.0)");
    }

    @Test
    void aFilmThatIsMadeAgainLeavesTheFirst() throws Exception {
        Map<String, Object> film = film("TALL", 0, List.of(shot(sky, 0, 1, 1, ""), shot(sand, 0, 1, 1, "")));
        JsonNode kept = kept("Twice", film);
        String path = CLIENT + "/films/" + kept.get("id").asString();
        String first = scene.made(scene.post(path + "/made", ""));
        film.put("size", "WIDE");
        Map<String, Object> change = Map.of("version", 1, "name", "Twice", "film", film);
        assertThat(scene.call("ines", HttpMethod.PUT, path, change).status()).isEqualTo(200);
        assertThat(scene.call("ines", HttpMethod.PUT, path, change).status()).isEqualTo(409);
        String second = scene.made(scene.post(path + "/made", ""));
        JsonNode now = film("Twice");
        assertThat(now.get("made").values().stream().map(JsonNode::asString)).containsExactly(second, first);
        assertThat(medium(first).get("fileName").asString()).isEqualTo("Twice.mp4");
        assertThat(medium(second).get("fileName").asString()).isEqualTo("Twice, 2.mp4");
        assertThat(scene.call("ines", HttpMethod.DELETE, path, "").status()).isEqualTo(200);
        assertThat(medium(first).get("height").asInt()).isEqualTo(1350);
    }

    private JsonNode film(String name) throws Exception {
        return scene.get(CLIENT + "/films").values().stream()
                .filter(f -> f.get("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    /** One at a time of a client's; those behind know how many are before them, and one that is stopped is not made. */
    @Test
    void filmsAreMadeInTheirTurn() throws Exception {
        List<JsonNode> begun = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Map<String, Object> slow = shot(sky, 0, 20 + i, 1, "");
            slow.put("move", "CLOSER");
            JsonNode kept = kept("Turn " + i, film("UPRIGHT", 0, List.of(slow, shot(sand, 0, 1, 1, ""))));
            begun.add(scene.post(CLIENT + "/films/" + kept.get("id").asString() + "/made", ""));
        }
        String last = begun.get(2).get("id").asString();
        assertThat(scene.get(CLIENT + "/media/jobs/" + last).get("ahead").asInt())
                .isEqualTo(2);
        assertThat(stopped(last)).isEqualTo("STOPPED");
        String running = begun.get(0).get("id").asString();
        Waiting.until(() ->
                scene.get(CLIENT + "/media/jobs/" + running).get("percent").asInt() > 0);
        assertThat(stopped(running)).isEqualTo("STOPPED");
        assertThat(stopped(begun.get(1).get("id").asString())).isEqualTo("STOPPED");
        assertThat(film("Turn 0").get("made")).isEmpty();
        assertThat(scene.get(CLIENT + "/media/jobs").size()).isGreaterThanOrEqualTo(3);
    }

    /** What a server that was killed had in hand is made by another, three times at most, and nobody has to ask for it again. */
    @Test
    void whatAKilledServerLeftIsTakenUp() throws Exception {
        JsonNode kept = kept("Left", film("SQUARE", 0, List.of(shot(sky, 0, 1, 1, ""), shot(sand, 0, 1, 1, ""))));
        String order = json.writeValueAsString(Map.of(
                "kind",
                "FILM",
                "order",
                Map.of("filmId", kept.get("id"), "name", "Left", "number", 1, "film", kept.get("film"))));
        for (int tries : new int[] {1, 3}) {
            sql.update(
                    "insert into media_job (client_id, id, name, work, state, percent, tries, held_at)"
                            + " values ('c1', ?, 'Left', ?::jsonb, 'RUNNING', 40, ?, now() - interval '1 minute')",
                    "left" + tries,
                    order,
                    tries);
        }
        JsonNode once = scene.ended(scene.get(CLIENT + "/media/jobs/left1"));
        assertThat(medium(once.get("made").asString()).get("fileName").asString())
                .isEqualTo("Left.mp4");
        JsonNode thrice = scene.ended(scene.get(CLIENT + "/media/jobs/left3"));
        assertThat(thrice.get("state").asString()).isEqualTo("FAILED");
        assertThat(thrice.get("problem").asString()).contains("stopped each time");
    }

    /** Pictures of one pixel, of one row, and a video of odd sides are shown whole and cut, and the film has even sides all the same. */
    @Test
    void oddSizesAreTaken() throws Exception {
        tool(
                "ffmpeg -v error -y -f lavfi -i testsrc=size=321x181:rate=24000/1001:duration=1 -c:v libx264 -pix_fmt yuv444p "
                        + folder.resolve("odd.mp4"));
        List<Map<String, Object>> shots = new ArrayList<>();
        for (String sha : List.of(
                scene.sha("dot.png", plain(SAND, 1, 1)),
                scene.sha("row.png", plain(SKY, 1999, 3)),
                scene.sha("odd.mp4", Files.readAllBytes(folder.resolve("odd.mp4"))))) {
            for (boolean whole : new boolean[] {true, false}) {
                Map<String, Object> shot = shot(sha, 0, 1, 1, "");
                shot.put("whole", whole);
                shots.add(shot);
            }
        }
        shots.get(1).put("move", "AWAY");
        Path file = content(made("Odd sizes", film("TALL", 0.2, shots)));
        assertThat(probed(file)).startsWith("h264,1080,1350,30/1");
        assertThat(seconds(file)).isCloseTo(5, within(0.05));
    }

    private String stopped(String id) throws Exception {
        return scene.call("ines", HttpMethod.DELETE, CLIENT + "/media/jobs/" + id, "")
                .body()
                .get("state")
                .asString();
    }

    private JsonNode medium(String sha) throws Exception {
        return scene.get(CLIENT + "/media").values().stream()
                .filter(m -> m.get("sha256").asString().equals(sha))
                .findFirst()
                .orElseThrow();
    }

    private Answer sendSound(String name, byte[] content) throws Exception {
        MockHttpServletResponse response = mvc.perform(post(CLIENT + "/sounds?name=" + name)
                        .with(Scene.by("ines"))
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .content(content))
                .andReturn()
                .getResponse();
        return new Answer(response.getStatus(), json.readTree(response.getContentAsString(StandardCharsets.UTF_8)));
    }

    private JsonNode sound(String name) throws Exception {
        return sendSound(name, Files.readAllBytes(folder.resolve(name))).body();
    }

    /** The same sound is kept once; what is none, broken or has no sound says so. */
    @Test
    void soundsAreTakenIn() throws Exception {
        JsonNode tune = sound("tune.mp3");
        assertThat(tune.get("seconds").asDouble()).isCloseTo(1, within(0.1));
        assertThat(sound("tune.mp3")).isEqualTo(tune);
        assertThat(scene.get(CLIENT + "/sounds").size()).isEqualTo(1);
        assertThat(sendSound("a.mp3", "no sound".getBytes(StandardCharsets.UTF_8))
                        .detail())
                .contains("“a.mp3” is no sound that is taken");
        assertThat(sendSound("a.mp3", new byte[0]).status()).isEqualTo(422);
        assertThat(sendSound("a.ogg", "OggS and no more".getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(422);
        tool("ffmpeg -v error -y -i " + folder.resolve("clip.mp4") + " -an -c:v copy " + folder.resolve("mute.mp4"));
        assertThat(sendSound("mute.mp4", Files.readAllBytes(folder.resolve("mute.mp4")))
                        .detail())
                .contains("holds no sound");
        scene.call(
                "ines",
                HttpMethod.DELETE,
                CLIENT + "/sounds/" + tune.get("sha256").asString(),
                "");
        assertThat(scene.get(CLIENT + "/sounds")).isEmpty();
    }

    /** A video's poster is one of its frames or a picture of its shape, and goes with it. */
    @Test
    void aVideoHasAPoster() throws Exception {
        String clip = scene.sha("clip.mp4", Files.readAllBytes(folder.resolve("clip.mp4")));
        String path = CLIENT + "/media/" + clip + "/poster";
        JsonNode posed =
                scene.call("ines", HttpMethod.PUT, path, Map.of("at", 2.0)).body();
        String frame = posed.get("video").get("poster").asString();
        assertThat(medium(frame).get("fileName").asString()).isEqualTo("clip, at 2.0 s.jpg");
        assertThat(medium(frame).get("width").asInt()).isEqualTo(320);
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/media/" + frame, "")
                        .detail())
                .contains("is used by clip.mp4");
        assertThat(scene.call("ines", HttpMethod.PUT, path, Map.of("sha256", sky))
                        .detail())
                .contains(
                        "“sky.png”, a picture of 1080 × 1920 px, cannot stand for “clip.mp4”, a video of 320 × 180 px");
        assertThat(scene.call("ines", HttpMethod.PUT, path, Map.of("at", 4.0)).detail())
                .contains("no picture at 4.0 s");
        scene.call("ines", HttpMethod.PUT, path, Map.of());
        assertThat(medium(clip).get("video").get("poster").isNull()).isTrue();
        byte[] strip = mvc.perform(get(CLIENT + "/media/" + clip + "/strip").with(Scene.by("ines")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        BufferedImage twelve = ImageIO.read(new ByteArrayInputStream(strip));
        assertThat(twelve.getHeight()).isEqualTo(160);
        assertThat(twelve.getWidth() / 12).isBetween(280, 288);
    }

    @Test
    void aPictureIsMarked() throws Exception {
        String path = CLIENT + "/media/" + sky + "/marked";
        Map<String, Object> mark =
                new HashMap<>(Map.of("sha256", sand, "words", "", "corner", "BOTTOM_LEFT", "share", 0.25));
        JsonNode marked = scene.post(path, mark);
        assertThat(marked.get("fileName").asString()).isEqualTo("sky, marked.png");
        BufferedImage image =
                ImageIO.read(content(marked.get("sha256").asString()).toFile());
        // Stories cover 20 % below and 6 % beside; the gap is 3 % of 1080 px, the mark 270 × 180 px.
        looks(image, 97, 1920 - 384 - 32 - 180, SAND);
        looks(image, 97 + 269, 1920 - 384 - 33, SAND);
        looks(image, 95, 1920 - 384 - 60, SKY);
        looks(image, 110, 1920 - 384 - 30, SKY);
        mark.put("share", 0.8);
        assertThat(scene.post(path, mark).get("width").asInt()).isEqualTo(1080);
        mark.put("sha256", scene.sha("pole.png", plain(SAND, 100, 4000)));
        assertThat(scene.call("ines", HttpMethod.POST, path, mark).detail()).contains("does not fit into");
    }

    /** Every file is in it as it came, under a name that no other has, with its facts; a cell that would start a formula does not. */
    @Test
    void theShelfIsHandedOver() throws Exception {
        byte[] first = plain(Color.RED, 30, 20);
        byte[] second = plain(Color.GREEN, 40, 20);
        scene.sha("=cmd.png", first);
        scene.sha("=CMD.png", second);
        var begun = mvc.perform(get(CLIENT + "/media/all.zip").with(Scene.by("ines")))
                .andReturn();
        begun.getAsyncResult();
        Map<String, byte[]> files = new HashMap<>();
        try (ZipInputStream zip =
                new ZipInputStream(new ByteArrayInputStream(begun.getResponse().getContentAsByteArray()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                files.put(entry.getName(), zip.readAllBytes());
            }
        }
        assertThat(files).hasSize(scene.get(CLIENT + "/media").size() + 1);
        assertThat(List.of(files.get("media/=CMD.png"), files.get("media/=cmd 2.png")))
                .containsExactly(second, first);
        String table = new String(files.get("media.csv"), StandardCharsets.UTF_8);
        assertThat(table)
                .startsWith("\uFEFFfile,code,kind,")
                .contains("'=cmd 2.png,")
                .contains(",PNG,30,20," + first.length);
        assertThat(table.lines()).hasSize(files.size());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            shots    | 0 shots
            gone     | Shot 1 is no longer on the shelf
            nosound  | None of its shots has a sound
            notune   | No sound is chosen
            tunegone | The sound is no longer on the shelf
            markgone | The mark is no longer on the shelf
            overlap  | before the one before it is gone
            mark     | does not fit into
            """)
    void aFilmThatCannotBeMadeSaysWhy(String wrong, String said) throws Exception {
        Map<String, Object> film = film("UPRIGHT", 0, List.of(shot(sky, 0, 2, 1, ""), shot(sand, 0, 2, 1, "")));
        switch (wrong) {
            case "shots" -> film.put("shots", List.of());
            case "gone" -> film.put("shots", List.of(shot("0".repeat(64), 0, 2, 1, ""), shot(sand, 0, 2, 1, "")));
            case "nosound" -> film.put("sound", Map.of("kind", "OWN"));
            case "notune" -> film.put("sound", Map.of("kind", "SHELF"));
            case "tunegone" -> film.put("sound", Map.of("kind", "SHELF", "sha256", "0".repeat(64)));
            case "markgone" ->
                film.put("mark", Map.of("sha256", "0".repeat(64), "words", "", "corner", "TOP_LEFT", "share", 0.2));
            case "overlap" ->
                film.put(
                        "captions",
                        Map.of(
                                "kind",
                                "TIMED",
                                "timed",
                                List.of(
                                        Map.of("from", 0, "to", 2, "text", "a"),
                                        Map.of("from", 1, "to", 3, "text", "b"))));
            default ->
                film.put(
                        "mark",
                        Map.of(
                                "sha256",
                                scene.sha("post.png", plain(SAND, 100, 4000)),
                                "words",
                                "",
                                "corner",
                                "TOP_LEFT",
                                "share",
                                0.1));
        }
        assertThat(scene.post(CLIENT + "/films/look", film)
                        .get("fault")
                        .get("says")
                        .asString())
                .contains(said);
        Answer refused = scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/films/" + kept("Wrong", film).get("id").asString() + "/made",
                "");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains(said);
    }

    /** A caption that looks like a command of the tool is read as words. */
    @Test
    void wordsAreNeverCommands() throws Exception {
        Map<String, Object> film = film(
                "SQUARE",
                0,
                List.of(shot(sky, 0, 1, 1, "{\\an8}Top\\N';[x]%"), shot(sand, 0, 1, 1, "{\\p1}m 0 0{\\p0}")));
        Path file = content(made("It’s “50%; [odd]” 😀", film));
        BufferedImage first = at(file, 0.5);
        looks(first, 540, 40, SKY);
        // All twenty characters stand on the ground of the caption: it is as wide as they are.
        int from = 0;
        while (new Color(first.getRGB(from, 990)).getBlue() > 100) {
            from++;
        }
        assertThat(1080 - 2 * from).isBetween(480, 540);
    }

    @Test
    void captionsComeFromAFileOrAScript() throws Exception {
        String file = "WEBVTT\n\n00:01.000 --> 00:02.000\nMend it\n";
        assertThat(scene.post(CLIENT + "/films/captions", Map.of("file", file)).toString())
                .isEqualTo("[{\"from\":1.0,\"to\":2.0,\"text\":\"Mend it\"}]");
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/films/captions", Map.of("file", "no"))
                        .detail())
                .contains("Line 1, “no”");
        JsonNode script = scene.post(
                CLIENT + "/films/script", Map.of("script", "One. Two three.", "language", "en", "seconds", 6));
        assertThat(script.size()).isEqualTo(2);
        assertThat(script.get(1).get("to").asDouble()).isEqualTo(6);
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                CLIENT + "/films/script",
                                Map.of("script", "One.", "language", "xx", "seconds", 6))
                        .status())
                .isEqualTo(422);
    }
}
