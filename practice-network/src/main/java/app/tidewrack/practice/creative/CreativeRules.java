package app.tidewrack.practice.creative;

import app.tidewrack.core.network.ChatRule;
import app.tidewrack.core.network.FormRule;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.CardRule;
import app.tidewrack.core.network.MessageRule;
import app.tidewrack.core.network.MixRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.FileRule;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.LandingLink;
import app.tidewrack.core.text.TextLength;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** What a network refuses to take as a creative or form; what only fails some placements is taken, and not shown there. */
public final class CreativeRules {
    private static final int MOST_OF_A_PRICE = 16;

    /** How far a poster's shape may be off its video's, as a share. */
    private static final double POSTER_TOLERANCE = 0.03;

    private CreativeRules() {}

    /** @throws Refusal when the creative breaks the rulebook wherever it might show */
    static void require(Rulebook rulebook, CreativeOrder order, List<Medium> media) {
        FormatRule format = rulebook.format(order.format())
                .orElseThrow(() -> new Refusal(
                        "format", "The format “%s” is not offered.".formatted(order.format()), "See the rulebook."));
        requireCounts(rulebook, format, order);
        requireCards(rulebook, format, order);
        for (Medium medium : media) {
            if (medium.video() ? !format.videos() : !format.pictures()) {
                throw new Refusal(
                        "media",
                        "%s takes no %s.".formatted(format.words(), medium.video() ? "video" : "picture"),
                        "Choose another format or file.");
            }
        }
        for (String action : order.callsToAction()) {
            if (rulebook.callsToAction().stream().noneMatch(c -> c.code().equals(action))) {
                throw new Refusal(
                        "callsToAction",
                        "The call to action “%s” is not offered.".formatted(action),
                        "See the rulebook.");
            }
        }
        requireLink(rulebook, "link", order.link());
        if (showsOn(rulebook, order, media).isEmpty()) {
            throw new Refusal(
                    "media",
                    firstMisfit(rulebook, format, order, media),
                    "Change the text or file to fit one placement.");
        }
    }

    private static void requireCounts(Rulebook rulebook, FormatRule format, CreativeOrder order) {
        between("media", order.media().size(), format.leastMedia(), format.mostMedia());
        MixRule mix = rulebook.mix();
        int texts = order.mixes() && mix != null ? mix.mostTexts() : 1;
        int actions = order.mixes() && mix != null ? mix.mostCallsToAction() : 1;
        between("bodies", order.bodies().size(), 0, texts);
        between("headlines", order.headlines().size(), 0, texts);
        between("descriptions", order.descriptions().size(), 0, texts);
        between("callsToAction", order.callsToAction().size(), 0, actions);
        MessageRule rule = rulebook.message();
        CreativeOrder.Message message = order.message();
        if (message != null && rule != null) {
            requireText("message.subject", message.subject(), rule.subjectLimit());
            requireText("message.body", message.body(), rule.bodyLimit());
            requireText("message.button", message.button(), rule.buttonLimit());
        }
    }

    private static void requireCards(Rulebook rulebook, FormatRule format, CreativeOrder order) {
        CardRule rule = format.cards();
        int given = order.cards().size();
        if (rule == null) {
            between("cards", given, 0, 0);
            return;
        }
        int wanted = order.media().size() - rule.first();
        if (given > 0 || rule.priced()) {
            between("cards", given, wanted, wanted);
        }
        for (CreativeOrder.Card card : order.cards()) {
            requireText("cards.text", card.text(), rule.textLimit());
            String price = card.price();
            if (rule.priced()) {
                requireText("cards.price", price == null ? "" : price, MOST_OF_A_PRICE);
            }
            requireLink(rulebook, "cards.link", card.link());
        }
    }

