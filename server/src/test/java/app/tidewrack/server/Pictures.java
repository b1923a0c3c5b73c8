package app.tidewrack.server;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;

/** Picture files for tests, good and bad. */
public final class Pictures {
    private Pictures() {}

    public static byte[] real(String format, int width, int height) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), format, out);
        return out.toByteArray();
    }

    /** One of which no part can be guessed from another, seed 5. */
    public static byte[] noise(String format, int width, int height) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(5);
        for (int x = 0; x < width; x++) {
            for (int y = 0; y < height; y++) {
                image.setRGB(x, y, random.nextInt());
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, format, out);
        return out.toByteArray();
    }

    /** A JPEG, red at its upper left, with an orientation in EXIF, 1 to 8: an APP1 segment put in after the start marker. */
    public static byte[] turned(int width, int height, int orientation) throws IOException {
        byte[] exif = {
            (byte) 0xff,
            (byte) 0xe1,
            0,
            34,
            'E',
            'x',
            'i',
            'f',
            0,
            0,
            'M',
            'M',
            0,
            42,
            0,
            0,
            0,
            8,
            0,
            1,
            1,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            (byte) orientation,
            0,
            0,
            0,
            0,
            0,
            0
        };
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(Color.BLUE);
        graphics.fillRect(0, 0, width, height);
        graphics.setColor(Color.RED);
        graphics.fillRect(0, 0, width / 4, height / 4);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "JPEG", out);
        byte[] plain = out.toByteArray();
        return ByteBuffer.allocate(plain.length + exif.length)
                .put(plain, 0, 2)
                .put(exif)
                .put(plain, 2, plain.length - 2)
                .array();
    }

    /** The start of a PNG that declares a size and holds nothing. */
    static byte[] declared(int width, int height) {
        ByteBuffer head = ByteBuffer.allocate(17);
        head.put("IHDR".getBytes(StandardCharsets.US_ASCII)).putInt(width).putInt(height);
        head.put(new byte[] {8, 2, 0, 0, 0});
        CRC32 crc = new CRC32();
        crc.update(head.array());
        return ByteBuffer.allocate(33)
                .put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10})
                .putInt(13)
                .put(head.array())
                .putInt((int) crc.getValue())
                .array();
    }
}
