package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.font.GlyphVector;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;

/**
 * Words over HTTP: 300 rendered pictures whose text is known, each with its own ground, shapes, letters and colours, and what the
 * server marks on them; and 50,000 reviews from the first byte to the phrases. Seed 1911.
 */
final class WordsLoad {
    private static final String CLIENT = "/api/clients/copperline";
    private static final int PICTURES = 300;
    private static final int SIDE = 5;
    private static final int[][] SIZES = {{1080, 1080}, {1200, 628}, {1080, 1920}, {1080, 1350}};
    private static final List<String> FONTS =
            List.of("DejaVu Sans", "DejaVu Serif", "Liberation Sans", "Liberation Serif", "DejaVu Sans Mono");
    private static final List<String> SAY = List.of(
            "Mended by bedtime",
            "Four wools one needle",
            "A patch outlives the jacket",
            "From £6",
            "Ships today",
            "Fähren ab 24 €",
            "Heute zurück zum Abendessen",
            "Øerne venter",
            "Billetter fra 180 kr",
            "Repareer je trui",
            "Nu 20 % korting",
            "Only this week",
            "Free thread",
            "Over to the island",
            "Calibrated before the audit",
            "Ask a mender",
            "Learn in ten minutes",
            "Weekend",
            "SALE",
            "NEW");

    private final ServerLoad server;
    private final Random chance = new Random(1911);

    WordsLoad(ServerLoad server) {
        this.server = server;
    }

    /** @param fields that its letters touch, bit n for field n */
    private record Drawn(byte[] png, int fields) {}

    List<Figure> figures() throws IOException, InterruptedException {
        int right = 0;
        int missed = 0;
        int wrong = 0;
        long begun = System.nanoTime();
        for (int i = 0; i < PICTURES; i++) {
            Drawn drawn = draw();
            JsonNode medium = server.send(
                    "POST",
                    CLIENT + "/media?name=words" + i + ".png",
                    BodyPublishers.ofByteArray(drawn.png),
                    "application/octet-stream");
            int found = medium.get("text").get("fields").asInt();
            right += Integer.bitCount(found & drawn.fields);
            missed += Integer.bitCount(drawn.fields & ~found);
            wrong += Integer.bitCount(found & ~drawn.fields);
        }
        double each = (System.nanoTime() - begun) / 1e9 / PICTURES;
        return List.of(
                new Figure(
                        "fields with text that are found, of 300 pictures",
                        100.0 * right / (right + missed),
                        "%",
                        95,
                        true),
                new Figure("found fields that have text", 100.0 * right / (right + wrong), "%", 95, true),
                new Figure("a picture drawn, sent, looked at and kept", each, "s", 2, false),
                new Figure("50,000 reviews taken in and searched", reviews(), "s", 20, false));
    }

