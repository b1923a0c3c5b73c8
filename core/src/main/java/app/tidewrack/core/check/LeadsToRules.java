package app.tidewrack.core.check;

import app.tidewrack.core.check.CreativeRules.Shown;
import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.check.Situation.PutUp;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.FormFit;
import app.tidewrack.core.form.FormFit.Fault;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.core.text.DayWords;
import app.tidewrack.core.text.LandingLink;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Rules on what an ad leads to: a page, a post, a lead form, a chat or a message. */
final class LeadsToRules {
    private LeadsToRules() {}

    static Stream<Seen> noPost(Situation s) {
        return needing(s, Need.POST)
                .filter(c -> c.creative().post().isBlank())
                .map(c -> new Seen(
                        s.place(c.column(), "post"),
                        "none",
                        "1",
                        "Creative %s names nothing to stand on."
                                .formatted(c.creative().name()),
                        "Choose what to put money behind."));
    }

    /** A post that was taken and removed meanwhile, or that never was there. */
    static Stream<Seen> postGone(Situation s) {
        Map<String, PutUp> posts = s.account().posts();
        return posts == null
                ? Stream.of()
                : needing(s, Need.POST)
                        .filter(c -> !c.creative().post().isBlank())
                        .filter(c -> {
                            PutUp post = posts.get(c.creative().post());
                            return post == null || post.removed();
                        })
                        .map(c -> new Seen(
                                s.place(c.column(), "post"),
                                c.creative().post(),
                                "a post of %s".formatted(s.account().name()),
                                "What %s stands on is not there on %s%s."
                                        .formatted(
                                                c.creative().name(),
                                                s.account().name(),
                                                posts.containsKey(c.creative().post()) ? " any more" : ""),
                                "Choose another, or take the column out."));
    }

    static Stream<Seen> postOfOtherKind(Situation s) {
        return standing(s)
                .filter(p -> !p.shown().format().standsOn().contains(p.post().kind()))
                .map(p -> new Seen(
                        s.place(p.shown().column(), "post"),
                        CreativeRules.lower(p.post().kind().name()),
                        p.shown().format().standsOn().stream()
                                .map(k -> CreativeRules.lower(k.name()))
                                .collect(Collectors.joining(" or ")),
                        "%s stands on an ad of the format %s; it is %s."
                                .formatted(
                                        p.shown().creative().name(),
                                        p.shown().format().words(),
                                        withArticle(CreativeRules.lower(
                                                p.post().kind().name()))),
                        "Choose the format for it, or something else to stand on."));
    }

    private static String withArticle(String word) {
        return ("aeiou".indexOf(word.charAt(0)) < 0 ? "a " : "an ") + word;
    }

    /** An event that is over, or an offer that ends, before the flight does. */
    static Stream<Seen> endsBeforeFlight(Situation s) {
        LocalDate last = s.campaign().facts().flight().lastDay();
        return standing(s).flatMap(p -> {
            LocalDate ends = p.post().ends();
            return ends == null || !ends.isBefore(last)
                    ? Stream.of()
                    : Stream.of(new Seen(
                            s.place("lastDay"),
                            ends.toString(),
                            last.toString(),
                            "What %s stands on ends on %s; the flight goes on to %s."
                                    .formatted(p.shown().creative().name(), DayWords.of(ends), DayWords.of(last)),
                            "End the flight by then."));
        });
    }

    /** The last day of the first post that ends, of those that its ads stand on. */
    static Optional<LocalDate> firstEnd(Situation s) {
        return standing(s).flatMap(p -> Stream.ofNullable(p.post().ends())).min(Comparator.naturalOrder());
    }

    private record Standing(Shown shown, PutUp post) {}

    /** Creatives that stand on something that is there. */
    private static Stream<Standing> standing(Situation s) {
        Map<String, PutUp> posts = s.account().posts();
        return needing(s, Need.POST).flatMap(c -> {
            PutUp post = posts == null ? null : posts.get(c.creative().post());
            return post == null || post.removed() ? Stream.of() : Stream.of(new Standing(c, post));
        });
    }

