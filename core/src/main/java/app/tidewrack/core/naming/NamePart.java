package app.tidewrack.core.naming;

import app.tidewrack.core.refusal.Refusal;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * One part of a pattern: a fixed word, or a token's value after an optional mark.
 *
 * @param token null for a fixed word
 * @param text the fixed word, or the mark that stands right before the value and tells it from others: {@code age} in
 *     {@code age25-34}; 0 to {@link #LONGEST_TEXT} characters
 * @param writing how its letters are written
 * @param optional left out where there is no value; a part that is not is wanting then
 * @param digits a counter's least digits, 1 to 6
 */
public record NamePart(@Nullable Token token, String text, Writing writing, boolean optional, int digits) {
    public static final int LONGEST_TEXT = 40;

    public enum Writing {
        AS_IT_IS,
        LOWER,
        UPPER;

        String of(String text) {
            return switch (this) {
                case AS_IT_IS -> text;
                case LOWER -> text.toLowerCase(Locale.ROOT);
                case UPPER -> text.toUpperCase(Locale.ROOT);
            };
        }
    }

    /** @throws Refusal (field {@code parts}) when the word is empty or too long, or the digits are out of range */
    public NamePart {
        if (token == null && text.isBlank()) {
            throw new Refusal("parts", "A fixed word is empty.", "Type the word, or take the part out.");
        }
        if (text.length() > LONGEST_TEXT || text.chars().anyMatch(Character::isISOControl)) {
            throw new Refusal(
                    "parts",
                    "“%s” has %d characters; a word or mark has up to %d and no line breaks."
                            .formatted(text, text.length(), LONGEST_TEXT),
                    "Shorten it.");
        }
        if (digits < 1 || digits > 6) {
            throw new Refusal("parts", "A counter of %d digits; it has 1 to 6.".formatted(digits), "Choose 1 to 6.");
        }
    }

    /** A token's value as it is. */
    public static NamePart of(Token token) {
        return new NamePart(token, "", Writing.AS_IT_IS, false, 1);
    }

    /** A fixed word. */
    public static NamePart word(String text) {
        return new NamePart(null, text, Writing.AS_IT_IS, false, 1);
    }

    public NamePart leftOutWhenEmpty() {
        return new NamePart(token, text, writing, true, digits);
    }

    public NamePart written(Writing changed) {
        return new NamePart(token, text, changed, optional, digits);
    }

    /** As people call it. */
    String words() {
        return token == null ? "“" + text + "”" : token.words();
    }
}
