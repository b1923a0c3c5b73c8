package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Picture;
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
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;

/**
 * Takes pictures in: by content and not by name, measured before they are decoded, then really decoded, turned as EXIF
 * says, and made into a preview.
 */
@Component
class PictureReader {
    /** Largest side and largest area that are decoded. */
    static final int LARGEST_SIDE = 12_000;

    static final long MOST_PIXELS = 50_000_000;
    private static final int PREVIEW_SIDE = 900;

    /** A decoded picture takes up to 4 bytes a pixel; two at a time keep memory bounded. */
    private final Semaphore decoders = new Semaphore(2);

    record Taken(Picture picture, byte[] preview) {}

    /** @throws Refusal (field {@code file}) when it is no picture, too large or broken */
    Taken take(String fileName, byte[] content) {
        String format = format(fileName, content);
        decoders.acquireUninterruptibly();
        try (ImageInputStream input = ImageIO.createImageInputStream(new ByteArrayInputStream(content))) {
            ImageReader reader = ImageIO.getImageReadersByFormatName(format).next();
            try {
                reader.setInput(input, true, true);
                int width = reader.getWidth(0);
                int height = reader.getHeight(0);
                requireDecodable(fileName, width, height);
                int turn = format.equals("JPEG") ? orientation(content) : 1;
                BufferedImage decoded = decode(reader, Math.max(width, height));
                boolean sideways = turn >= 5;
                Picture picture = new Picture(
                        sha256(content),
                        fileName,
                        format,
                        sideways ? height : width,
                        sideways ? width : height,
                        content.length);
                return new Taken(picture, jpeg(preview(decoded, turn)));
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof Refusal refusal) {
                throw refusal;
            }
            throw new Refusal(
                    "file",
                    "“%s” starts like a %s but cannot be decoded: %s.".formatted(fileName, format, e.getMessage()),
                    "Save the picture again and upload that.");
        } finally {
            decoders.release();
        }
    }

    private static String format(String fileName, byte[] content) {
        String head = HexFormat.of().formatHex(content, 0, Math.min(12, content.length));
        if (head.startsWith("ffd8ff")) {
            return "JPEG";
        }
        if (head.startsWith("89504e470d0a1a0a")) {
            return "PNG";
        }
        throw new Refusal(
                "file",
                "“%s” is %s, not a JPEG or PNG.".formatted(fileName, kind(head)),
                "Save it as a JPEG or PNG and upload that.");
    }

    private static String kind(String head) {
        if (head.isEmpty()) {
            return "empty";
        }
        if (head.startsWith("25504446")) {
            return "a PDF";
        }
        if (head.startsWith("47494638")) {
            return "a GIF";
        }
        if (head.startsWith("52494646") && head.endsWith("57454250".substring(0, 8))) {
            return "a WebP picture";
        }
        return head.startsWith("6674797068656963", 8) ? "a HEIC picture" : "another kind of file";
    }

    private static void requireDecodable(String fileName, int width, int height) {
        if (width > LARGEST_SIDE || height > LARGEST_SIDE || (long) width * height > MOST_PIXELS) {
            throw new Refusal(
                    "file",
                    String.format(
                            Locale.UK,
                            "“%s” is %,d × %,d px; the most is %,d px a side and %d million in all.",
                            fileName,
                            width,
                            height,
                            LARGEST_SIDE,
                            MOST_PIXELS / 1_000_000),
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

    private static int orientation(byte[] content) {
        try {
            ExifIFD0Directory exif = ImageMetadataReader.readMetadata(new ByteArrayInputStream(content))
                    .getFirstDirectoryOfType(ExifIFD0Directory.class);
            boolean said = exif != null && exif.containsTag(ExifIFD0Directory.TAG_ORIENTATION);
            int orientation = said ? exif.getInt(ExifIFD0Directory.TAG_ORIENTATION) : 1;
            return orientation >= 1 && orientation <= 8 ? orientation : 1;
        } catch (ImageProcessingException | MetadataException | IOException e) {
            return 1;
        }
    }

    /** A whole picture that was taken in before, upright. */
    BufferedImage upright(byte[] content) throws IOException {
        decoders.acquireUninterruptibly();
        try {
            BufferedImage decoded = ImageIO.read(new ByteArrayInputStream(content));
            return upright(decoded, orientation(content), 1);
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

    private static String sha256(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }
}
