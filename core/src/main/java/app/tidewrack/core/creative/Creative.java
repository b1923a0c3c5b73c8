package app.tidewrack.core.creative;

import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.LeadForm;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What an ad shows: media, copy, calls to action and destination in one format. A mix ad has several of each; all others have at
 * most one text and one call to action. Parts may be missing while it is a draft.
 *
 * @param format code of the rulebooks' formats
 * @param brand the brand's name where a placement shows it; empty for the client's
 * @param post id of an existing post or answer; empty for other formats
 * @param cards what stands on each card of a format with cards, in the order of their media
 * @param form for a lead form ad
 * @param chat for click-to-chat
 * @param message for a direct message
 */
public record Creative(
        String id,
        String name,
        String format,
        List<Medium> media,
        List<String> bodies,
        List<String> headlines,
        List<String> descriptions,
        List<String> callsToAction,
        String link,
        String brand,
        String post,
        List<Card> cards,
        @Nullable LeadForm form,
        @Nullable ChatScript chat,
        @Nullable DirectMessage message) {

    /** The usual format: one picture. */
    public static final String SINGLE_PICTURE = "single-picture";

    /** One video. */
    public static final String SINGLE_VIDEO = "single-video";

    /** Several of each part, which the network combines. */
    public static final String MIX = "mix";

    public Creative {
        media = List.copyOf(media);
        bodies = List.copyOf(bodies);
        headlines = List.copyOf(headlines);
        descriptions = List.copyOf(descriptions);
        callsToAction = List.copyOf(callsToAction);
        cards = List.copyOf(cards);
    }

    /**
     * @param text a headline, or a product's name
     * @param price as it is shown, with its currency; empty where none is
     * @param link empty for the creative's own
     */
    public record Card(String text, String price, String link) {}

    /** The parts in which a creative can be wanting. */
    public enum Part {
        FORMAT,
        MEDIA,
        BODY,
        HEADLINE,
        DESCRIPTION,
        BRAND,
        CARD,
        CALL_TO_ACTION,
        LINK,
        POST,
        FORM,
        CHAT,
        MESSAGE
    }

    public boolean mixes() {
        return format.equals(MIX);
    }

    /** The same with every text of the ad itself changed in one way; scripts are filled by the network. */
    public Creative withTexts(UnaryOperator<String> change) {
        return new Creative(
                id,
                name,
                format,
                media,
                bodies.stream().map(change).toList(),
                headlines.stream().map(change).toList(),
                descriptions.stream().map(change).toList(),
                callsToAction,
                link,
                brand,
                post,
                cards.stream()
                        .map(c -> new Card(change.apply(c.text()), c.price(), c.link()))
                        .toList(),
                form,
                chat,
                message);
    }

    /** The same with where it leads, from itself and from its cards, changed in one way. */
    public Creative withLinks(UnaryOperator<String> change) {
        return new Creative(
                id,
                name,
                format,
                media,
                bodies,
                headlines,
                descriptions,
                callsToAction,
                change.apply(link),
                brand,
                post,
                cards.stream()
                        .map(c -> new Card(c.text(), c.price(), change.apply(c.link())))
                        .toList(),
                form,
                chat,
                message == null ? null : message.leading(change.apply(message.link())));
    }

    /** Every text of the ad itself. */
    public Stream<String> texts() {
        return Stream.of(
                        bodies,
                        headlines,
                        descriptions,
                        cards.stream().map(Card::text).toList())
                .flatMap(List::stream);
    }

    /** The part in which one of its {@link #texts} stands; of several the first. */
    public Part partOf(String text) {
        if (bodies.contains(text)) {
            return Part.BODY;
        }
        if (headlines.contains(text)) {
            return Part.HEADLINE;
        }
        return descriptions.contains(text) ? Part.DESCRIPTION : Part.CARD;
    }
}
