package app.tidewrack.core.text;

import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Codes in sentences, for what a rulebook at hand has no words for. Nothing is compared by these words. */
public final class CodeWords {
    private static final Map<String, String> FIELDS = Map.of(
            "privacyLink", "privacy link",
            "completion.link", "link of the completion",
            "completion.text", "text of the completion",
            "completion.button", "button of the completion");

    private CodeWords() {}

    /** {@code single-picture} is {@code single picture}. */
    public static String of(String code) {
        return code.replace('-', ' ').replace('_', ' ');
    }

    /** Several, with commas. */
    public static String of(Stream<String> codes) {
        return codes.map(CodeWords::of).collect(Collectors.joining(", "));
    }

    /** An input as the API calls it: {@code questions.0} is {@code question 1}, {@code privacyLink} is {@code privacy link}. */
    public static String ofField(String field) {
        String words = FIELDS.get(field);
        int dot = field.lastIndexOf('.');
        if (words != null || dot < 0) {
            return words == null ? field : words;
        }
        String one = field.substring(0, dot).replaceFirst("ies$", "y").replaceFirst("s$", "");
        return "%s %d".formatted(one, Integer.parseInt(field.substring(dot + 1)) + 1);
    }
}
