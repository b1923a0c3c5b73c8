package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static app.tidewrack.server.Scene.content;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import app.tidewrack.server.Scene.Answer;
import java.awt.Color;
import java.awt.Font;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import javax.imageio.ImageIO;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Media of every kind, creatives in every format, and the copy deck. Odd videos are made with ffmpeg. */
class CreativeWorkTest extends WithServer {
    @TempDir
    static Path folder;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** Each of one or two seconds: 320 × 180 px, 25 pictures a second. */
    @BeforeAll
    static void makeVideos() throws Exception {
        String picture = "-f lavfi -i testsrc=size=320x180:rate=25:duration=2";
        ffmpeg(picture + " -f lavfi -i sine=duration=2 -c:v libx264 -pix_fmt yuv420p -c:a aac", "sound.mp4");
        ffmpeg(picture + " -c:v libx264 -pix_fmt yuv420p -f ipod", "apple.m4v");
        ffmpeg(picture + " -c:v prores_ks", "prores.mov");
        ffmpeg(picture + " -c:v libvpx-vp9 -b:v 200k", "vp9.webm");
        ffmpeg(picture + " -c:v libx265 -pix_fmt yuv420p -x265-params log-level=none", "hevc.mp4");
        ffmpeg(picture + " -c:v mjpeg", "old.avi");
        ffmpeg("-i " + folder.resolve("sound.mp4") + " -vn -c:a copy", "soundonly.mp4");
        ffmpeg("-i " + folder.resolve("sound.mp4") + " -c copy -metadata:s:v:0 rotate=90", "turned.mp4");
    }

