package app.tidewrack.core.creative;

import app.tidewrack.core.creative.Creative.Part;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * Short codes of the phrases of a copy deck.
 *
 * @param byText code such as {@code H2} by text, for each of body, headline and description
 */
public record CopyCodes(Map<Part, Map<String, String>> byText) {
    public static final CopyCodes NONE = new CopyCodes(Map.of());

    public CopyCodes {
        byText = Map.copyOf(byText);
    }

    /** Codes of texts, joined by {@code +}; empty when one of them is not in the deck, since the rest would name another ad. */
    public String of(Part part, List<String> texts) {
        Map<String, String> codes = byText.getOrDefault(part, Map.of());
        return texts.stream().allMatch(codes::containsKey)
                ? texts.stream().map(codes::get).map(Objects::requireNonNull).collect(Collectors.joining("+"))
                : "";
    }
}
