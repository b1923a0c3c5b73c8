package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.creative.Medium.Text;
import app.tidewrack.core.creative.Medium.Text.By;
import app.tidewrack.core.creative.TextOnPicture;
import app.tidewrack.server.OddTools;
import app.tidewrack.server.Pictures;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What Tesseract finds on drawn pictures; 300 more, each with another text, ground and colour, are measured by the bench. */
class TextReaderTest {
    private final TextReader reader = new TextReader("tesseract", Duration.ofSeconds(40));

    private static BufferedImage blank(int width, int height, Color ground) {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = picture.createGraphics();
        graphics.setColor(ground);
        graphics.fillRect(0, 0, width, height);
        graphics.setColor(ground.darker());
        graphics.fillOval(width / 5, height / 2, width / 4, width / 4);
        graphics.dispose();
        return picture;
    }

    /** Text between the lines of the grid, so that which fields it touches is known without a font's measures. */
    private static void write(BufferedImage picture, String text, Color ink, int column, int row) {
        Graphics2D graphics = picture.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setColor(ink);
        graphics.setFont(new Font("DejaVu Sans", Font.BOLD, 34));
        graphics.drawString(text, column * picture.getWidth() / 5 + 20, row * picture.getHeight() / 5 + 90);
        graphics.dispose();
    }

    @ParameterizedTest
    @CsvSource({
        "2b5d51, f7f4ed, SALE, 0, 0",
        "f7f4ed, 20302c, Mended, 3, 1",
        "a8432c, ffffff, Faden, 2, 4",
        "3c4f5c, d9a066, Øerne, 4, 2",
        "8c6d4a, f0e3c8, Wollen, 1, 3"
    })
    void marksTheFieldsOfAWord(String ground, String ink, String word, int column, int row) {
        BufferedImage picture = blank(1080, 1080, new Color(Integer.parseInt(ground, 16)));
        write(picture, word, new Color(Integer.parseInt(ink, 16)), column, row);

        Text text = reader.of(TextReader.within(picture));
        assertThat(text.by()).isEqualTo(By.READER);
        assertThat(text.fields()).isEqualTo(1 << row * 5 + column);
        assertThat(text.says()).isEqualTo(word);
    }

    @Test
    void aPictureWithoutTextHasNone() {
        assertThat(reader.of(TextReader.within(blank(1080, 1920, Color.LIGHT_GRAY))))
                .isEqualTo(new Text(0, By.READER, ""));
    }

    /** As on a darn, where stitches stand side by side: a letter without a word is none. */
    @Test
    void aLetterByItselfIsNoText() {
        BufferedImage picture = blank(1080, 1080, Color.WHITE);
        write(picture, "t", Color.BLACK, 2, 1);
        write(picture, "A kit", Color.BLACK, 1, 3);

        assertThat(reader.of(TextReader.within(picture)).fields()).isEqualTo(1 << 3 * 5 + 1);
    }

    @Test
    void aPictureFullOfTextIsRisky() {
        BufferedImage picture = blank(1200, 1200, Color.WHITE);
        for (int row = 0; row < 5; row++) {
            for (int column = 0; column < 5; column += 2) {
                write(picture, "Mended", Color.BLACK, column, row);
            }
        }
        assertThat(TextOnPicture.count(reader.of(TextReader.within(picture)).fields()))
                .isEqualTo(15);
    }

    /** One pixel, a line, and noise, of which no part is like another. */
    @ParameterizedTest
    @CsvSource({"1, 1", "3000, 1", "1, 3000", "600, 600"})
    void oddPicturesAreLookedAtAllTheSame(int width, int height) throws IOException {
        BufferedImage noise = ImageIO.read(new ByteArrayInputStream(Pictures.noise("PNG", width, height)));

        assertThat(TextOnPicture.count(reader.of(TextReader.within(noise)).fields()))
                .isZero();
    }

    /** A tool that is missing, one that never ends, and one that is broken. */
    @ParameterizedTest
    @ValueSource(strings = {"", "sleep 60", "echo nonsense >&2; exit 3"})
    void withoutTheToolNobodyHasLooked(String script, @TempDir Path folder) throws IOException {
        String tool = OddTools.doing(script, folder);
        BufferedImage picture = blank(1080, 1080, Color.WHITE);
        write(picture, "SALE", Color.BLACK, 1, 1);

        assertThat(new TextReader(tool, Duration.ofMillis(700)).of(TextReader.within(picture)))
                .isEqualTo(Text.UNKNOWN);
    }
}
