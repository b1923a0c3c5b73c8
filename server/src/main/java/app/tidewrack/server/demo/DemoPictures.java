package app.tidewrack.server.demo;

import app.tidewrack.server.demo.DemoStep.Look;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Random;
import javax.imageio.ImageIO;

/** Draws the demo's pictures: woven cloth with a mend on it. The same look gives the same bytes. */
final class DemoPictures {
    private DemoPictures() {}

    /** What is mended on the cloth. */
    enum Motif {
        DARN,
        PATCH,
        BUTTONS,
        WAVES,
        GAUGE
    }

    static byte[] draw(Look look) {
        int width = look.width();
        int height = look.height();
        Color thread = new Color(Integer.parseInt(look.thread(), 16));
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        weave(g, width, height, new Color(Integer.parseInt(look.ground(), 16)));
        double x = width * 0.5;
        double y = height * 0.48;
        double size = Math.min(width, height) * 0.78;
        switch (look.motif()) {
            case DARN -> darn(g, x, y, size, thread);
            case PATCH -> patch(g, x, y, size, thread);
            case BUTTONS -> buttons(g, x, y, size, thread);
            case WAVES -> waves(g, width, height, thread);
            case GAUGE -> gauge(g, x, y, size, thread);
        }
        g.dispose();
        return jpeg(image);
    }

    private static void weave(Graphics2D g, int width, int height, Color base) {
        g.setColor(base);
        g.fillRect(0, 0, width, height);
        Random random = new Random(base.getRGB());
        for (int x = 0; x < width; x += 12) {
            g.setColor(shade(base, 0.92 + 0.14 * random.nextDouble()));
            g.fillRect(x, 0, 7, height);
        }
        for (int y = 0; y < height; y += 12) {
            Color tone = shade(base, 0.9 + 0.2 * random.nextDouble());
            g.setColor(new Color(tone.getRed(), tone.getGreen(), tone.getBlue(), 120));
            g.fillRect(0, y, width, 6);
        }
    }

    private static void darn(Graphics2D g, double x, double y, double size, Color thread) {
        g.setColor(new Color(40, 30, 25, 150));
        g.fill(new Ellipse2D.Double(x - size * 0.36, y - size * 0.36, size * 0.72, size * 0.72));
        g.setStroke(new BasicStroke((float) (size * 0.028), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        for (int i = -8; i <= 8; i++) {
            double at = i * size * 0.052;
            g.setColor(shade(thread, i % 2 == 0 ? 1.0 : 0.86));
            g.draw(new Line2D.Double(x - size * 0.46, y + at, x + size * 0.46, y + at));
        }
        for (int i = -8; i <= 8; i++) {
            double at = i * size * 0.052;
            for (int j = -4; j <= 3; j++) {
                double from = y + (j * 2 + Math.floorMod(i, 2)) * size * 0.052;
                g.setColor(shade(thread, 1.12));
                g.draw(new Line2D.Double(x + at, from, x + at, from + size * 0.04));
            }
        }
    }

    private static void patch(Graphics2D g, double x, double y, double size, Color thread) {
        g.rotate(0.12, x, y);
        Rectangle2D patch = new Rectangle2D.Double(x - size * 0.42, y - size * 0.48, size * 0.84, size * 0.96);
        g.setColor(shade(thread, 0.9));
        g.fill(patch);
        g.setColor(shade(thread, 1.25));
        g.setStroke(new BasicStroke(
                (float) (size * 0.02),
                BasicStroke.CAP_ROUND,
                BasicStroke.JOIN_ROUND,
                1,
                new float[] {(float) (size * 0.06), (float) (size * 0.05)},
                0));
        for (double inset : new double[] {0.05, 0.12, 0.19}) {
            g.draw(new Rectangle2D.Double(
                    patch.getX() + size * inset,
                    patch.getY() + size * inset,
                    patch.getWidth() - 2 * size * inset,
                    patch.getHeight() - 2 * size * inset));
        }
        g.rotate(-0.12, x, y);
    }

    private static void buttons(Graphics2D g, double x, double y, double size, Color thread) {
        double[][] places = {
            {-0.5, -0.35, 0.32}, {0.28, -0.42, 0.24}, {-0.12, 0.18, 0.42}, {0.52, 0.3, 0.2}, {-0.6, 0.48, 0.18}
        };
        for (int i = 0; i < places.length; i++) {
            double radius = size * places[i][2] * 0.6;
            double cx = x + size * places[i][0] * 0.8;
            double cy = y + size * places[i][1] * 0.8;
            g.setColor(new Color(30, 25, 20, 60));
            g.fill(new Ellipse2D.Double(cx - radius + 8, cy - radius + 12, radius * 2, radius * 2));
            g.setColor(shade(thread, 0.8 + 0.12 * i));
            g.fill(new Ellipse2D.Double(cx - radius, cy - radius, radius * 2, radius * 2));
            g.setColor(shade(thread, 0.66 + 0.12 * i));
            g.setStroke(new BasicStroke((float) (radius * 0.12)));
            g.draw(new Ellipse2D.Double(cx - radius * 0.78, cy - radius * 0.78, radius * 1.56, radius * 1.56));
            g.setColor(new Color(60, 45, 35));
            for (int hole = 0; hole < 4; hole++) {
                double hx = cx + radius * 0.26 * (hole % 2 == 0 ? -1 : 1);
                double hy = cy + radius * 0.26 * (hole < 2 ? -1 : 1);
                g.fill(new Ellipse2D.Double(hx - radius * 0.1, hy - radius * 0.1, radius * 0.2, radius * 0.2));
            }
        }
    }

    private static void waves(Graphics2D g, int width, int height, Color thread) {
        for (int line = 0; line < 9; line++) {
            double y = height * (0.3 + line * 0.08);
            Path2D wave = new Path2D.Double();
            wave.moveTo(-20, y);
            for (int x = 0; x <= width + 120; x += 120) {
                wave.quadTo(x - 60, y + (x / 120 % 2 == 0 ? -46 : 46), x, y);
            }
            g.setColor(shade(thread, 0.75 + line * 0.06));
            g.setStroke(new BasicStroke(14 + line * 2f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
            g.draw(wave);
        }
    }

    private static void gauge(Graphics2D g, double x, double y, double size, Color thread) {
        g.setColor(new Color(250, 247, 240));
        g.fill(new Ellipse2D.Double(x - size * 0.6, y - size * 0.6, size * 1.2, size * 1.2));
        g.setColor(thread);
        for (int i = 0; i <= 40; i++) {
            double angle = Math.toRadians(140 + i * 6.5);
            double inner = i % 5 == 0 ? 0.44 : 0.5;
            g.setStroke(new BasicStroke((float) (size * (i % 5 == 0 ? 0.018 : 0.008))));
            g.draw(new Line2D.Double(
                    x + Math.cos(angle) * size * inner,
                    y + Math.sin(angle) * size * inner,
                    x + Math.cos(angle) * size * 0.55,
                    y + Math.sin(angle) * size * 0.55));
        }
        g.setStroke(new BasicStroke((float) (size * 0.03), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        double angle = Math.toRadians(300);
        g.draw(new Line2D.Double(x, y, x + Math.cos(angle) * size * 0.4, y + Math.sin(angle) * size * 0.4));
    }

    private static Color shade(Color color, double factor) {
        return new Color(
                channel(color.getRed() * factor),
                channel(color.getGreen() * factor),
                channel(color.getBlue() * factor));
    }

    private static int channel(double value) {
        return (int) Math.max(0, Math.min(255, value));
    }

    private static byte[] jpeg(BufferedImage image) {
        try {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(image, "JPEG", out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
