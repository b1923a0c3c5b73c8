package app.tidewrack.core.film;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads captions of two open formats: WebVTT (W3C) and SubRip, which has no standard. Of a file only times and words are taken: where
 * they stand and how they look is the film’s.
 */
public final class CaptionFile {
    public static final int MOST_CAPTIONS = 400;
    public static final int LONGEST_TEXT = 200;
    public static final int LONGEST_FILE = 200_000;

    private static final String TIME = "(?:(\\d{1,4}):)?(\\d{1,2}):(\\d{2})[.,](\\d{3})";
    private static final Pattern TIMES = Pattern.compile("^\\s*" + TIME + "\\s+-->\\s+" + TIME + "(?:\\s.*)?$");
    private static final Pattern NO_CAPTION = Pattern.compile("^(NOTE|STYLE|REGION)(\\s.*)?$");
    private static final Pattern TAG = Pattern.compile("<[^>]*>|\\{\\\\[^}]*}");

    private CaptionFile() {}

    /**
     * @throws Refusal (field {@code captions}) that names the line, when a time cannot be read, a caption ends before it begins, or
     *     begins before the one before it has ended
     */
    public static List<Caption> read(String file) {
        if (file.length() > LONGEST_FILE) {
            throw refused(
                    "The file has %,d characters, the most is %,d.".formatted(file.length(), LONGEST_FILE),
                    "Cut it to what this film says.");
        }
        String[] lines = file.replaceFirst("^\uFEFF", "").split("\\r\\n|\\r|\\n", -1);
        List<Caption> captions = new ArrayList<>();
        int at = 0;
        while (at < lines.length) {
            int end = at;
            while (end < lines.length && !lines[end].isBlank()) {
                end++;
            }
            block(lines, at, end, captions);
            at = end + 1;
        }
        if (captions.isEmpty()) {
            throw refused(
                    "The file holds no captions.",
                    "Each has a line like “00:00:01.000 --> 00:00:03.500”, and its words below it.");
        }
        requireOrder(captions);
        return List.copyOf(captions);
    }

    private static void block(String[] lines, int from, int to, List<Caption> captions) {
        if (from == to || NO_CAPTION.matcher(lines[from]).matches() || from == 0 && lines[0].startsWith("WEBVTT")) {
            return;
        }
        int timed = from;
        while (timed < to && !lines[timed].contains("-->")) {
            timed++;
        }
        if (timed == to) {
            throw refused(
                    "Line %d, “%s”, belongs to no caption.".formatted(from + 1, shortened(lines[from])),
                    "Write a line like “00:00:01.000 --> 00:00:03.500” above the words.");
        }
        Matcher times = TIMES.matcher(lines[timed]);
        if (!times.matches() || minutesAreOver(times)) {
            throw refused(
                    "Line %d, “%s”, has times that cannot be read.".formatted(timed + 1, shortened(lines[timed])),
                    "Write them like “00:00:01.000 --> 00:00:03.500”.");
        }
        double begins = seconds(times, 1);
        double ends = seconds(times, 5);
        if (ends <= begins) {
            throw refused(
                    "Line %d ends at %.3f s, before it begins at %.3f s.".formatted(timed + 1, ends, begins),
                    "Change its times.");
        }
        StringBuilder text = new StringBuilder();
        for (int i = timed + 1; i < to; i++) {
            text.append(text.isEmpty() ? "" : "\n").append(plain(lines[i]));
        }
        if (!text.toString().isBlank()) {
            captions.add(new Caption(begins, ends, text.toString().strip()));
        }
    }

    private static boolean minutesAreOver(Matcher times) {
        return List.of(2, 3, 6, 7).stream().anyMatch(g -> Integer.parseInt(times.group(g)) > 59);
    }

    private static double seconds(Matcher times, int group) {
        String hours = times.group(group);
        return (hours == null ? 0 : Integer.parseInt(hours)) * 3600
                + Integer.parseInt(times.group(group + 1)) * 60
                + Integer.parseInt(times.group(group + 2))
                + Integer.parseInt(times.group(group + 3)) / 1000.0;
    }

    /** Words without tags, and with the characters that WebVTT’s escapes stand for. */
    private static String plain(String line) {
        return TAG.matcher(line)
                .replaceAll("")
                .replace("&lt;", "<")
                .replace("&gt;", ">")
                .replace("&nbsp;", "\u00A0")
                .replace("&lrm;", "\u200E")
                .replace("&rlm;", "\u200F")
                .replace("&amp;", "&");
    }

    /** @throws Refusal (field {@code captions}) when there are none or too many, one is too long, or two are seen at once */
    static void requireOrder(List<Caption> captions) {
        if (captions.isEmpty() || captions.size() > MOST_CAPTIONS) {
            throw refused(
                    "There are %d captions.".formatted(captions.size()), "Bring 1 to %d.".formatted(MOST_CAPTIONS));
        }
        double end = 0;
        for (int i = 0; i < captions.size(); i++) {
            Caption caption = captions.get(i);
            String which = "Caption %d, “%s”,".formatted(i + 1, shortened(caption.text()));
            if (!(caption.from() >= 0 && caption.to() > caption.from())) {
                throw refused(
                        "%s is seen from %.3f to %.3f s.".formatted(which, caption.from(), caption.to()),
                        "Change its times.");
            }
            if (caption.text().isBlank() || caption.text().length() > LONGEST_TEXT) {
                throw refused(
                        "%s has %d characters.".formatted(which, caption.text().length()),
                        "Write 1 to %d.".formatted(LONGEST_TEXT));
            }
            if (caption.from() < end) {
                throw refused(
                        "%s begins at %.3f s, before the one before it is gone at %.3f s."
                                .formatted(which, caption.from(), end),
                        "Put them in order, one at a time.");
            }
            end = caption.to();
        }
    }

    private static String shortened(String text) {
        String line = text.replace('\n', ' ').strip();
        return line.length() <= 40 ? line : line.substring(0, 39) + "…";
    }

    private static Refusal refused(String says, String remedy) {
        return new Refusal("captions", says, remedy);
    }
}
