package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Text;
import app.tidewrack.core.refusal.Refusal;
import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.MetadataException;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Rectangle;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.NoninvertibleTransformException;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Measures pictures before they are decoded, then really decodes them, turned as EXIF says, and makes a preview.
 */
@Component
@RequiredArgsConstructor
class PictureReader {
    private static final int PREVIEW_SIDE = 900;
    private static final int BYTES_OF_INT = 4;

    private final PixelRoom room;
    private final TextReader texts;

    /** @param preview an upright JPEG of at most 900 px a side */
    record Taken(int width, int height, byte[] preview, Text text) {}

    private record Seen(byte[] preview, BufferedImage forText) {}

    /** Something that is done with a decoded picture while its memory is held. */
    interface Use {
        void of(BufferedImage picture) throws IOException;
    }

    /** @throws Refusal (field {@code file}) when it is too large or broken */
    Taken take(String fileName, Container container, Path file) {
        try (ImageInputStream input = ImageIO.createImageInputStream(file.toFile())) {
            ImageReader reader = reader(input, container.name());
            try {
                int width = reader.getWidth(0);
                int height = reader.getHeight(0);
                requireDecodable(fileName, width, height);
                int step = Math.max(1, Math.max(width, height) / (PREVIEW_SIDE * 2));
                long pixels = (long) (width / step + 1) * (height / step + 1);
                int turn = container == Container.JPEG ? orientation(file) : 1;
                boolean sideways = turn >= 5;
                Seen seen = room.with(
                        pixels * bytesOfPixel(reader), () -> room.tooLarge("file", fileName, width, height), () -> {
                            BufferedImage upright = upright(decode(reader, null, step), turn, 1);
                            return new Seen(jpeg(preview(upright, 1)), TextReader.within(upright));
                        });
                return new Taken(
                        sideways ? height : width, sideways ? width : height, seen.preview(), texts.of(seen.forText()));
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof Refusal refusal) {
                throw refusal;
            }
            throw new Refusal(
                    "file",
                    "“%s” starts like a %s but cannot be decoded: %s.".formatted(fileName, container, e.getMessage()),
                    "Save the picture again and upload that.");
        }
    }

    private static ImageReader reader(ImageInputStream input, String format) {
        ImageReader reader = ImageIO.getImageReadersByFormatName(format).next();
        reader.setInput(input, true, true);
        return reader;
    }

    /** What a decoded pixel takes, and another copy of it where it is of a kind that is drawn by way of one. */
    private static int bytesOfPixel(ImageReader reader) throws IOException {
        int bits = reader.getImageTypes(0).next().getColorModel().getPixelSize();
        return (bits + Byte.SIZE - 1) / Byte.SIZE + BYTES_OF_INT;
    }

    private static void requireDecodable(String fileName, int width, int height) {
        if (!Medium.takes(width, height)) {
            throw new Refusal(
                    "file",
                    String.format(
                            Locale.UK,
                            "“%s” is %,d × %,d px; the most is %,d px a side and %d million in all.",
                            fileName,
                            width,
                            height,
                            Medium.LARGEST_SIDE,
                            Medium.MOST_PIXELS / 1_000_000),
                    "Scale it down and upload that.");
        }
    }

    /**
     * Reads a picture to its end, or a part of it, keeping every so manieth pixel.
     *
     * @throws IOException when it is broken, which some readers only warn of
     */
    private static BufferedImage decode(ImageReader reader, @Nullable Rectangle part, int step) throws IOException {
        List<String> warnings = new ArrayList<>();
        reader.addIIOReadWarningListener((from, warning) -> warnings.add(warning));
        ImageReadParam param = reader.getDefaultReadParam();
        param.setSourceRegion(part);
        param.setSourceSubsampling(step, step, 0, 0);
        BufferedImage decoded = reader.read(0, param);
        if (!warnings.isEmpty()) {
            throw new IOException(warnings.get(0));
        }
        return decoded;
    }

    private static int orientation(Path file) {
        try {
            ExifIFD0Directory exif =
                    ImageMetadataReader.readMetadata(file.toFile()).getFirstDirectoryOfType(ExifIFD0Directory.class);
            boolean said = exif != null && exif.containsTag(ExifIFD0Directory.TAG_ORIENTATION);
            int orientation = said ? exif.getInt(ExifIFD0Directory.TAG_ORIENTATION) : 1;
            return orientation >= 1 && orientation <= 8 ? orientation : 1;
        } catch (ImageProcessingException | MetadataException | IOException e) {
            return 1;
        }
    }