    /**
     * @param posters those that are named, in the order of the media; null for a medium without one
     * @throws Refusal when one is no picture of its video's shape, or none is taken
     */
    static void requirePosters(
            Rulebook rulebook, CreativeOrder order, List<Medium> media, List<@Nullable Medium> posters) {
        if (posters.isEmpty()) {
            return;
        }
        if (!rulebook.takesPoster(order.format())) {
            throw new Refusal("posters", "%s takes no posters.".formatted(rulebook.name()), "Leave them out.");
        }
        between("posters", posters.size(), media.size(), media.size());
        for (int i = 0; i < media.size(); i++) {
            Medium video = media.get(i);
            Medium poster = posters.get(i);
            if (poster == null) {
                continue;
            }
            double off = (double) poster.width() * video.height() / ((double) poster.height() * video.width());
            if (!video.video() || poster.video() || Math.abs(off - 1) > POSTER_TOLERANCE) {
                throw new Refusal(
                        "posters",
                        "Poster %d, of %d × %d px, does not suit a %s of %d × %d px."
                                .formatted(
                                        i + 1,
                                        poster.width(),
                                        poster.height(),
                                        video.video() ? "video" : "picture",
                                        video.width(),
                                        video.height()),
                        "Send a picture of the video's shape.");
            }
        }
    }

    private static void requireLink(Rulebook rulebook, String field, @Nullable String link) {
        if (link != null && link.length() > rulebook.linkLimit()) {
            throw tooLong(field, link.length(), rulebook.linkLimit());
        }
    }

    /** Placements of the format where every text and file fits; a mix ad needs one of each kind that fits. */
    public static List<PlacementRule> showsOn(Rulebook rulebook, CreativeOrder order, List<Medium> media) {
        return rulebook.format(order.format()).stream()
                .flatMap(f -> f.placements().stream()
                        .flatMap(p -> rulebook.placement(p).stream())
                        .filter(p -> misfit(f, p, order, media) == null))
                .toList();
    }

    private static String firstMisfit(Rulebook rulebook, FormatRule format, CreativeOrder order, List<Medium> media) {
        return format.placements().stream()
                .flatMap(p -> rulebook.placement(p).stream())
                .map(p -> misfit(format, p, order, media))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse("Nothing fits.");
    }

    private static @Nullable String misfit(
            FormatRule format, PlacementRule placement, CreativeOrder order, List<Medium> media) {
        String text = null;
        boolean mix = order.mixes();
        for (Function<PlacementRule, @Nullable String> each : List.<Function<PlacementRule, @Nullable String>>of(
                p -> text("body", order.bodies(), p.body(), mix),
                p -> text("headline", order.headlines(), p.headline(), mix),
                p -> text("description", order.descriptions(), p.description(), mix))) {
            text = text == null ? each.apply(placement) : text;
        }
        if (text != null) {
            return placement.words() + ": " + text;
        }
        CardRule cards = format.cards();
        PictureRule onCards = cards == null ? null : cards.picture();
        List<@Nullable String> faults = new ArrayList<>();
        for (int i = 0; i < media.size(); i++) {
            faults.add(
                    cards != null && onCards != null && i >= cards.first()
                            ? file(media.get(i).video() ? null : onCards, media.get(i))
                            : misfit(placement, media.get(i)));
        }
        boolean fits = mix
                ? faults.contains(null) || faults.isEmpty()
                : faults.stream().allMatch(Objects::isNull);
        return fits
                ? null
                : placement.words() + ": "
                        + faults.stream().filter(Objects::nonNull).findFirst().orElse("");
    }

    /** A text where the placement shows none is left out there, which is no misfit. */
    private static @Nullable String text(String what, List<String> texts, TextRule rule, boolean anyWillDo) {
        if (texts.isEmpty() || rule.limit() == 0) {
            return null;
        }
        long fitting =
                texts.stream().filter(t -> TextLength.of(t) <= rule.limit()).count();
        return fitting == texts.size() || (anyWillDo && fitting > 0)
                ? null
                : "the %s has %d characters; the most is %d."
                        .formatted(
                                what,
                                texts.stream().mapToInt(TextLength::of).max().orElse(0),
                                rule.limit());
    }

    private static @Nullable String misfit(PlacementRule placement, Medium medium) {
        return medium.video() ? video(placement.video(), medium) : file(placement.picture(), medium);
    }

