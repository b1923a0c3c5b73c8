package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What pictures and films look like, as results are told by it: read from the files, made here, or said by a person. */
class MediumLooksWorkTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private static byte[] drawn(String ground, int side) throws Exception {
        BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, side, side);
        graphics.setColor(Color.decode(ground));
        graphics.fillOval(side / 8, side / 8, side * 3 / 4, side * 3 / 4);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private JsonNode look(String sha) throws Exception {
        return scene.get(CLIENT + "/media/looks")
                .valueStream()
                .filter(l -> l.get("sha256").asString().equals(sha))
                .findFirst()
                .orElseThrow();
    }

    /** The picture is kept as a JPEG preview, which moves colours a little: what is told stays what it was drawn with. */
    @ParameterizedTest
    @CsvSource({"#b22222, RED", "#4682b4, BLUE", "#2e8b57, GREEN", "#8b4513, BROWN", "#ffd700, YELLOW", "#ffffff, WHITE"
    })
    void thePictureIsOfTheColourThatStandsOut(String ground, String colour) throws Exception {
        String sha = scene.sha("dot.png", drawn(ground, 640));
        assertThat(sql.queryForObject("select colour from medium where sha256 = ?", String.class, sha))
                .as("found as it was taken in")
                .isEqualTo(colour);
        sql.update("update medium set colour = null where sha256 = ?", sha);
        assertThat(look(sha).get("colour").asString())
                .as("of what was there before")
                .isEqualTo(colour);
    }

    @Test
    void aPictureThatIsMarkedHereIsKnownToBe() throws Exception {
        String plain = scene.sha("plain.png", drawn("#4b0082", 1080));
        Map<String, Object> mark = Map.of("words", "Oddment", "corner", "TOP_LEFT", "share", 0.2);
        String marked = scene.post(CLIENT + "/media/" + plain + "/marked", mark)
                .get("sha256")
                .asString();
        assertThat(look(marked).get("marked").asBoolean()).isTrue();
        assertThat(look(plain).get("marked").asBoolean()).isFalse();
    }

    /** A film of shots begins with the first of them, and is marked where it says so. */
    @Test
    void aFilmBeginsWithItsFirstShot() throws Exception {
        String first = scene.sha("first.png", drawn("#663399", 720));
        String second = scene.sha("second.png", drawn("#6b8e23", 720));
        Map<String, Object> film = Map.of(
                "size", "SQUARE",
                "shots", List.of(shot(first), shot(second)),
                "fade", 0.0,
                "sound", Map.of("kind", "SILENT"),
                "captions", Map.of("kind", "BY_SHOT", "timed", List.of()));
        String id = scene.post(CLIENT + "/films", Map.of("version", 0, "name", "Two", "film", film))
                .get("id")
                .asString();
        String made = scene.made(scene.post(CLIENT + "/films/" + id + "/made", ""));
        assertThat(look(made).get("opens").asString()).isEqualTo(first);
        assertThat(look(made).get("marked").asBoolean()).isFalse();
        assertThat(look(made).get("colour").asString())
                .as("of its first picture")
                .isEqualTo("PURPLE");
    }

    private static Map<String, Object> shot(String sha) {
        return Map.of(
                "sha256", sha, "from", 0.0, "seconds", 1.0, "speed", 1.0, "move", "STILL", "focusX", 0.5, "focusY", 0.5,
                "whole", false, "words", "");
    }

    @Test
    void aFaceIsWhatAPersonSays() throws Exception {
        String sha = scene.sha("face.png", drawn("#ffc0cb", 500));
        assertThat(look(sha).get("face").isNull()).isTrue();
        String path = CLIENT + "/media/" + sha + "/face";
        assertThat(scene.call("ines", HttpMethod.PUT, path, Map.of("face", true))
                        .status())
                .isEqualTo(200);
        assertThat(look(sha).get("face").asBoolean()).isTrue();
        assertThat(scene.call("tove", HttpMethod.PUT, path, Map.of("face", false))
                        .status())
                .as("who may only look")
                .isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.PUT, path, Map.of()).status()).isEqualTo(200);
        assertThat(look(sha).get("face").isNull()).isTrue();
    }
}
