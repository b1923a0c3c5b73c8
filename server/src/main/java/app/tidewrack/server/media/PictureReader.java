package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.refusal.Refusal;
import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.MetadataException;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;

/**
 * Measures pictures before they are decoded, then really decodes them, turned as EXIF says, and makes a preview.
 */
@Component
class PictureReader {
    private static final int PREVIEW_SIDE = 900;

    /** A decoded picture takes up to 4 bytes a pixel; two at a time keep memory bounded. */
    private final Semaphore decoders = new Semaphore(2);

    /** @param preview an upright JPEG of at most 900 px a side */
    record Taken(int width, int height, byte[] preview) {}

    /** @throws Refusal (field {@code file}) when it is too large or broken */
    Taken take(String fileName, Container container, Path file) {
        decoders.acquireUninterruptibly();
        try (ImageInputStream input = ImageIO.createImageInputStream(file.toFile())) {
            ImageReader reader =
                    ImageIO.getImageReadersByFormatName(container.name()).next();
            try {
                reader.setInput(input, true, true);
                int width = reader.getWidth(0);
                int height = reader.getHeight(0);
                requireDecodable(fileName, width, height);
                int turn = container == Container.JPEG ? orientation(file) : 1;
                BufferedImage decoded = decode(reader, Math.max(width, height));
                boolean sideways = turn >= 5;
                return new Taken(sideways ? height : width, sideways ? width : height, jpeg(preview(decoded, turn)));
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
        } finally {
            decoders.release();
        }
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

    /** Reads every line of the picture, keeping as many pixels as the preview needs. */
    private static BufferedImage decode(ImageReader reader, int longSide) throws IOException {
        ImageReadParam param = reader.getDefaultReadParam();
        int step = Math.max(1, longSide / (PREVIEW_SIDE * 2));
        param.setSourceSubsampling(step, step, 0, 0);
        return reader.read(0, param);
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

    /** A whole picture that was taken in before, upright. */
    BufferedImage upright(Path file) throws IOException {
        decoders.acquireUninterruptibly();
        try {
            BufferedImage decoded = ImageIO.read(file.toFile());
            return upright(decoded, orientation(file), 1);
        } finally {
            decoders.release();
        }
    }

    private static BufferedImage preview(BufferedImage decoded, int turn) {
        return upright(
                decoded, turn, Math.min(1, (double) PREVIEW_SIDE / Math.max(decoded.getWidth(), decoded.getHeight())));
    }

    /** Turned and mirrored as EXIF orientations 1 to 8 say (CIPA DC-008), scaled, on white. */
    private static BufferedImage upright(BufferedImage decoded, int turn, double scale) {
        int width = decoded.getWidth();
        int height = decoded.getHeight();
        boolean sideways = turn >= 5;
        int outWidth = Math.max(1, (int) Math.round((sideways ? height : width) * scale));
        int outHeight = Math.max(1, (int) Math.round((sideways ? width : height) * scale));
        AffineTransform transform = AffineTransform.getScaleInstance(scale, scale);
        transform.concatenate(
                switch (turn) {
                    case 2 -> new AffineTransform(-1, 0, 0, 1, width, 0);
                    case 3 -> new AffineTransform(-1, 0, 0, -1, width, height);
                    case 4 -> new AffineTransform(1, 0, 0, -1, 0, height);
                    case 5 -> new AffineTransform(0, 1, 1, 0, 0, 0);
                    case 6 -> new AffineTransform(0, 1, -1, 0, height, 0);
                    case 7 -> new AffineTransform(0, -1, -1, 0, height, width);
                    case 8 -> new AffineTransform(0, -1, 1, 0, 0, width);
                    default -> new AffineTransform();
                });
        BufferedImage upright = new BufferedImage(outWidth, outHeight, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = upright.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, outWidth, outHeight);
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
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