    private static @Nullable String video(@Nullable VideoRule rule, Medium medium) {
        if (rule != null && (medium.seconds() < rule.leastSeconds() || medium.seconds() > rule.mostSeconds())) {
            return "the video is %.1f s long; %d to %d s are taken."
                    .formatted(medium.seconds(), rule.leastSeconds(), rule.mostSeconds());
        }
        return file(rule, medium);
    }

    private static @Nullable String file(@Nullable FileRule rule, Medium medium) {
        if (rule == null) {
            return "it shows no %s.".formatted(medium.video() ? "videos" : "pictures");
        }
        if (!rule.formats().contains(medium.format())) {
            return "the file is %s; %s is taken.".formatted(medium.format(), String.join(" or ", rule.formats()));
        }
        if (medium.width() < rule.leastWidth() || medium.height() < rule.leastHeight()) {
            return "the file is %d × %d px; the least is %d × %d."
                    .formatted(medium.width(), medium.height(), rule.leastWidth(), rule.leastHeight());
        }
        if (medium.bytes() > rule.largestBytes()) {
            return "the file has %,d bytes; the most is %,d.".formatted(medium.bytes(), rule.largestBytes());
        }
        return rule.takesShape(medium.width(), medium.height())
                ? null
                : "the file is %d × %d px; the shapes taken are %s."
                        .formatted(medium.width(), medium.height(), rule.ratios());
    }

    /** @throws Refusal when the network has no forms, or this breaks their rules */
    static void require(Rulebook rulebook, FormOrder form) {
        FormRule rule = rulebook.form();
        if (rule == null) {
            throw new Refusal("form", "%s has no lead forms.".formatted(rulebook.name()), "Choose another network.");
        }
        between("questions", form.questions().size() + form.fields().size(), 1, rule.mostQuestions());
        between("questions", form.questions().size(), 0, rule.mostOwn());
        requireText("headline", form.headline(), rule.headlineLimit());
        form.questions().forEach(q -> requireText("questions", q.text(), rule.questionLimit()));
        between(
                "optional",
                form.optional().size(),
                0,
                form.fields().size() + form.questions().size());
        for (String field : form.fields()) {
            if (rule.fields().stream().noneMatch(f -> f.code().equals(field))) {
                throw new Refusal("fields", "“%s” is no ready question.".formatted(field), "See the rulebook.");
            }
        }
        if (LandingLink.fault(form.privacyLink()).isPresent()) {
            throw new Refusal(
                    "privacyLink", "“%s” is no link to a privacy notice.".formatted(form.privacyLink()), "Give one.");
        }
    }

    /** @throws Refusal when a chat's creative has no greeting, or more than the network takes */
    static void requireChat(Rulebook rulebook, CreativeOrder order) {
        ChatRule rule = rulebook.chat();
        CreativeOrder.Chat chat = order.chat();
        if (rule == null || chat == null) {
            throw new Refusal("chat", "The creative brings no greeting.", "Write one.");
        }
        requireText("chat.greeting", chat.greeting(), rule.greetingLimit());
        between("chat.replies", chat.replies().size(), 0, rule.mostReplies());
        chat.replies().forEach(r -> requireText("chat.replies", r, rule.replyLimit()));
    }

    private static void requireText(String field, String text, int limit) {
        int length = TextLength.of(text);
        if (length > limit) {
            throw tooLong(field, length, limit);
        }
        if (length == 0) {
            throw new Refusal(field, "The text is empty.", "Write one of at most %d characters.".formatted(limit));
        }
    }

    private static Refusal tooLong(String field, int length, int limit) {
        return new Refusal(
                field, "The text has %d characters; the most is %d.".formatted(length, limit), "Shorten it.");
    }

    private static void between(String field, int count, int least, int most) {
        if (count < least || count > most) {
            throw new Refusal(
                    field,
                    "There are %d; %d to %d are taken.".formatted(count, least, most),
                    count < least ? "Add some." : "Take some out.");
        }
    }
}
