package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.Pictures;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class PictureReaderTest {
    private static final long MEGABYTE = 1 << 20;

    @TempDir
    Path folder;

    private static PictureReader reader(int megabytes) {
        return new PictureReader(
                new PixelRoom(megabytes * MEGABYTE), new TextReader("no-such-reader", Duration.ofSeconds(1)));
    }

    private Path file(byte[] content) throws IOException {
        return Files.write(folder.resolve("picture"), content);
    }

    private static Medium medium(String format, int width, int height) {
        return new Medium("", "kit", format, width, height, 1_000, null, Medium.Text.UNKNOWN);
    }

    @ParameterizedTest
    @EnumSource(
            value = Container.class,
            names = {"PNG", "JPEG"})
    void whatIsCutOffIsRefusedWhereverItEnds(Container container) throws IOException {
        byte[] whole = Pictures.noise(container.name(), 160, 120);
        assertThat(reader(8).take("kit", container, file(whole)).width()).isEqualTo(160);
        for (int length = 20; length < whole.length - 20; length += whole.length / 60) {
            Path cut = file(Arrays.copyOf(whole, length));
            assertThatThrownBy(() -> reader(8).take("kit", container, cut))
                    .as("cut off after %d of %d bytes", length, whole.length)
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("cannot be decoded");
        }
    }

    /** A picture of 48 million pixels is seen in 16 MB, and a part of it mended; the whole of it is refused before memory is asked for. */
    @Test
    void memoryIsReckonedBeforeItIsAskedFor() throws IOException {
        PictureReader small = reader(16);
        Path file = file(Pictures.real("PNG", 12_000, 4_000));
        assertThat(small.take("kit", Container.PNG, file).height()).isEqualTo(4_000);
        Medium medium = medium("PNG", 12_000, 4_000);
        PictureMender mender = new PictureMender(small);
        Path to = folder.resolve("mended");
        Mend convert = new Mend(Kind.CONVERT, 0, 0, 12_000, 4_000, "", "JPEG", 0, 0);
        assertThatThrownBy(() -> mender.mend(medium, file, convert, to))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.field()).isEqualTo("mend"))
                .hasMessageContaining("more than the 16 MB");
        mender.mend(medium, file, new Mend(Kind.CROP, 11_200, 3_200, 800, 800, "1:1", "PNG", 0, 0), to);
        assertThat(ImageIO.read(to.toFile()).getWidth()).isEqualTo(800);
    }

    /** However a picture was turned, a part of it is what stands there when the whole is upright. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
    void aPartIsTheSameAsOfTheWhole(int orientation) throws IOException {
        Path file = file(Pictures.turned(320, 160, orientation));
        boolean sideways = orientation >= 5;
        Medium medium = sideways ? medium("JPEG", 160, 320) : medium("JPEG", 320, 160);
        Rectangle part = new Rectangle(16, 8, 72, 40);
        BufferedImage[] seen = new BufferedImage[2];
        Rectangle all = new Rectangle(medium.width(), medium.height());
        reader(8).upright(medium, file, all, 0, p -> seen[0] = p);
        reader(8).upright(medium, file, part, 0, p -> seen[1] = p);
        assertThat(seen[1].getWidth()).isEqualTo(72);
        for (int x = 0; x < part.width; x++) {
            for (int y = 0; y < part.height; y++) {
                assertThat(seen[1].getRGB(x, y)).isEqualTo(seen[0].getRGB(part.x + x, part.y + y));
            }
        }
    }
}
