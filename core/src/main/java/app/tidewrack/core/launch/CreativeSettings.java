package app.tidewrack.core.launch;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.ChatScript.Reply;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.LeadForm;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What an ad shows on a network, its tokens filled and its links tracked. Texts and links that say nothing are left out or empty.
 *
 * @param format code of the rulebooks' formats
 * @param brand empty where none is named
 * @param media SHA-256 of each picture or video, in hexadecimal
 * @param posters SHA-256 of the picture that is seen before each of the media plays, empty where it has none; no list at all where none
 *     has one, or the network takes none
 * @param link where it leads; empty for formats that lead nowhere
 * @param post id of an existing post or answer; empty for other formats
 * @param form for a lead form ad
 * @param chat for click-to-chat
 * @param message for a direct message
 */
public record CreativeSettings(
        String format,
        String brand,
        List<String> media,
        List<String> posters,
        List<String> bodies,
        List<String> headlines,
        List<String> descriptions,
        List<String> callsToAction,
        String link,
        String post,
        List<Card> cards,
        @Nullable FormSettings form,
        @Nullable ChatSettings chat,
        @Nullable MessageSettings message) {

    public CreativeSettings {
        media = List.copyOf(media);
        posters = List.copyOf(posters);
        bodies = List.copyOf(bodies);
        headlines = List.copyOf(headlines);
        descriptions = List.copyOf(descriptions);
        callsToAction = List.copyOf(callsToAction);
        cards = List.copyOf(cards);
    }

    /** One version of a lead form; what a network has of it never changes. */
    public record FormSettings(String id, int version) {}

    /** @param replies what people can choose to say */
    public record ChatSettings(String greeting, List<String> replies) {
        public ChatSettings {
            replies = List.copyOf(replies);
        }
    }

    /** @param sender who agreed to be named */
    public record MessageSettings(String sender, String subject, String body, String button) {}

    /** What a creative shows once its tokens are filled and its links tracked, on a network that takes posters or does not. */
    static CreativeSettings of(Creative c, boolean takesPosters) {
        LeadForm form = c.form();
        ChatScript chat = c.chat();
        DirectMessage message = c.message();
        String banner = message == null ? null : message.bannerSha();
        return new CreativeSettings(
                c.format(),
                c.brand(),
                banner != null && c.media().isEmpty()
                        ? List.of(banner)
                        : c.media().stream().map(Medium::sha256).toList(),
                takesPosters ? posters(c.media()) : List.of(),
                filled(c.bodies()),
                filled(c.headlines()),
                filled(c.descriptions()),
                c.callsToAction(),
                message == null ? c.link() : message.link(),
                c.post(),
                c.cards(),
                form == null ? null : new FormSettings(form.id(), form.version()),
                chat == null
                        ? null
                        : new ChatSettings(
                                chat.greeting(),
                                chat.replies().stream().map(Reply::text).toList()),
                message == null
                        ? null
                        : new MessageSettings(message.sender(), message.subject(), message.body(), message.button()));
    }

    private static List<String> posters(List<Medium> media) {
        List<String> posters = media.stream()
                .map(m -> m.video() == null || m.video().poster() == null
                        ? ""
                        : m.video().poster())
                .toList();
        return posters.stream().allMatch(String::isEmpty) ? List.of() : posters;
    }

    private static List<String> filled(List<String> texts) {
        return texts.stream().filter(t -> !t.isBlank()).toList();
    }

    /** The same asking by a form under another id, as the network knows it. */
    public CreativeSettings asking(String formId) {
        return form == null ? this : with(bodies, headlines, link, new FormSettings(formId, form.version()));
    }

    /** The same with other texts, leading elsewhere. */
    public CreativeSettings saying(List<String> otherBodies, List<String> otherHeadlines, String otherLink) {
        return with(otherBodies, otherHeadlines, otherLink, form);
    }

    private CreativeSettings with(
            List<String> newBodies, List<String> newHeadlines, String newLink, @Nullable FormSettings newForm) {
        return new CreativeSettings(
                format,
                brand,
                media,
                posters,
                newBodies,
                newHeadlines,
                descriptions,
                callsToAction,
                newLink,
                post,
                cards,
                newForm,
                chat,
                message);
    }
}