    private static Stream<Shown> needing(Situation s, Need need) {
        return CreativeRules.shown(s).filter(c -> c.format().needs() == need);
    }

    static Stream<Seen> noScript(Situation s) {
        return CreativeRules.shown(s)
                .filter(c -> switch (c.format().needs()) {
                    case FORM -> c.creative().form() == null;
                    case CHAT -> c.creative().chat() == null;
                    case MESSAGE -> c.creative().message() == null;
                    case NOTHING, POST -> false;
                })
                .map(c -> new Seen(
                        s.place(
                                c.column(),
                                CreativeRules.lower(c.format().needs().name())),
                        "none",
                        "1",
                        "Creative %s has no %s."
                                .formatted(
                                        c.creative().name(),
                                        switch (c.format().needs()) {
                                            case FORM -> "lead form";
                                            case CHAT -> "chat script";
                                            default -> "message";
                                        }),
                        "Choose one, or write it under Forms."));
    }

    static Stream<Seen> scriptNotTaken(Situation s) {
        return CreativeRules.shown(s).flatMap(c -> {
            LeadForm form = c.creative().form();
            ChatScript chat = c.creative().chat();
            DirectMessage message = c.creative().message();
            return switch (c.format().needs()) {
                case FORM ->
                    form == null
                            ? Stream.of()
                            : faults(s, c, form.id(), form.name(), FormFit.judge(form.content(), s.rulebook()));
                case CHAT ->
                    chat == null
                            ? Stream.of()
                            : faults(s, c, chat.id(), chat.name(), FormFit.judge(chat, s.rulebook()));
                case MESSAGE ->
                    message == null
                            ? Stream.of()
                            : faults(s, c, message.id(), message.name(), FormFit.judge(message, s.rulebook()));
                case NOTHING, POST -> Stream.of();
            };
        });
    }

    private static Stream<Seen> faults(Situation s, Shown c, String scriptId, String name, List<Fault> faults) {
        return faults.stream()
                .map(f -> new Seen(
                        s.scriptPlace(
                                c.column(),
                                scriptId,
                                CreativeRules.lower(c.format().needs().name())),
                        f.value(),
                        f.limit(),
                        "%s of %s is %s; %s takes %s."
                                .formatted(
                                        CodeWords.ofField(f.field()),
                                        name,
                                        f.value(),
                                        s.rulebook().name(),
                                        f.limit()),
                        f.mend() + "."));
    }

    static Stream<Seen> senderNotAgreed(Situation s) {
        return needing(s, Need.MESSAGE).flatMap(c -> {
            DirectMessage message = c.creative().message();
            return message == null
                            || message.sender().isBlank()
                            || s.account().agreedSenders().contains(message.sender())
                    ? Stream.of()
                    : Stream.of(new Seen(
                            s.scriptPlace(c.column(), message.id(), "message"),
                            message.sender(),
                            "a sender who agreed",
                            "%s has not agreed to be named as sender on %s."
                                    .formatted(message.sender(), s.account().name()),
                            "Ask them, or choose another sender."));
        });
    }

    /** Lead forms, chats and messages open inside the network; posts lead where they lead. */
    static Stream<Seen> badLink(Situation s) {
        return needing(s, Need.NOTHING).flatMap(c -> {
            Creative creative = c.creative();
            return LandingLink.fault(creative.link()).stream()
                    .map(fault -> new Seen(
                            s.place(c.column(), "link"),
                            creative.link().isBlank() ? "empty" : creative.link(),
                            "http:// or https://",
                            creative.link().isBlank()
                                    ? "Creative %s leads nowhere: it has no link.".formatted(creative.name())
                                    : "The link of %s: %s.".formatted(creative.name(), fault),
                            "Type an address such as https://example.com/kits."));
        });
    }
}
