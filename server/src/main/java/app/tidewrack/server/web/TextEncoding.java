package app.tidewrack.server.web;

import com.ibm.icu.text.CharsetDetector;
import com.ibm.icu.text.CharsetMatch;
import java.nio.charset.Charset;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;

/** Which of the encodings of one byte a text has that is no UTF-8, by how often its letters stand together in languages (ICU). */
public final class TextEncoding {
    /** By the names ICU gives them: all are read as the wider one of Windows. */
    private static final Map<String, String> READ = Map.of(
            "ISO-8859-1", "windows-1252",
            "ISO-8859-2", "windows-1250",
            "ISO-8859-5", "windows-1251",
            "ISO-8859-7", "windows-1253",
            "ISO-8859-9", "windows-1254",
            "windows-1250", "windows-1250",
            "windows-1251", "windows-1251",
            "windows-1252", "windows-1252",
            "windows-1253", "windows-1253",
            "windows-1254", "windows-1254");

    private static final Charset USUAL = Charset.forName("windows-1252");
    private static final int MOST_BYTES = 1 << 16;

    private TextEncoding() {}

    /** @param beginning of the text; its first bytes are looked at */
    public static Charset ofOneByte(byte[] beginning) {
        byte[] foreign = foreign(beginning);
        CharsetDetector detector = new CharsetDetector();
        detector.setText(foreign);
        return Arrays.stream(detector.detectAll())
                .map(CharsetMatch::getName)
                .filter(READ::containsKey)
                .findFirst()
                .map(name -> Charset.forName(Objects.requireNonNull(READ.get(name))))
                .orElse(USUAL);
    }

    /** Words with letters beyond ASCII: addresses and numbers say nothing of the language. */
    private static byte[] foreign(byte[] text) {
        byte[] words = new byte[Math.min(MOST_BYTES, text.length)];
        int to = 0;
        int from = 0;
        boolean beyond = false;
        for (int i = 0; i <= text.length && to < words.length; i++) {
            boolean letter = i < text.length && (text[i] < 0 || Character.isLetter(text[i]));
            if (letter) {
                beyond |= text[i] < 0;
                continue;
            }
            if (beyond) {
                int length = Math.min(i - from, words.length - to - 1);
                System.arraycopy(text, from, words, to, Math.max(0, length));
                to += Math.max(0, length);
                words[to++] = ' ';
            }
            from = i + 1;
            beyond = false;
        }
        return Arrays.copyOf(words, to);
    }
}