    /**
     * A part of a picture that was taken in before, upright; no more of it is in memory than that.
     *
     * @param part in pixels of the upright picture
     * @param besides bytes that its use takes
     * @throws Refusal (field {@code mend}) when it takes too much
     */
    void upright(Medium picture, Path file, Rectangle part, long besides, Use use) throws IOException {
        try (ImageInputStream input = ImageIO.createImageInputStream(file.toFile())) {
            ImageReader reader = reader(input, picture.format());
            try {
                int turn = picture.format().equals(Container.JPEG.name()) ? orientation(file) : 1;
                Rectangle there = turning(turn, reader.getWidth(0), reader.getHeight(0))
                        .createInverse()
                        .createTransformedShape(part)
                        .getBounds();
                long pixels = (long) part.width * part.height;
                room.with(
                        pixels * (bytesOfPixel(reader) + BYTES_OF_INT) + besides,
                        () -> room.tooLarge("mend", picture.fileName(), picture.width(), picture.height()),
                        () -> {
                            use.of(upright(decode(reader, there, 1), turn, 1));
                            return true;
                        });
            } catch (NoninvertibleTransformException e) {
                throw new IllegalStateException("Turns can be turned back", e);
            } finally {
                reader.dispose();
            }
        }
    }

    /**
     * A picture that was taken in before, with what is seen through it, and not turned.
     *
     * @throws Refusal (field {@code mark.sha256}) when it takes too much memory
     */
    void asItIs(Medium picture, Path file, Use use) throws IOException {
        try (ImageInputStream input = ImageIO.createImageInputStream(file.toFile())) {
            ImageReader reader = reader(input, picture.format());
            try {
                // Whoever scales it down holds half of it besides.
                long bytes = (long) picture.width() * picture.height() * (bytesOfPixel(reader) + BYTES_OF_INT);
                room.with(
                        bytes,
                        () -> room.tooLarge("mark.sha256", picture.fileName(), picture.width(), picture.height()),
                        () -> {
                            use.of(decode(reader, null, 1));
                            return true;
                        });
            } finally {
                reader.dispose();
            }
        }
    }

    private static BufferedImage preview(BufferedImage decoded, int turn) {
        return upright(
                decoded, turn, Math.min(1, (double) PREVIEW_SIDE / Math.max(decoded.getWidth(), decoded.getHeight())));
    }

    /** From a picture of that size to how it is seen: turned and mirrored as EXIF orientations 1 to 8 say (CIPA DC-008). */
    private static AffineTransform turning(int turn, int width, int height) {
        return switch (turn) {
            case 2 -> new AffineTransform(-1, 0, 0, 1, width, 0);
            case 3 -> new AffineTransform(-1, 0, 0, -1, width, height);
            case 4 -> new AffineTransform(1, 0, 0, -1, 0, height);
            case 5 -> new AffineTransform(0, 1, 1, 0, 0, 0);
            case 6 -> new AffineTransform(0, 1, -1, 0, height, 0);
            case 7 -> new AffineTransform(0, -1, -1, 0, height, width);
            case 8 -> new AffineTransform(0, -1, 1, 0, 0, width);
            default -> new AffineTransform();
        };
    }

    /** Turned, scaled, on white. */
    private static BufferedImage upright(BufferedImage decoded, int turn, double scale) {
        int width = decoded.getWidth();
        int height = decoded.getHeight();
        boolean sideways = turn >= 5;
        int outWidth = Math.max(1, (int) Math.round((sideways ? height : width) * scale));
        int outHeight = Math.max(1, (int) Math.round((sideways ? width : height) * scale));
        AffineTransform transform = AffineTransform.getScaleInstance(scale, scale);
        transform.concatenate(turning(turn, width, height));
        BufferedImage upright = new BufferedImage(outWidth, outHeight, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = upright.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, outWidth, outHeight);
        if (scale != 1) {
            graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        }
        graphics.drawImage(decoded, transform, null);
        graphics.dispose();
        return upright;
    }

    private static byte[] jpeg(BufferedImage image) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "JPEG", out);
        return out.toByteArray();
    }
}
