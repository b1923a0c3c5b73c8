package app.tidewrack.server.media;

import app.tidewrack.core.creative.Colour;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;

/** The colour that a still is of. */
final class StillColour {
    private StillColour() {}

    /** @param still as it was made here, so that it can be read */
    static Colour of(byte[] still) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(still));
            if (image == null) {
                throw new IOException("A still that is no picture");
            }
            return Colour.ofMost(image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
