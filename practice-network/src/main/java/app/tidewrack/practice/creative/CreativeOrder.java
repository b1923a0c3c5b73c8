package app.tidewrack.practice.creative;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is sent to make a creative or change it. A mix ad has several of each part; all others have one.
 *
 * @param format code of the rulebook
 * @param profile who it is from; null for the account's first
 * @param brand the brand's name, where a placement shows it
 * @param media SHA-256 of media sent before
 * @param posters pictures that are seen before each of the media plays, empty for none; no list for none at all
 * @param link where a click leads; null for formats that lead nowhere
 * @param form id of the lead form of a lead form ad
 * @param post id of an existing post or answer
 * @param message for a direct message
 * @param chat for click-to-chat
 * @param cards what stands on each card of a format with cards, in the order of their media; none to show them bare
 */
public record CreativeOrder(
        String account,
        String name,
        String format,
        @Nullable String profile,
        @Nullable String brand,
        List<String> media,
        List<String> posters,
        List<String> bodies,
        List<String> headlines,
        List<String> descriptions,
        List<String> callsToAction,
        @Nullable String link,
        @Nullable String form,
        @Nullable String post,
        @Nullable Message message,
        @Nullable Chat chat,
        List<Card> cards) {

    public CreativeOrder {
        media = media == null ? List.of() : media;
        posters = posters == null ? List.of() : posters;
        bodies = bodies == null ? List.of() : bodies;
        headlines = headlines == null ? List.of() : headlines;
        descriptions = descriptions == null ? List.of() : descriptions;
        callsToAction = callsToAction == null ? List.of() : callsToAction;
        cards = cards == null ? List.of() : cards;
    }

    /** @param sender who agreed to be named */
    public record Message(String sender, String subject, String body, String button) {}

    /**
     * @param greeting may hold {@code {first-name|…}} and {@code {city|…}}, filled for each person
     * @param replies what people can choose to answer
     */
    public record Chat(String greeting, List<String> replies) {
        public Chat {
            replies = replies == null ? List.of() : replies;
        }
    }

    /**
     * @param text a headline, or a product's name
     * @param price as it is shown, with its currency
     * @param link null for the creative's own
     */
    public record Card(
            String text, @Nullable String price, @Nullable String link) {}

    public boolean mixes() {
        return format.equals("mix");
    }
}
