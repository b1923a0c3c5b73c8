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
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

/** What is left is read by metadata-extractor, by Java's own readers of pictures, and of films by ffprobe and its sums of streams. */
class WhereaboutsTest {
    @TempDir
    private Path folder;

    private final VideoTool videos =
            new VideoTool("ffmpeg", "ffprobe", Duration.ofMinutes(1), Duration.ofMinutes(1), 3000, JsonMapper.shared());
    private Path file;

    private boolean taken(Container container, Path from) throws IOException {
        return Whereabouts.takeOut(videos, "one", container, from);
    }

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

        assertThat(taken(Container.JPEG, file)).isTrue();
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class)).isNull();
        assertThat(read().getFirstDirectoryOfType(ExifIFD0Directory.class).getInt(ExifIFD0Directory.TAG_ORIENTATION))
                .isEqualTo(6);
        samePixels(before, Files.readAllBytes(file));
        // A second time there is nothing to take out.
        assertThat(taken(Container.JPEG, file)).isFalse();
    }

    @Test
    void norDoesAPng() throws Exception {
        byte[] before = pngWith(exif(1));
        Files.write(file, before);
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class)).isNotNull();

        assertThat(taken(Container.PNG, file)).isTrue();
        assertThat(read().getFirstDirectoryOfType(GpsDirectory.class)).isNull();
        samePixels(before, Files.readAllBytes(file));
    }

    private String said(String... command) throws Exception {
        Process tool = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(tool.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(tool.waitFor()).as(said).isZero();
        return said;
    }

    /** Sums of what is seen and heard, packet by packet. */
    private String streams() throws Exception {
        return said(
                "ffmpeg",
                "-v",
                "error",
                "-i",
                file.toString(),
                "-map",
                "0:V",
                "-map",
                "0:a",
                "-c",
                "copy",
                "-f",
                "streamhash",
                "-");
    }

    private void film(String muxer, String codecs, String... more) throws Exception {
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-v", "error", "-y", "-f", "lavfi", "-i"));
        command.addAll(List.of("testsrc=s=64x48:r=10:d=1", "-f", "lavfi", "-i", "sine=d=1", "-shortest"));
        command.addAll(List.of(codecs.split(" ")));
        command.addAll(List.of(more));
        command.addAll(List.of("-f", muxer, file.toString()));
        said(command.toArray(String[]::new));
    }

    /** Where a camera writes it: ISO 6709 in {@code ©xyz}, in the keys of a telephone's maker, 3GPP's {@code loci}, tags of Matroska. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    MP4  | -c:v libx264 -c:a aac   | location=+55.6761+012.5683/         |
                    MOV  | -c:v libx264 -c:a aac   | location=+55.6761+012.5683/         |
                    MOV  | -c:v libx264 -c:a aac   | com.apple.quicktime.location.ISO6709=+55.6761+012.5683/ | use_metadata_tags
                    M4V  | -c:v libx264 -c:a aac   | location=+55.6761+012.5683/         |
                    WEBM | -c:v libvpx -c:a libopus | LOCATION=+55.6761+012.5683/        |
                    """)
    void norDoesAFilm(Container container, String codecs, String tag, String flag) throws Exception {
        List<String> more = new ArrayList<>(List.of("-metadata", tag, "-metadata", "title=Six stitches"));
        if (flag != null) {
            more.addAll(List.of("-movflags", flag));
        }
        film(container.muxer(), codecs, more.toArray(String[]::new));
        String before = streams();
        assertThat(said("ffprobe", "-v", "error", "-show_format", file.toString()))
                .contains("+55.6761");

        assertThat(taken(container, file)).isTrue();
        // In MP4 it is no text, but two numbers in a box of that name.
        assertThat(Files.readString(file, StandardCharsets.ISO_8859_1)).doesNotContain("55.6", "12.56", "loci");
        assertThat(streams()).isEqualTo(before);
        assertThat(Container.of("one", Files.readAllBytes(file))).isEqualTo(container);
        assertThat(taken(container, file)).isFalse();
    }

    /** Which way up it was filmed stands beside the pictures too, and stays. */
    @Test
    void aFilmStaysAsItWasHeld() throws Exception {
        film("mp4", "-c:v libx264 -c:a aac", "-metadata", "location=+55.6761+012.5683/");
        byte[] content = Files.readAllBytes(file);
        // The matrix of the track's header, ISO 14496-12, 8.3.2: a quarter turn.
        int matrix = new String(content, StandardCharsets.ISO_8859_1).indexOf("tkhd") + 44;
        ByteBuffer.wrap(content, matrix, 36)
                .asIntBuffer()
                .put(new int[] {0, 1 << 16, 0, -1 << 16, 0, 0, 48 << 16, 0, 1 << 30});
        Files.write(file, content);
        assertThat(videos.measure("one", file, Container.MP4).width()).isEqualTo(48);
        byte[] before = Files.readAllBytes(file);
        assertThat(taken(Container.MP4, file)).isTrue();
        assertThat(videos.measure("one", file, Container.MP4).width()).isEqualTo(48);
        byte[] once = Files.readAllBytes(file);
        Files.write(file, before);
        assertThat(taken(Container.MP4, file)).isTrue();
        assertThat(Files.readAllBytes(file)).as("the same from the same").isEqualTo(once);
    }

    @Test
    void whatSaysNothingOfAPlaceStaysToTheByte() throws Exception {
        for (String format : new String[] {"JPEG", "PNG"}) {
            byte[] plain = picture(format);
            Files.write(file, plain);
            assertThat(taken(Container.valueOf(format), file)).isFalse();
            assertThat(Files.readAllBytes(file)).isEqualTo(plain);
        }
        film("mp4", "-c:v libx264 -c:a aac", "-metadata", "title=Six stitches");
        byte[] plain = Files.readAllBytes(file);
        assertThat(taken(Container.MP4, file)).isFalse();
        assertThat(Files.readAllBytes(file)).isEqualTo(plain);
        Files.write(file, new byte[] {(byte) 0xff, (byte) 0xd8, 1, 2, 3});
        assertThat(taken(Container.JPEG, file)).isFalse();
    }
}
