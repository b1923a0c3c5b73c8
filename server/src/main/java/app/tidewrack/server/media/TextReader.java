package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium.Text;
import app.tidewrack.core.creative.Medium.Text.By;
import app.tidewrack.core.creative.TextLines;
import app.tidewrack.core.creative.TextLines.Line;
import app.tidewrack.core.creative.TextLines.Mark;
import app.tidewrack.core.creative.TextOnPicture;
import app.tidewrack.server.tool.ToolRunner;
import app.tidewrack.server.tool.ToolRunner.ToolFailed;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Finds text on pictures. Lines are found by {@link TextLines} and set in black on white, one below another, of one height; Tesseract
 * reads that, and where it is sure of a word, the fields that its letters stand in are text. Without Tesseract nobody has looked.
 */
@Component
class TextReader {
    private static final Logger LOG = LoggerFactory.getLogger(TextReader.class);
    /** German and Dutch besides find no more fields of 100 pictures in the four languages, and take twice as long. */
    private static final List<String> LANGUAGES = List.of("eng", "dan");

    private static final int MEGABYTES = 2_000;

    /** Longest side of what is looked at, in pixels. */
    private static final int SIDE = 1400;

    private static final int LETTER = 30;
    private static final double MOST_GROWN = 3;
    private static final int WIDEST = 4_000;
    private static final int TALLEST = 200;
    private static final int MARGIN = 18;

    /** Of all lines together, some 600 letters: whoever says more says too much, and noise is not read for ever. */
    private static final int WHOLE = 12_000;

    /** Of 100, by Tesseract's own word: for a word, and for one of a letter or two, which noise looks like too. */
    private static final double SURE = 80;

    private static final double SURE_OF_FEW = 92;

    private static final int FEW = 2;

    /** Stills of a video's first three seconds; the first of all is of the whole. */
    private static final int FIRST_SECONDS = 1;

    private static final int LONGEST_SAID = 400;

    private final String tesseract;

    /** Each takes some 30 MB. */
    private final Semaphore looking = new Semaphore(2, true);

    private final ToolRunner tools;
    private String languages = "";

    TextReader(
            @Value("${tidewrack.text.tesseract:tesseract}") String tesseract,
            @Value("${tidewrack.text.longest:40s}") Duration longest) {
        this.tesseract = tesseract;
        tools = new ToolRunner(longest, MEGABYTES);
    }

    /**
     * What a picture says; nobody has looked where it cannot be read.
     *
     * @param picture as {@link #within} gives it
     */
    Text of(BufferedImage picture) {
        looking.acquireUninterruptibly();
        try {
            int width = picture.getWidth();
            int height = picture.getHeight();
            List<Line> lines = TextLines.find(width, height, light(picture));
            return lines.isEmpty() ? new Text(0, By.READER, "") : read(lines, width, height);
        } catch (ToolFailed | IOException e) {
            LOG.info("No text was looked for: {}", e.getMessage());
            return Text.UNKNOWN;
        } finally {
            looking.release();
        }
    }

    /** What the first three seconds of a video say. */
    Text ofVideo(List<byte[]> stills) {
        List<Text> seen = new ArrayList<>();
        for (byte[] still : stills.subList(Math.min(FIRST_SECONDS, stills.size() - 1), stills.size())) {
            try {
                seen.add(of(within(ImageIO.read(new ByteArrayInputStream(still)))));
            } catch (IOException e) {
                throw new IllegalStateException("A still in memory cannot fail to be read", e);
            }
        }
        if (seen.stream().anyMatch(t -> t.by() == By.NOBODY)) {
            return Text.UNKNOWN;
        }
        return new Text(
                seen.stream().mapToInt(Text::fields).reduce(0, (a, b) -> a | b),
                By.READER,
                said(seen.stream()
                        .flatMap(t -> Arrays.stream(t.says().split(" ")))
                        .filter(w -> !w.isEmpty())
                        .collect(Collectors.toCollection(LinkedHashSet::new))));
    }

    /** As much of it as is looked at, a copy of its own. */
    static BufferedImage within(BufferedImage picture) {
        double scale = Math.min(1, (double) SIDE / Math.max(picture.getWidth(), picture.getHeight()));
        return scaled(
                picture,
                Math.max(1, (int) (picture.getWidth() * scale)),
                Math.max(1, (int) (picture.getHeight() * scale)),
                BufferedImage.TYPE_INT_RGB);
    }

    /** By halves, so that no pixel is passed over. */
    private static BufferedImage scaled(BufferedImage from, int width, int height, int type) {
        BufferedImage now = from;
        while (now.getWidth() > 2 * width && now.getHeight() > 2 * height) {
            now = drawn(now, now.getWidth() / 2, now.getHeight() / 2, type);
        }
        return drawn(now, width, height, type);
    }

    private static BufferedImage drawn(BufferedImage from, int width, int height, int type) {
        BufferedImage to = new BufferedImage(width, height, type);
        Graphics2D graphics = to.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        graphics.drawImage(from, 0, 0, width, height, null);
        graphics.dispose();
        return to;
    }

    /** By Rec. 709. */
    private static byte[] light(BufferedImage picture) {
        int width = picture.getWidth();
        byte[] light = new byte[width * picture.getHeight()];
        int[] row = new int[width];
        for (int y = 0; y < picture.getHeight(); y++) {
            picture.getRGB(0, y, width, 1, row, 0, width);
            for (int x = 0; x < width; x++) {
                int c = row[x];
                light[y * width + x] =
                        (byte) ((2126 * (c >> 16 & 0xff) + 7152 * (c >> 8 & 0xff) + 722 * (c & 0xff)) / 10_000);
            }
        }
        return light;
    }

