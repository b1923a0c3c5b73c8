package app.tidewrack.core.text;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import java.util.Optional;

/** Text that can be kept, sent on and read: what UTF-8 can write and no program takes for a sign of its own. */
public final class WellFormed {
    private WellFormed() {}

    /**
     * What keeps a text from being kept: half of a surrogate pair, a control character other than tab and line breaks, or a code
     * point that is no character (Unicode, sections 23.1, 23.6 and 23.7).
     *
     * @return words that follow “it”, such as {@code holds a control character, U+0000}
     */
    public static Optional<String> fault(String text) {
        return text.codePoints()
                .mapToObj(WellFormed::fault)
                .flatMap(Optional::stream)
                .findFirst();
    }

    private static Optional<String> fault(int codePoint) {
        String kind = switch (Character.getType(codePoint)) {
            case Character.SURROGATE -> "half of a character";
            case Character.CONTROL -> breaks(codePoint) ? "" : "a control character";
            default ->
                UCharacter.hasBinaryProperty(codePoint, UProperty.NONCHARACTER_CODE_POINT)
                        ? "what is no character"
                        : "";
        };
        return kind.isEmpty() ? Optional.empty() : Optional.of("holds %s, U+%04X".formatted(kind, codePoint));
    }

    private static boolean breaks(int codePoint) {
        return codePoint == '\t' || codePoint == '\n' || codePoint == '\r';
    }

    /**
     * Whether anything of a text can be seen: not white space, and not one of the code points that are to be passed over where they
     * are not known (Unicode's {@code Default_Ignorable_Code_Point}).
     */
    public static boolean seen(String text) {
        return text.codePoints()
                .anyMatch(c -> !UCharacter.isUWhiteSpace(c)
                        && Character.getType(c) != Character.FORMAT
                        && !UCharacter.hasBinaryProperty(c, UProperty.DEFAULT_IGNORABLE_CODE_POINT));
    }

    /** A text with each code point that cannot be kept replaced by U+FFFD, for telling people what they sent. */
    public static String cleaned(String text) {
        StringBuilder clean = new StringBuilder(text.length());
        text.codePoints().map(c -> fault(c).isEmpty() ? c : 0xFFFD).forEach(clean::appendCodePoint);
        return clean.toString();
    }
}
