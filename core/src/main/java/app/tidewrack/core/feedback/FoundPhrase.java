package app.tidewrack.core.feedback;

import java.util.List;

/**
 * Words that many people said of the same thing.
 *
 * @param words as most of them said it, in small letters but where the language writes nouns large
 * @param said by how many people with this feeling
 * @param people who said it at all
 * @param keyness how sure it is that they say it more often than is ordinary
 * @param alike other ways of saying it that were joined to it, the commonest first
 * @param sentences where it stands, the shortest first, none twice
 */
public record FoundPhrase(
        String words,
        Feeling feeling,
        int said,
        int people,
        Keyness keyness,
        List<String> alike,
        List<Sentence> sentences) {

    /**
     * @param source which of the collections it came with
     * @param from where the phrase begins in it, in UTF-16 units
     * @param to where it ends
     */
    public record Sentence(String text, int from, int to, String source) {}
}
