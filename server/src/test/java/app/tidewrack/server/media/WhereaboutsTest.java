package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThat;

import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.GpsDirectory;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is left is read by metadata-extractor and by Java's own readers of pictures. */
class WhereaboutsTest {
    @TempDir
    private Path folder;

    private Path file;

    @BeforeEach
    void name() {
        file = folder.resolve("one");
    }

    private static byte[] picture(String format) throws IOException {
        BufferedImage image = new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB);
        for (int x = 0; x < 40; x++) {
            image.setRGB(x, x % 30, 0x3366cc + x);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, format, out);
        return out.toByteArray();
    }

    /** A TIFF block (CIPA DC-008): which way up, and a latitude of 55° 40′ 34″ N. */
    private static byte[] exif(int orientation) {
        return ByteBuffer.allocate(110)
                .put("MM\0*".getBytes(StandardCharsets.ISO_8859_1))
                .putInt(8)
                .putShort((short) 2)
                .putShort((short) 0x0112)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) orientation)
                .putShort((short) 0)
                .putShort((short) 0x8825)
                .putShort((short) 4)
                .putInt(1)
                .putInt(38)
                .putInt(0)
                .putShort((short) 2)
                .putShort((short) 1)
                .putShort((short) 2)
                .putInt(2)
                .put("N\0\0\0".getBytes(StandardCharsets.ISO_8859_1))
                .putShort((short) 2)
                .putShort((short) 5)
                .putInt(3)
                .putInt(68)
                .putInt(0)
                .putInt(55)
                .putInt(1)
                .putInt(40)
                .putInt(1)
                .putInt(34)
                .putInt(1)
                .array();
    }

    private static byte[] jpegWith(byte[] exif) throws IOException {
        byte[] plain = picture("JPEG");
        // After SOI and JFIF, which Java writes first.
        int head = 4 + ByteBuffer.wrap(plain, 4, 2).getShort();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(plain, 0, head);
        out.writeBytes(new byte[] {(byte) 0xff, (byte) 0xe1});
        out.writeBytes(
                ByteBuffer.allocate(2).putShort((short) (exif.length + 8)).array());
        out.writeBytes("Exif\0\0".getBytes(StandardCharsets.ISO_8859_1));
        out.writeBytes(exif);
        out.write(plain, head, plain.length - head);
        return out.toByteArray();
    }

    private static byte[] pngWith(byte[] exif) throws IOException {
        byte[] plain = picture("PNG");
        byte[] chunk = ByteBuffer.allocate(4 + exif.length)
                .put("eXIf".getBytes(StandardCharsets.US_ASCII))
                .put(exif)
                .array();
        CRC32 sum = new CRC32();
        sum.update(chunk);
        int head = 8 + 25;
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(plain, 0, head);
        out.writeBytes(ByteBuffer.allocate(4).putInt(exif.length).array());
        out.writeBytes(chunk);
        out.writeBytes(ByteBuffer.allocate(4).putInt((int) sum.getValue()).array());
        out.write(plain, head, plain.length - head);
        return out.toByteArray();
    }

    private Metadata read() throws Exception {
        return ImageMetadataReader.readMetadata(file.toFile());
    }

    private static void samePixels(byte[] before, byte[] after) throws IOException {
        BufferedImage one = ImageIO.read(new ByteArrayInputStream(before));
        BufferedImage two = ImageIO.read(new ByteArrayInputStream(after));
        assertThat(two.getRGB(0, 0, 40, 30, null, 0, 40)).isEqualTo(one.getRGB(0, 0, 40, 30, null, 0, 40));
    }

    @Test
    void aPhotographNoLongerSaysWhereItWasTaken() throws Exception {
        byte[] before = jpegWith(exif(6));
        Files.write(file, before);
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class).getString(GpsDirectory.TAG_LATITUDE_REF))
                .isEqualTo("N");

        assertThat(Whereabouts.takeOut(Container.JPEG, file)).isTrue();
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class)).isNull();
        assertThat(read().getFirstDirectoryOfType(ExifIFD0Directory.class).getInt(ExifIFD0Directory.TAG_ORIENTATION))
                .isEqualTo(6);
        samePixels(before, Files.readAllBytes(file));
        // A second time there is nothing to take out.
        assertThat(Whereabouts.takeOut(Container.JPEG, file)).isFalse();
    }

    @Test
    void norDoesAPng() throws Exception {
        byte[] before = pngWith(exif(1));
        Files.write(file, before);
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class)).isNotNull();

        assertThat(Whereabouts.takeOut(Container.PNG, file)).isTrue();
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class)).isNull();
        samePixels(before, Files.readAllBytes(file));
    }

    @Test
    void whatSaysNothingOfAPlaceStaysToTheByte() throws Exception {
        for (String format : new String[] {"JPEG", "PNG"}) {
            byte[] plain = picture(format);
            Files.write(file, plain);
            assertThat(Whereabouts.takeOut(Container.valueOf(format), file)).isFalse();
            assertThat(Files.readAllBytes(file)).isEqualTo(plain);
        }
        Files.write(file, new byte[] {(byte) 0xff, (byte) 0xd8, 1, 2, 3});
        assertThat(Whereabouts.takeOut(Container.JPEG, file)).isFalse();
    }
}
