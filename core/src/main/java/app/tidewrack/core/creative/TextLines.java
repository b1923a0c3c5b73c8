package app.tidewrack.core.creative;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Finds what may be lines of text on a picture: marks darker, or lighter, than what is around them (a local threshold by mean and
 * deviation, as of Niblack 1986), of like height and side by side. What of it is text, a reader of letters tells.
 */
public final class TextLines {
    /** Half the side of the square around a pixel that it is compared with. */
    private static final int AROUND = 34;

    private static final double DEVIATIONS = 0.75;
    private static final double LEAST_CONTRAST = 13;

    private static final int LEAST_HEIGHT = 9;
    private static final double TALLEST = 0.3;
    private static final double LEAST_FILLED = 0.08;
    private static final double MOST_FILLED = 0.97;
    private static final double WIDEST = 9;

    /** Between neighbours, in heights of the taller. */
    private static final double GAP = 1.05;

    private static final double LIKE = 2.7;
    private static final double SIDE_BY_SIDE = 0.45;
    private static final double SAME_FOOT = 0.4;

    private static final int MOST_LINES = 40;

    /** That are looked at, the largest: of a page of text these are enough to say so. */
    private static final int MOST_LETTERS = 600;

    /** From so many on it is cloth, grass or noise; letters on it are larger than its threads. */
    private static final int TEXTURE = 1_500;

    private static final int LARGEST_OF_TEXTURE = 150;

    private final int width;
    private final int height;

    private TextLines(int width, int height) {
        this.width = width;
        this.height = height;
    }

    /**
     * Pixels that belong together.
     *
     * @param pixels each {@code y × width + x}
     */
    public record Mark(int left, int top, int right, int bottom, int[] pixels) {
        private int tall() {
            return bottom - top + 1;
        }

        private int wide() {
            return right - left + 1;
        }
    }

    /** Marks side by side, from left to right. */
    public record Line(List<Mark> marks) {
        public int left() {
            return marks.stream().mapToInt(Mark::left).min().orElseThrow();
        }

        public int top() {
            return marks.stream().mapToInt(Mark::top).min().orElseThrow();
        }

        public int right() {
            return marks.stream().mapToInt(Mark::right).max().orElseThrow();
        }

        public int bottom() {
            return marks.stream().mapToInt(Mark::bottom).max().orElseThrow();
        }
    }

    /**
     * @param light of each pixel, row by row, 0 to 255 as an unsigned byte
     * @return at most 40 lines, those with most pixels first
     */
    public static List<Line> find(int width, int height, byte[] light) {
        TextLines picture = new TextLines(width, height);
        byte[] side = picture.sides(light);
        List<Line> lines = new ArrayList<>();
        for (byte polarity : new byte[] {-1, 1}) {
            lines.addAll(picture.lines(picture.marks(side, polarity)));
        }
        lines.sort(Comparator.comparingInt((Line l) -> -pixels(l.marks())));
        return List.copyOf(lines.subList(0, Math.min(MOST_LINES, lines.size())));
    }

    private static int pixels(List<Mark> marks) {
        return marks.stream().mapToInt(m -> m.pixels().length).sum();
    }

    /** For each pixel −1 where it is darker than what is around it, 1 where lighter, else 0. */
    private byte[] sides(byte[] light) {
        int[] sums = new int[width];
        int[] squares = new int[width];
        byte[] side = new byte[width * height];
        for (int y = 0; y < Math.min(AROUND, height); y++) {
            take(light, y, 1, sums, squares);
        }
        for (int y = 0; y < height; y++) {
            if (y + AROUND < height) {
                take(light, y + AROUND, 1, sums, squares);
            }
            if (y - AROUND - 1 >= 0) {
                take(light, y - AROUND - 1, -1, sums, squares);
            }
            int rows = Math.min(height, y + AROUND + 1) - Math.max(0, y - AROUND);
            sides(light, y, rows, sums, squares, side);
        }
        return side;
    }

    /** Puts a row into the sums of the columns, or takes it out. */
    private void take(byte[] light, int y, int sign, int[] sums, int[] squares) {
        for (int x = 0; x < width; x++) {
            int l = light[y * width + x] & 0xff;
            sums[x] += sign * l;
            squares[x] += sign * l * l;
        }
    }

    private void sides(byte[] light, int y, int rows, int[] sums, int[] squares, byte[] side) {
        long sum = 0;
        long square = 0;
        for (int x = 0; x < Math.min(AROUND, width); x++) {
            sum += sums[x];
            square += squares[x];
        }
        for (int x = 0; x < width; x++) {
            if (x + AROUND < width) {
                sum += sums[x + AROUND];
                square += squares[x + AROUND];
            }
            if (x - AROUND - 1 >= 0) {
                sum -= sums[x - AROUND - 1];
                square -= squares[x - AROUND - 1];
            }
            double n = (double) rows * (Math.min(width, x + AROUND + 1) - Math.max(0, x - AROUND));
            double mean = sum / n;
            double deviation = Math.sqrt(Math.max(0, square / n - mean * mean));
            double off = (light[y * width + x] & 0xff) - mean;
            double least = Math.max(LEAST_CONTRAST, DEVIATIONS * deviation);
            side[y * width + x] = (byte) (off > least ? 1 : off < -least ? -1 : 0);
        }
    }

