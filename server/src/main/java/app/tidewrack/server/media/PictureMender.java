package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.refusal.Refusal;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Crops pictures, sets them on a ground of their own edge's colour, and saves them in another container. */
@Component
@RequiredArgsConstructor
class PictureMender {
    private static final float QUALITY = 0.92f;
    private static final int BYTES_OF_INT = 4;

    private final PictureReader reader;

    /**
     * @param to where the mended picture is written
     * @throws Refusal (field {@code mend}) when it does not suit the picture, or takes more memory than there is
     */
    void mend(Medium picture, Path file, Mend mend, Path to) {
        mend.requireSuits(picture);
        boolean crop = mend.kind() == Kind.CROP;
        boolean pad = mend.kind() == Kind.PAD;
        Rectangle part = crop
                ? new Rectangle(mend.x(), mend.y(), mend.width(), mend.height())
                : new Rectangle(picture.width(), picture.height());
        long ground = pad ? (long) BYTES_OF_INT * mend.width() * mend.height() : 0;
        try {
            reader.upright(
                    picture, file, part, ground, seen -> write(pad ? padded(seen, mend) : seen, mend.format(), to));
        } catch (IOException e) {
            throw new Refusal(
                    "mend",
                    "“%s” cannot be decoded: %s.".formatted(picture.fileName(), e.getMessage()),
                    "Upload it again.");
        }
    }

    /** Writes a picture again with another one on it. */
    void mark(Medium picture, Path file, BufferedImage mark, Box box, Path to) throws IOException {
        reader.upright(picture, file, new Rectangle(picture.width(), picture.height()), 0, seen -> {
            Graphics2D graphics = seen.createGraphics();
            graphics.drawImage(mark, box.x(), box.y(), null);
            graphics.dispose();
            write(seen, picture.format(), to);
        });
    }

    private static BufferedImage padded(BufferedImage whole, Mend mend) {
        BufferedImage ground = new BufferedImage(mend.width(), mend.height(), BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = ground.createGraphics();
        graphics.setColor(edge(whole));
        graphics.fillRect(0, 0, mend.width(), mend.height());
        graphics.drawImage(whole, mend.x(), mend.y(), null);
        graphics.dispose();
        return ground;
    }

    /** The mean colour along the edge of a small picture, as {@code 0xRRGGBB}. */
    String edge(byte[] still) throws IOException {
        return "0x%06x"
                .formatted(edge(ImageIO.read(new ByteArrayInputStream(still))).getRGB() & 0xffffff);
    }

    /** The mean colour along the picture's edge. */
    private static Color edge(BufferedImage image) {
        long[] sum = new long[3];
        long count = 0;
        for (int x = 0; x < image.getWidth(); x++) {
            count += add(sum, image.getRGB(x, 0)) + add(sum, image.getRGB(x, image.getHeight() - 1));
        }
        for (int y = 0; y < image.getHeight(); y++) {
            count += add(sum, image.getRGB(0, y)) + add(sum, image.getRGB(image.getWidth() - 1, y));
        }
        return new Color((int) (sum[0] / count), (int) (sum[1] / count), (int) (sum[2] / count));
    }

    private static int add(long[] sum, int rgb) {
        sum[0] += (rgb >> 16) & 0xff;
        sum[1] += (rgb >> 8) & 0xff;
        sum[2] += rgb & 0xff;
        return 1;
    }

    private static void write(BufferedImage image, String format, Path to) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName(format).next();
        // One that exists is written over, and what is longer stays behind.
        Files.deleteIfExists(to);
        try (ImageOutputStream output = ImageIO.createImageOutputStream(to.toFile())) {
            writer.setOutput(output);
            ImageWriteParam param = writer.getDefaultWriteParam();
            if (format.equals("JPEG")) {
                param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
                param.setCompressionQuality(QUALITY);
            }
            writer.write(null, new IIOImage(image, null, null), param);
        } finally {
            writer.dispose();
        }
    }
}
