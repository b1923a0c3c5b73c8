package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.film.ClientLook;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.SafeArea;
import app.tidewrack.core.refusal.Refusal;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.font.FontRenderContext;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Draws a client's mark and sets it on pictures. */
@Component
@RequiredArgsConstructor
public class Marks {
    private static final Font FONT = new Font("DejaVu Sans", Font.BOLD, 100);
    private static final double PAD_X = 60;
    private static final double PAD_Y = 36;
    private static final double LINE = 100;

    private final MediaLibrary library;
    private final PictureReader reader;
    private final PictureMender mender;
    private final Looks looks;

    /** @param image as large as its box */
    public record Placed(Box box, BufferedImage image) {}

    /**
     * Draws a mark for something of that size.
     *
     * @throws Refusal (field {@code mark…}) when it shows nothing, or is larger than what stays visible
     */
    public Placed paint(String clientId, ClientMark mark, int width, int height, SafeArea safe) throws IOException {
        Box box = box(clientId, mark, width, height, safe);
        if (mark.sha256() == null) {
            return new Placed(
                    box, words(mark.words().strip(), looks.of(clientId).colours(), box));
        }
        Medium picture = picture(clientId, mark.sha256());
        Path file = library.file(clientId, picture.sha256());
        try {
            BufferedImage image = new BufferedImage(box.width(), box.height(), BufferedImage.TYPE_INT_ARGB);
            reader.asItIs(picture, file, seen -> draw(halved(seen, box.width()), image));
            return new Placed(box, image);
        } finally {
            Files.delete(file);
        }
    }

    /**
     * Where a mark stands on something of that size.
     *
     * @throws Refusal (field {@code mark…}) as {@link #paint}
     */
    public Box box(String clientId, ClientMark mark, int width, int height, SafeArea safe) {
        mark.require();
        double shape = mark.sha256() == null
                ? advance(mark.words().strip()) / (LINE + 2 * PAD_Y)
                : shape(picture(clientId, mark.sha256()));
        return mark.on(width, height, shape, safe);
    }

    private Medium picture(String clientId, String sha) {
        Medium picture = library.medium(clientId, sha);
        if (picture.video() != null) {
            throw new Refusal(
                    "mark.sha256", "“%s” is a video, not a mark.".formatted(picture.fileName()), "Choose a picture.");
        }
        return picture;
    }

    private static double shape(Medium picture) {
        return (double) picture.width() / picture.height();
    }

    private static double advance(String words) {
        return FONT.getStringBounds(words, new FontRenderContext(null, true, true))
                        .getWidth()
                + 2 * PAD_X;
    }

    private static BufferedImage words(String words, ClientLook colours, Box box) {
        BufferedImage image = new BufferedImage(box.width(), box.height(), BufferedImage.TYPE_INT_ARGB);
        Graphics2D graphics = graphics(image);
        double scale = box.width() / advance(words);
        graphics.scale(scale, scale);
        graphics.setColor(Color.decode(colours.ground()));
        graphics.fill(new RoundRectangle2D.Double(0, 0, advance(words), LINE + 2 * PAD_Y, PAD_Y, PAD_Y));
        graphics.setColor(Color.decode(colours.ink()));
        graphics.setFont(FONT);
        graphics.drawString(words, (float) PAD_X, (float) (PAD_Y + LINE * 0.86));
        graphics.dispose();
        return image;
    }

    /** Halved until it is less than twice as wide as wanted: one step to a small size would leave out most of its pixels. */
    private static BufferedImage halved(BufferedImage image, int wanted) {
        BufferedImage next = image;
        while (next.getWidth() >= 2 * wanted && next.getHeight() > 1) {
            BufferedImage half =
                    new BufferedImage(next.getWidth() / 2, next.getHeight() / 2, BufferedImage.TYPE_INT_ARGB);
            draw(next, half);
            next = half;
        }
        return next;
    }

    private static void draw(BufferedImage from, BufferedImage to) {
        Graphics2D graphics = graphics(to);
        graphics.drawImage(from, 0, 0, to.getWidth(), to.getHeight(), null);
        graphics.dispose();
    }

    private static Graphics2D graphics(BufferedImage image) {
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        return graphics;
    }

    /** Makes a new picture of one with the mark on it, out of what placements that take its shape cover. */
    Medium onPicture(String clientId, String sha, ClientMark mark) throws IOException {
        Medium picture = picture(clientId, sha);
        SafeArea safe = looks.visible(clientId, PlacementRule::picture, picture.width(), picture.height());
        Placed placed = paint(clientId, mark, picture.width(), picture.height(), safe);
        Path file = library.file(clientId, sha);
        Path to = Files.createTempFile("tidewrack-marked", "");
        try {
            mender.mark(picture, file, placed.image(), placed.box(), to);
            try (InputStream made = Files.newInputStream(to)) {
                String ending = Container.valueOf(picture.format()).ending();
                return library.add(clientId, picture.baseName() + ", marked" + ending, made);
            }
        } finally {
            Files.delete(file);
            Files.deleteIfExists(to);
        }
    }
}
