package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.server.creative.ManyCreatives.Slot;
import app.tidewrack.server.web.JsonColumn;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a person chose and typed of a creative, without the name; media by hash, form and script by id. */
@JsonColumn(readOnce = true)
public record CreativeDraft(
        String format,
        List<String> media,
        List<String> bodies,
        List<String> headlines,
        List<String> descriptions,
        List<String> callsToAction,
        String link,
        String brand,
        String post,
        List<Card> cards,
        @Nullable String formId,
        @Nullable String scriptId) {

    /** A draft of one picture and one of each text, as most are. */
    public static CreativeDraft picture(
            @Nullable String sha, String body, String headline, String description, String action, String link) {
        return new CreativeDraft(
                Creative.SINGLE_PICTURE,
                sha == null ? List.of() : List.of(sha),
                some(body),
                some(headline),
                some(description),
                some(action),
                link,
                "",
                "",
                List.of(),
                null,
                null);
    }

    /** A draft that stands on something of a profile's own. */
    public static CreativeDraft on(String format, String post, String link) {
        return new CreativeDraft(
                format, List.of(), List.of(), List.of(), List.of(), List.of(), link, "", post, List.of(), null, null);
    }

    private static List<String> some(String text) {
        return text.isEmpty() ? List.of() : List.of(text);
    }

    /** The same in another format. */
    CreativeDraft in(String other) {
        return new CreativeDraft(
                other,
                media,
                bodies,
                headlines,
                descriptions,
                callsToAction,
                link,
                brand,
                post,
                cards,
                formId,
                scriptId);
    }

    /** What stands in a part. */
    List<String> of(Slot slot) {
        return switch (slot) {
            case MEDIA -> media;
            case HEADLINE -> headlines;
            case BODY -> bodies;
            case DESCRIPTION -> descriptions;
            case LINK -> List.of(link);
        };
    }

    /** The same with other values in a part; where it leads takes the first. */
    CreativeDraft with(Slot slot, List<String> values) {
        return new CreativeDraft(
                format,
                slot == Slot.MEDIA ? values : media,
                slot == Slot.BODY ? values : bodies,
                slot == Slot.HEADLINE ? values : headlines,
                slot == Slot.DESCRIPTION ? values : descriptions,
                callsToAction,
                slot == Slot.LINK ? values.get(0) : link,
                brand,
                post,
                cards,
                formId,
                scriptId);
    }

    /** The same with one part made of one value alone. */
    CreativeDraft with(Part part, String value) {
        return with(part, List.of(value));
    }

    /** The same with one part left open. */
    CreativeDraft without(Part part) {
        return with(part, List.of());
    }

    private CreativeDraft with(Part part, List<String> values) {
        return new CreativeDraft(
                format,
                part == Part.MEDIA ? values : media,
                part == Part.BODY ? values : bodies,
                part == Part.HEADLINE ? values : headlines,
                part == Part.DESCRIPTION ? values : descriptions,
                part == Part.CALL_TO_ACTION ? values : callsToAction,
                link,
                brand,
                post,
                cards,
                formId,
                scriptId);
    }
}