    /** Pixels of one side that touch, also over corners. */
    private List<Mark> marks(byte[] side, byte polarity) {
        List<Mark> marks = new ArrayList<>();
        boolean[] seen = new boolean[side.length];
        int[] stack = new int[side.length];
        for (int start = 0; start < side.length; start++) {
            if (side[start] != polarity || seen[start]) {
                continue;
            }
            int size = 0;
            int done = 0;
            stack[size++] = start;
            seen[start] = true;
            int left = width;
            int right = 0;
            int top = height;
            int bottom = 0;
            while (done < size) {
                int at = stack[done++];
                int x = at % width;
                int y = at / width;
                left = Math.min(left, x);
                right = Math.max(right, x);
                top = Math.min(top, y);
                bottom = Math.max(bottom, y);
                for (int dy = -1; dy <= 1; dy++) {
                    for (int dx = -1; dx <= 1; dx++) {
                        int nx = x + dx;
                        int ny = y + dy;
                        if (nx < 0 || ny < 0 || nx >= width || ny >= height) {
                            continue;
                        }
                        int next = ny * width + nx;
                        if (side[next] == polarity && !seen[next]) {
                            seen[next] = true;
                            stack[size++] = next;
                        }
                    }
                }
            }
            marks.add(new Mark(left, top, right, bottom, Arrays.copyOf(stack, size)));
        }
        return marks;
    }

    private boolean letterLike(Mark m) {
        double filled = (double) m.pixels().length / (m.wide() * (double) m.tall());
        boolean bar = m.wide() * 3 < m.tall();
        return m.tall() >= LEAST_HEIGHT
                && m.tall() <= TALLEST * height
                && m.wide() <= WIDEST * m.tall()
                && m.wide() >= 2
                && filled >= LEAST_FILLED
                && (filled <= MOST_FILLED || bar);
    }

    private List<Line> lines(List<Mark> all) {
        List<Mark> like = all.stream().filter(this::letterLike).toList();
        List<Mark> letters = like.stream()
                .sorted(Comparator.comparingInt((Mark m) -> -m.pixels().length))
                .limit(like.size() > TEXTURE ? LARGEST_OF_TEXTURE : MOST_LETTERS)
                .sorted(Comparator.comparingInt(Mark::left))
                .toList();
        int[] of = new int[letters.size()];
        Arrays.setAll(of, i -> i);
        for (int i = 0; i < letters.size(); i++) {
            for (int j = i + 1; j < letters.size(); j++) {
                Mark a = letters.get(i);
                Mark b = letters.get(j);
                if (b.left() - a.right() > GAP * TALLEST * height) {
                    break;
                }
                if (neighbours(a, b)) {
                    of[root(of, j)] = root(of, i);
                }
            }
        }
        List<List<Mark>> groups = new ArrayList<>();
        for (int i = 0; i < of.length; i++) {
            groups.add(new ArrayList<>());
        }
        for (int i = 0; i < of.length; i++) {
            groups.get(root(of, i)).add(letters.get(i));
        }
        return groups.stream()
                .filter(g -> g.size() > 1)
                .sorted(Comparator.comparingInt((List<Mark> g) -> -pixels(g)))
                .limit(MOST_LINES)
                .map(g -> new Line(withDots(g, all)))
                .toList();
    }

    private static int root(int[] of, int i) {
        int at = i;
        while (of[at] != at) {
            of[at] = of[of[at]];
            at = of[at];
        }
        return at;
    }

    private static boolean neighbours(Mark a, Mark b) {
        int taller = Math.max(a.tall(), b.tall());
        int shorter = Math.min(a.tall(), b.tall());
        int beside = Math.min(a.bottom(), b.bottom()) - Math.max(a.top(), b.top()) + 1;
        return b.left() - a.right() <= GAP * taller
                && taller <= LIKE * shorter
                && beside >= SIDE_BY_SIDE * shorter
                && Math.abs(a.bottom() - b.bottom()) <= SAME_FOOT * taller;
    }

    /** With dots, commas and dashes, which are too small to begin a line. */
    private static List<Mark> withDots(List<Mark> letters, List<Mark> all) {
        Line line = new Line(letters);
        int tall = line.bottom() - line.top() + 1;
        int reach = tall / 3;
        List<Mark> marks = new ArrayList<>(letters);
        for (Mark m : all) {
            boolean small = m.tall() < LEAST_HEIGHT || m.tall() < tall / 2;
            if (small
                    && m.pixels().length > 3
                    && !letters.contains(m)
                    && m.left() >= line.left() - reach
                    && m.right() <= line.right() + reach
                    && m.top() >= line.top() - reach
                    && m.bottom() <= line.bottom() + reach) {
                marks.add(m);
            }
        }
        marks.sort(Comparator.comparingInt(Mark::left));
        return marks;
    }
}