    private double reviews() throws IOException, InterruptedException {
        String table = new PhraseLoad().table();
        long begun = System.nanoTime();
        server.send(
                "POST",
                CLIENT + "/feedback?name=Many&kind=REVIEWS&text=review&stars=stars",
                BodyPublishers.ofString(table, StandardCharsets.UTF_8),
                "application/octet-stream");
        while (server.get(CLIENT + "/feedback").get("percent").asInt() < 100) {
            Thread.sleep(100);
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private Drawn draw() throws IOException {
        int[] size = SIZES[chance.nextInt(SIZES.length)];
        BufferedImage picture = new BufferedImage(size[0], size[1], BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = picture.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        ground(graphics, size);
        int fields = 0;
        List<Rectangle2D> taken = new ArrayList<>();
        // One of ten says nothing.
        int lines = chance.nextInt(10) == 0 ? 0 : 1 + chance.nextInt(4);
        for (int tries = 0; taken.size() < lines && tries < 40; tries++) {
            fields |= line(picture, graphics, taken);
        }
        graphics.dispose();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", png);
        return new Drawn(png.toByteArray(), fields);
    }

    private Color colour(float hue) {
        return Color.getHSBColor(hue, 0.2f + 0.5f * chance.nextFloat(), 0.25f + 0.7f * chance.nextFloat());
    }

    /** A plain ground or one that runs into another, with up to six discs, boxes or hatchings. */
    private void ground(Graphics2D graphics, int[] size) {
        float hue = chance.nextFloat();
        Color from = colour(hue);
        Color to = chance.nextBoolean() ? from : colour(hue + 0.1f * chance.nextFloat());
        graphics.setPaint(new GradientPaint(0, 0, from, size[0], size[1], to));
        graphics.fillRect(0, 0, size[0], size[1]);
        int shapes = chance.nextInt(7);
        for (int i = 0; i < shapes; i++) {
            graphics.setColor(colour(chance.nextFloat()));
            int wide = 80 + chance.nextInt(size[0] / 2);
            int tall = 80 + chance.nextInt(size[1] / 2);
            int x = chance.nextInt(size[0]) - wide / 2;
            int y = chance.nextInt(size[1]) - tall / 2;
            switch (chance.nextInt(3)) {
                case 0 -> graphics.fillOval(x, y, wide, tall);
                case 1 -> graphics.fillRoundRect(x, y, wide, tall, 40, 40);
                default -> {
                    graphics.setStroke(new BasicStroke(3 + chance.nextInt(12)));
                    for (int at = 0; at < wide; at += 24) {
                        graphics.drawLine(x + at, y, x + at - 30, y + tall);
                    }
                }
            }
        }
    }

    /** Writes a line where none is, light on dark or dark on light, on a plate where the ground is restless; gives its fields. */
    private int line(BufferedImage picture, Graphics2D graphics, List<Rectangle2D> taken) {
        String says = SAY.get(chance.nextInt(SAY.size()));
        Font font = new Font(FONTS.get(chance.nextInt(FONTS.size())), chance.nextInt(2), 28 + chance.nextInt(80));
        GlyphVector glyphs = font.createGlyphVector(graphics.getFontRenderContext(), says);
        Rectangle2D bounds = glyphs.getVisualBounds();
        int width = picture.getWidth();
        int height = picture.getHeight();
        if (bounds.getWidth() > width - 40) {
            return 0;
        }
        double x = 20 + chance.nextDouble() * (width - 40 - bounds.getWidth()) - bounds.getX();
        double y = 20 + chance.nextDouble() * (height - 40 - bounds.getHeight()) - bounds.getY();
        Rectangle2D plate = new Rectangle2D.Double(
                bounds.getX() + x - 14, bounds.getY() + y - 14, bounds.getWidth() + 28, bounds.getHeight() + 28);
        if (taken.stream().anyMatch(t -> t.intersects(plate))) {
            return 0;
        }
        taken.add(plate);
        double[] behind = behind(picture, plate);
        Color light = new Color(250, 248, 240);
        Color dark = new Color(24, 30, 28);
        boolean onDark = behind[0] < 0.5;
        if (behind[1] > 0.12) {
            graphics.setColor(onDark ? dark : light);
            graphics.fill(new RoundRectangle2D.Double(
                    plate.getX(), plate.getY(), plate.getWidth(), plate.getHeight(), 10, 10));
        }
        graphics.setColor(onDark ? light : dark);
        graphics.drawGlyphVector(glyphs, (float) x, (float) y);
        int fields = 0;
        for (int i = 0; i < glyphs.getNumGlyphs(); i++) {
            Rectangle2D glyph = glyphs.getGlyphVisualBounds(i).getBounds2D();
            if (!glyph.isEmpty()) {
                fields |= fields(glyph, x, y, width, height);
            }
        }
        return fields;
    }

    private static int fields(Rectangle2D glyph, double x, double y, int width, int height) {
        int fields = 0;
        for (int row = field(glyph.getMinY() + y, height); row <= field(glyph.getMaxY() + y, height); row++) {
            for (int column = field(glyph.getMinX() + x, width);
                    column <= field(glyph.getMaxX() + x, width);
                    column++) {
                fields |= 1 << row * SIDE + column;
            }
        }
        return fields;
    }

    private static int field(double at, int of) {
        return (int) Math.max(0, Math.min(SIDE - 1, at * SIDE / of));
    }

    /** How light it is there, 0 to 1, and how much that varies. */
    private static double[] behind(BufferedImage picture, Rectangle2D plate) {
        double sum = 0;
        double squares = 0;
        int n = 0;
        for (int y = (int) plate.getMinY(); y < plate.getMaxY(); y += 4) {
            for (int x = (int) plate.getMinX(); x < plate.getMaxX(); x += 4) {
                if (x < 0 || y < 0 || x >= picture.getWidth() || y >= picture.getHeight()) {
                    continue;
                }
                int c = picture.getRGB(x, y);
                double light = (0.2126 * (c >> 16 & 255) + 0.7152 * (c >> 8 & 255) + 0.0722 * (c & 255)) / 255;
                sum += light;
                squares += light * light;
                n++;
            }
        }
        double mean = sum / n;
        return new double[] {mean, Math.sqrt(Math.max(0, squares / n - mean * mean))};
    }
}