    private static void ffmpeg(String arguments, String to) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-v", "error", "-y"));
        command.addAll(List.of(arguments.split(" ")));
        command.add(folder.resolve(to).toString());
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
    }

    private byte[] file(String name) throws IOException {
        return Files.readAllBytes(folder.resolve(name));
    }

    /** Text is told as a picture is taken in; what a person marks stands, also when the same file comes again. */
    @Test
    void textOnAPictureIsFoundAndAPersonCorrectsIt() throws Exception {
        BufferedImage poster = new BufferedImage(1000, 1000, BufferedImage.TYPE_INT_RGB);
        var graphics = poster.createGraphics();
        graphics.setFont(new Font("DejaVu Sans", Font.BOLD, 60));
        for (int row = 0; row < 5; row++) {
            graphics.drawString("Mend it before the cold", 40, 200 * row + 120);
        }
        graphics.dispose();
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        ImageIO.write(poster, "PNG", file);
        JsonNode taken = scene.medium("poster.png", file.toByteArray()).body();
        assertThat(taken.get("text").get("by").asString()).isEqualTo("READER");
        assertThat(taken.get("text").get("says").asString()).contains("Mend", "before", "cold");
        assertThat(Integer.bitCount(taken.get("text").get("fields").asInt())).isGreaterThanOrEqualTo(20);

        String sha = taken.get("sha256").asString();
        scene.call("ines", HttpMethod.PUT, CLIENT + "/media/" + sha + "/text", Map.of("textFields", 7));
        JsonNode again = scene.medium("poster.png", file.toByteArray()).body();
        assertThat(again.get("text").get("by").asString()).isEqualTo("PERSON");
        assertThat(again.get("text").get("fields").asInt()).isEqualTo(7);
    }

    /** Silent at first, silent for ever, and with sound at once. */
    @ParameterizedTest
    @CsvSource({"late, adelay=1200:all=1, 1.2", "never, volume=0, ", "once, volume=1, 0"})
    void whenAVideoIsFirstHeardIsTold(String name, String filter, @Nullable Double from) throws Exception {
        ffmpeg(
                "-f lavfi -i color=c=gray:size=320x180:rate=25:duration=2 -f lavfi -i sine=frequency=%d:duration=2 -af %s"
                                .formatted(300 + name.length(), filter)
                        + " -c:v libx264 -pix_fmt yuv420p -c:a aac",
                name + ".mp4");
        JsonNode video = scene.medium(name + ".mp4", file(name + ".mp4")).body().get("video");

        if (from == null) {
            assertThat(video.get("soundFrom").isNull()).as(video.toString()).isTrue();
        } else {
            assertThat(video.get("soundFrom").asDouble()).isCloseTo(from, within(0.15));
        }
    }

    /** Source of the expected values: what the videos were made as. */
    @ParameterizedTest
    @CsvSource({
        "sound.mp4, MP4, 320, 180, h264, true",
        "apple.m4v, M4V, 320, 180, h264, false",
        "prores.mov, MOV, 320, 180, prores, false",
        "vp9.webm, WEBM, 320, 180, vp9, false",
        "hevc.mp4, MP4, 320, 180, hevc, false",
        "old.avi, AVI, 320, 180, mjpeg, false",
        "turned.mp4, MP4, 180, 320, h264, true",
    })
    void videosAreReallyMeasured(String name, String format, int width, int height, String codec, boolean sound)
            throws Exception {
        JsonNode medium = scene.medium(name, file(name)).body();
        assertThat(medium.path("format").asString()).as(medium.toString()).isEqualTo(format);
        assertThat(medium.get("width").asInt()).isEqualTo(width);
        assertThat(medium.get("height").asInt()).isEqualTo(height);
        JsonNode video = medium.get("video");
        assertThat(video.get("codec").asString()).isEqualTo(codec);
        assertThat(video.get("sound").asBoolean()).isEqualTo(sound);
        assertThat(video.get("seconds").asDouble()).isBetween(1.95, 2.1);
        assertThat(video.get("frameRate").asDouble()).isEqualTo(25);
    }

    @Test
    void whatIsNoPictureOrVideoIsRefusedWithWhatItIs() throws Exception {
        Map<String, byte[]> files = new HashMap<>();
        files.put("is a PDF", text("%PDF-1.7 ..."));
        files.put("is a page of HTML", text("<!doctype html><script>alert(1)</script>"));
        files.put("is empty", new byte[0]);
        files.put("a WebP picture", text("RIFF0000WEBPVP8 0000"));
        files.put("without a video in it", file("soundonly.mp4"));
        files.put("40,000 × 40,000 px; the most is 12,000 px a side", Pictures.declared(40_000, 40_000));
        files.put("cannot be decoded", Pictures.declared(100, 100));
        files.put("“cut.mp4” cannot be decoded", java.util.Arrays.copyOf(file("sound.mp4"), 900));
        for (Map.Entry<String, byte[]> bad : files.entrySet()) {
            String name = bad.getKey().contains("cut.mp4") ? "cut.mp4" : "../../sock.png";
            Answer answer = scene.medium(name, bad.getValue());
            assertThat(answer.status()).as(bad.getKey()).isEqualTo(422);
            assertThat(answer.detail()).contains(bad.getKey());
        }
        assertThat(sql.queryForObject("select count(*) from medium where file_name = 'cut.mp4'", Long.class))
                .isZero();
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /**
     * CIPA DC-008, tag 0x0112: which visual side the first row and the first column are. The file's upper left corner is red; where it
     * stands upright follows from that.
     */
    @ParameterizedTest
    @CsvSource({
        "1, 800, 600, left, top",
        "2, 800, 600, right, top",
        "3, 800, 600, right, bottom",
        "4, 800, 600, left, bottom",
        "5, 600, 800, left, top",
        "6, 600, 800, right, top",
        "7, 600, 800, right, bottom",
        "8, 600, 800, left, bottom",
    })
    void picturesStandUpright(int orientation, int width, int height, String side, String end) throws Exception {
        JsonNode medium = scene.medium("../a/sock.png", Pictures.turned(800, 600, orientation))
                .body();
        assertThat(List.of(medium.get("width").asInt(), medium.get("height").asInt()))
                .containsExactly(width, height);
        assertThat(medium.get("fileName").asString()).isEqualTo("sock.png");
        String still = CLIENT + "/media/" + medium.get("sha256").asString() + "/stills/0";
        byte[] jpeg = mvc.perform(get(still).with(user("ines")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        BufferedImage upright = ImageIO.read(new ByteArrayInputStream(jpeg));
        int x = side.equals("left") ? 20 : upright.getWidth() - 20;
        int y = end.equals("top") ? 20 : upright.getHeight() - 20;
        Color corner = new Color(upright.getRGB(x, y));
        assertThat(corner.getRed()).isGreaterThan(200);
        assertThat(corner.getBlue()).isLessThan(80);
    }

    /** A picture of 49 million pixels in few bytes is taken, and looked at as coarsely as its preview needs; one of more is not. */
    @Test
    void smallFilesOfHugePicturesAreHeldToTheirPixels() throws Exception {
        byte[] wide = Pictures.real("PNG", 10_000, 4_900);
        assertThat(wide.length).isLessThan(1_000_000);
        assertThat(scene.medium("wide.png", wide).status()).isEqualTo(200);
        assertThat(scene.medium("wider.png", Pictures.declared(10_000, 5_001)).detail())
                .contains("10,000 × 5,001 px; the most is 12,000 px a side and 50 million in all");
    }

    /** A picture is cropped and set on a ground as its placements ask; what does not suit it is refused. */
    @Test
    void picturesAreMended() throws Exception {
        String sha = scene.sha("wide.png", Pictures.real("PNG", 1200, 628));
        JsonNode stories = placement(content("Wide", "single-picture", List.of(sha), Map.of()), "stories");
        JsonNode pad = stories.get("mends").get(0).get("mends").get(0);
        assertThat(pad.get("kind").asString()).isEqualTo("PAD");
        JsonNode job = scene.post(CLIENT + "/media/" + sha + "/mended", pad);
        assertThat(job.get("state").asString()).isEqualTo("DONE");
        JsonNode mended = medium(job.get("made").asString());
        assertThat(mended.get("fileName").asString()).isEqualTo("wide, 9x16.png");
        assertThat(mended.get("width").asInt()).isEqualTo(pad.get("width").asInt());
        assertThat(mended.get("height").asInt()).isEqualTo(2133);
        Map<String, Object> crop = mend("CROP", 1000, 628, "PNG", 0);
        refused("/media/" + sha + "/mended", crop, "does not suit a picture of 1200 × 628 px");
        refused("/media/" + sha + "/mended", mend("CROP", 0, 628, "BMP", 0), "as BMP");
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/media/" + "0".repeat(64) + "/mended", crop)
                        .status())
                .isEqualTo(404);
    }

    private static Map<String, Object> mend(String kind, int x, int width, String format, double seconds) {
        return Map.of(
                "kind", kind, "x", x, "y", 0, "width", width, "height", 628, "shape", "1:1", "format", format, "from",
                0, "seconds", seconds);
    }

    /** A clip lying down in a container that is not taken stands upright in one that is, half as long, and can be looked at. */
    @Test
    void aVideoIsMadeToFit() throws Exception {
        String sha = scene.sha("clip.m4v", file("apple.m4v"));
        Map<String, Object> upright = Map.of(
                "kind", "PAD", "x", 0, "y", 196, "width", 320, "height", 570, "shape", "9:16", "format", "MP4", "from",
                0, "seconds", 1.0);
        JsonNode job = scene.post(CLIENT + "/media/" + sha + "/mended", upright);
        JsonNode made = medium(scene.made(job));
        assertThat(made.get("fileName").asString()).endsWith(", 9x16, 1 s.mp4");
        assertThat(made.get("format").asString()).isEqualTo("MP4");
        assertThat(List.of(made.get("width").asInt(), made.get("height").asInt()))
                .containsExactly(320, 570);
        assertThat(made.get("video").get("seconds").asDouble()).isBetween(0.95, 1.05);
        refused("/media/" + sha + "/mended", mend("PAD", 0, 321, "MP4", 1), "does not suit a video of 320 × 180 px");
        refused("/media/" + sha + "/mended", mend("TRIM", 0, 320, "MP4", 3), "3.0 s from 0.0 s as MP4 does not suit");
    }

    private JsonNode medium(String sha) throws Exception {
        for (JsonNode medium : scene.get(CLIENT + "/media")) {
            if (medium.get("sha256").asString().equals(sha)) {
                return medium;
            }
        }
        throw new AssertionError("no medium " + sha);
    }

    private JsonNode placement(Map<String, Object> content, String code) throws Exception {
        JsonNode fit = scene.post(CLIENT + "/creatives/fit", content);
        for (JsonNode placement : fit.get("networks").get(0).get("placements")) {
            if (placement.get("code").asString().equals(code)) {
                return placement;
            }
        }
        throw new AssertionError("no placement " + code + " in " + fit);
    }

    private void refused(String path, Object body, String because) throws Exception {
        Answer answer = scene.call("ines", HttpMethod.POST, CLIENT + path, body);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(422);
        assertThat(answer.detail()).contains(because);
    }

    /** Common practice: 3 × 3 × 3 × 2 × 2 is 108. What a mix rules out is said with it. */
    @Test
    void aMixIsCountedAndBrowsed() throws Exception {
        List<String> media = List.of(
                scene.sha("a.png", Pictures.real("PNG", 701, 701)),
                scene.sha("b.png", Pictures.real("PNG", 702, 702)),
                scene.sha("c.png", Pictures.real("PNG", 703, 703)));
        Map<String, Object> mix = content(
                "Mix",
                "mix",
                media,
                Map.of(
                        "bodies", List.of("a", "b", "c"),
                        "headlines", List.of("a", "b", "h".repeat(26)),
                        "descriptions", List.of("a", "b"),
                        "callsToAction", List.of("shop", "book")));
        JsonNode fit = scene.post(CLIENT + "/creatives/fit", mix);
        assertThat(fit.get("combinations").asLong()).isEqualTo(108);
        assertThat(fit.get("networks").get(0).get("ruledOut").toString())
                .contains("Messages")
                .contains("Leads");
        JsonNode rail = placement(mix, "side-rail");
        assertThat(rail.get("runs").asBoolean()).isTrue();
        assertThat(rail.get("shown").asLong()).isEqualTo(72);
        JsonNode last =
                scene.post(CLIENT + "/creatives/combination?number=107", mix).get("combination");
        assertThat(last.get("headline").asInt()).isEqualTo(2);
        refused("/creatives/combination?number=108", mix, "no combination 109 of 108");
    }

    @Test
    void aCreativeIsVariedInOnePart() throws Exception {
        String sha = scene.sha("vary.png", Pictures.real("PNG", 710, 710));
        String id = scene.creative("Vary", sha);
        JsonNode made = scene.post(
                CLIENT + "/creatives/" + id + "/varied",
                Map.of("part", "HEADLINE", "values", List.of("Mend it now", "Mend it later")));
        assertThat(made.get(1).get("creative").get("name").asString()).isEqualTo("Vary, Mend it later");
        assertThat(made.get(1).get("creative").get("headlines").toString()).isEqualTo("[\"Mend it later\"]");
        assertThat(made.get(1).get("creative").get("bodies").toString()).isEqualTo("[\"Mend it.\"]");
        refused("/creatives/" + id + "/varied", Map.of("part", "LINK", "values", List.of("x")), "cannot be varied");
        refused("/creatives/" + id + "/varied", Map.of("part", "BODY", "values", List.of("x", "x")), "2 values");
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/media/" + sha, "")
                        .detail())
                .contains("is used by Vary, Vary, Mend it later");
    }

    /** A phrase takes the creatives along in which it stands; what is there already is not added twice. */
    @Test
    void aPhraseIsChangedWhereItStands() throws Exception {
        String sha = scene.sha("deck.png", Pictures.real("PNG", 720, 720));
        scene.post(
                CLIENT + "/creatives",
                content(
                        "Deck",
                        "single-picture",
                        List.of(sha),
                        Map.of("headlines", List.of("Old \"words\"", "Other"))));
        Map<String, String> old =
                Map.of("kind", "HEADLINE", "text", "Old \"words\" ", "angle", "thrift", "language", "en");
        JsonNode deck = scene.post(CLIENT + "/phrases", List.of(old, old));
        assertThat(deck).hasSize(1);
        assertThat(deck.get(0).get("code").asString()).isEqualTo("H1");
        assertThat(deck.get(0).get("usedBy").toString()).isEqualTo("[\"Deck\"]");
        Map<String, String> fresh = Map.of("kind", "HEADLINE", "text", "New 👍🏽 words", "angle", "", "language", "");
        assertThat(scene.call("ines", HttpMethod.PUT, CLIENT + "/phrases/H1", fresh)
                        .status())
                .isEqualTo(200);
        assertThat(scene.get(CLIENT + "/creatives").toString()).contains("[\"New 👍🏽 words\",\"Other\"]");
        refused("/phrases", List.of(Map.of("kind", "BODY", "text", " ", "angle", "", "language", "")), "0 characters");
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/phrases/H1", "")
                        .body())
                .isEmpty();
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/phrases/H1", "")
                        .status())
                .isEqualTo(404);
    }

    /** Six at once once made plans, results and advice of a client unreadable for good. */
    @Test
    void aPhraseThatIsAddedSixTimesAtOnceStandsOnce() throws Exception {
        Map<String, Object> phrase = Map.of("kind", "BODY", "text", "Six at once", "angle", "", "language", "");
        ExecutorService people = Executors.newFixedThreadPool(6);
        List<Future<JsonNode>> decks =
                people.invokeAll(Collections.nCopies(6, () -> scene.post(CLIENT + "/phrases", List.of(phrase))));
        people.shutdown();
        for (Future<JsonNode> deck : decks) {
            assertThat(deck.get().toString()).containsOnlyOnce("Six at once");
        }
        sql.update("delete from phrase where text = 'Six at once'");
    }
}