    /** A line where it stands on the page that is read. */
    private record Placed(Line line, int top, double scale, int wide, int tall) {
        private int x(int left) {
            return (int) Math.round(MARGIN + (left - line.left()) * scale);
        }
    }

    private Text read(List<Line> lines, int width, int height) throws IOException {
        List<Placed> page = new ArrayList<>();
        int bottom = MARGIN;
        int whole = 0;
        for (Line line : lines) {
            double scale = scale(line);
            int wide = (int) ((line.right() - line.left() + 1) * scale);
            int tall = (int) ((line.bottom() - line.top() + 1) * scale);
            whole += wide;
            if (wide > 0 && tall > 0 && wide <= WIDEST && tall <= TALLEST && whole <= WHOLE) {
                page.add(new Placed(line, bottom, scale, wide, tall));
                bottom += tall + 2 * MARGIN;
            }
        }
        if (page.isEmpty()) {
            return new Text(0, By.READER, "");
        }
        String read = tools.run(
                List.of(tesseract, "stdin", "stdout", "--psm", "11", "-l", languages(), "--dpi", "150", "tsv"),
                png(drawn(page, bottom, width)),
                line -> true);
        List<Word> words =
                read.lines().skip(1).map(Word::of).filter(Objects::nonNull).toList();
        int fields = 0;
        Set<String> said = new LinkedHashSet<>();
        for (Placed line : page) {
            List<Word> on = words.stream()
                    .filter(w -> w.middle() >= line.top - MARGIN && w.middle() <= line.top + line.tall + MARGIN)
                    .filter(w -> fields(line, w, width, height) != 0)
                    .toList();
            // A letter by itself is a stitch or a window, unless a word stands beside it.
            if (on.stream().anyMatch(w -> w.letters > 1)) {
                for (Word word : on) {
                    fields |= fields(line, word, width, height);
                    said.add(word.says);
                }
            }
        }
        return new Text(fields, By.READER, said(said));
    }

    private static String said(Set<String> words) {
        String said = String.join(" ", words);
        return said.length() <= LONGEST_SAID ? said : said.substring(0, LONGEST_SAID);
    }

    /** The languages that are installed; asked for once there are any. */
    private synchronized String languages() {
        if (languages.isEmpty()) {
            Set<String> there = tools.run(List.of(tesseract, "--list-langs"), new byte[0], l -> true)
                    .lines()
                    .collect(Collectors.toSet());
            languages = LANGUAGES.stream().filter(there::contains).collect(Collectors.joining("+"));
        }
        return languages;
    }

    private static double scale(Line line) {
        int[] tall = line.marks().stream()
                .mapToInt(m -> m.bottom() - m.top() + 1)
                .sorted()
                .toArray();
        double letter = Math.max(tall[tall.length / 2], 0.45 * (line.bottom() - line.top() + 1));
        return Math.min(MOST_GROWN, LETTER / letter);
    }

    private static BufferedImage drawn(List<Placed> page, int bottom, int pictureWidth) {
        int wide = page.stream().mapToInt(s -> s.wide).max().orElseThrow() + 2 * MARGIN;
        BufferedImage drawn = new BufferedImage(wide, bottom, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D graphics = drawn.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, wide, bottom);
        for (Placed s : page) {
            BufferedImage line = scaled(alone(s.line, pictureWidth), s.wide, s.tall, BufferedImage.TYPE_BYTE_GRAY);
            graphics.drawImage(line, MARGIN, s.top, null);
        }
        graphics.dispose();
        return drawn;
    }

    /** Its marks alone, black on white. */
    private static BufferedImage alone(Line line, int pictureWidth) {
        int left = line.left();
        int top = line.top();
        int wide = line.right() - left + 1;
        BufferedImage alone = new BufferedImage(wide, line.bottom() - top + 1, BufferedImage.TYPE_BYTE_GRAY);
        byte[] pixels = ((DataBufferByte) alone.getRaster().getDataBuffer()).getData();
        Arrays.fill(pixels, (byte) 0xff);
        for (Mark mark : line.marks()) {
            for (int at : mark.pixels()) {
                pixels[(at / pictureWidth - top) * wide + at % pictureWidth - left] = 0;
            }
        }
        return alone;
    }

    private static byte[] png(BufferedImage picture) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, "PNG", out);
        return out.toByteArray();
    }

    /** The fields of the letters that a word was read from. */
    private static int fields(Placed s, Word word, int width, int height) {
        int fields = 0;
        for (Mark m : s.line.marks()) {
            int middle = (s.x(m.left()) + s.x(m.right())) / 2;
            if (middle >= word.left - 2 && middle <= word.right + 2) {
                fields |= TextOnPicture.fields(m.left(), m.top(), m.right(), m.bottom(), width, height);
            }
        }
        return fields;
    }

    /** A word that is surely one, where it stands on the page. */
    private record Word(String says, long letters, int left, int right, int middle) {
        private static final int COLUMNS = 12;
        private static final String OF_WORDS = "5";

        static @Nullable Word of(String row) {
            String[] cells = row.split("\t");
            if (cells.length < COLUMNS || !cells[0].equals(OF_WORDS)) {
                return null;
            }
            String says = cells[11].strip();
            long letters = says.codePoints().filter(Character::isLetterOrDigit).count();
            double sure = Double.parseDouble(cells[10]);
            if (letters == 0 || sure < (letters > FEW ? SURE : SURE_OF_FEW)) {
                return null;
            }
            int left = Integer.parseInt(cells[6]);
            int top = Integer.parseInt(cells[7]);
            return new Word(
                    says, letters, left, left + Integer.parseInt(cells[8]), top + Integer.parseInt(cells[9]) / 2);
        }
    }
}
