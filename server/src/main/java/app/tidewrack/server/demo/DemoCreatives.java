package app.tidewrack.server.demo;

import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.form.ChatScript.Reply;
import app.tidewrack.core.form.LeadForm.Completion;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.CopyDeck.Wording;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.creative.CreativeLibrary.Draft;
import app.tidewrack.server.demo.DemoPictures.Motif;
import app.tidewrack.server.demo.StoryTeller.Look;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.form.ScriptLibrary;
import app.tidewrack.server.form.ScriptLibrary.Kind;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Media, copy decks in four languages, forms, messages and creatives in every format of the three clients. */
@Component
class DemoCreatives {
    private static final String SHOP = "https://oddmentandthread.example/kits";

    private final StoryTeller teller;
    private final CreativeLibrary creatives;
    private final CopyDeck decks;
    private final FormLibrary forms;
    private final ScriptLibrary scripts;

    DemoCreatives(
            StoryTeller teller, CreativeLibrary creatives, CopyDeck decks, FormLibrary forms, ScriptLibrary scripts) {
        this.teller = teller;
        this.creatives = creatives;
        this.decks = decks;
        this.forms = forms;
        this.scripts = scripts;
    }

    /** The creative that asks for places at the workshop; its form brings the demo's leads. */
    String workshop() {
        String form = forms.add(
                        "oddment",
                        "Mending evening",
                        new FormLibrary.Draft(
                                "A place at the mending table",
                                "Tuesdays at seven, in Norwich and Halifax. Bring one thing that is worth another winter.",
                                List.of(
                                        ready("full-name", true),
                                        ready("email", true),
                                        ready("phone", false),
                                        ready("city", true),
                                        own("What will you bring?", "A jumper", "Socks", "A coat", "Something else")),
                                "https://oddmentandthread.example/privacy",
                                "Oddment & Thread writes to me about this evening and nothing else.",
                                new Completion("We write within a day with the next free table.", "See the kits", SHOP),
                                false))
                .form()
                .id();
        String sha =
                teller.picture("oddment", new Look("workshop-table.jpg", 1080, 1080, 0x7a5a3c, 0xe6d0a4, Motif.PATCH));
        return creatives
                .add(
                        "oddment",
                        "A place at the mending table",
                        draft("lead-form", List.of(sha))
                                .texts(
                                        "Learn to darn in an evening, with tea. Six places, four wools, no screens.",
                                        "Mend with us on Tuesday")
                                .action("sign-up")
                                .form(form)
                                .made())
                .creative()
                .id();
    }

    /** The creative that opens a chat, whose greeting names the person where a name is shown. */
    String askAMender() {
        String chat = scripts.add(
                        "oddment",
                        Kind.CHAT,
                        "Ask a mender",
                        chat(
                                "Hello {first-name|there}, what has a hole in it? Send a picture or pick one.",
                                List.of(
                                        new Reply("A jumper", "Wool or cotton? The wool kit has twelve shades."),
                                        new Reply("Socks", "Then the darning card is yours: twenty minutes a heel."),
                                        new Reply("Something else", ""))))
                .id();
        String sha =
                teller.picture("oddment", new Look("hole-in-jumper.jpg", 1080, 1080, 0x4b5a6b, 0xd9a066, Motif.DARN));
        return creatives
                .add(
                        "oddment",
                        "Ask a mender",
                        draft("chat", List.of(sha))
                                .texts(
                                        "A hole is a question. Ask someone who mends for a living.",
                                        "Ask before you throw it out")
                                .action("send-message")
                                .script(chat)
                                .made())
                .creative()
                .id();
    }

    /** The film whose watchers become audiences; nothing where ffmpeg is missing. */
    Optional<String> threeStitches() {
        Look look = new Look("three-stitches.mp4", 720, 1280, 0x5f8377, 0xe6d0a4, Motif.DARN);
        return teller.film("oddment", look, 12, true)
                .map(sha -> creatives.add(
                        "oddment",
                        "Three stitches",
                        draft("single-video", List.of(sha))
                                .texts("Three stitches and the hole is a story.", "Watch a heel come back")
                                .action("shop")
                                .link(SHOP)
                                .brand("Oddment & Thread")
                                .made()))
                .map(kept -> kept.creative().id());
    }

    /** All else: nothing of it is launched. */
    void make() {
        oddment();
        saltmarsh();
        copperline();
    }

    private void oddment() {
        deck(
                "oddment",
                "en",
                List.of(
                        "Your favourite jumper has ten more winters in it. One needle, four wools and a card that shows you how, in twenty minutes.",
                        "An elbow gives out long before the jacket does. Sew on a patch tonight.",
                        "Every button you ever lost, guaranteed to match. Twenty shades in one tin.",
                        "Cedar, lavender and a darning needle in one tin. Lives in the drawer, works all year."),
                List.of(
                        "Mend it before the cold does",
                        "A patch outlives the jacket",
                        "The tin for lost buttons",
                        "Mend it in {town|your town}",
                        "Four wools, one needle"),
                List.of("Kits from £14, posted from Norwich", "Wool patches, cut by hand", "Posted within a day"),
                List.of("thrift", "pride", "order"));
        List<String> squares = teller.pictures(
                "oddment",
                List.of(
                        new Look("wool-card.jpg", 1080, 1080, 0x8c6d4a, 0xf0e3c8, Motif.DARN),
                        new Look("button-tin.jpg", 1080, 1080, 0x3c4f5c, 0xd9a066, Motif.BUTTONS),
                        new Look("patch-grey.jpg", 1080, 1080, 0x777f80, 0xa8432c, Motif.PATCH),
                        new Look("heel-close.jpg", 1080, 1080, 0x596b52, 0xe6c3a4, Motif.DARN)));
        List<String> tall = teller.pictures(
                "oddment",
                List.of(
                        new Look("drawer-upright.jpg", 1080, 1920, 0x6a5b7a, 0xe6d0a4, Motif.BUTTONS),
                        new Look("sleeve-upright.jpg", 1080, 1920, 0x9a6b4f, 0x2f4a44, Motif.PATCH)));
        List<String> products = teller.pictures(
                "oddment",
                List.of(
                        new Look("product-wool-kit.jpg", 600, 600, 0xcdb891, 0xa8432c, Motif.DARN),
                        new Look("product-patches.jpg", 600, 600, 0xb8c4b0, 0x3c4f5c, Motif.PATCH),
                        new Look("product-tin.jpg", 600, 600, 0x9cb0b8, 0x5a4a22, Motif.BUTTONS),
                        new Look("product-needles.jpg", 600, 600, 0xd8c9b2, 0x6b3f69, Motif.DARN)));
        teller.pictures(
                "oddment",
                List.of(
                        new Look("window-wide.jpg", 1200, 628, 0x5f7f88, 0xe6d0a4, Motif.PATCH),
                        new Look("window-16x9.png", 1600, 900, 0x8a5a44, 0xe6d0a4, Motif.BUTTONS),
                        new Look("old-scan.jpg", 480, 360, 0x999082, 0x3b3326, Motif.DARN)));
        teller.film("oddment", new Look("sock-before.m4v", 1280, 720, 0x4f6f63, 0xe6d0a4, Motif.DARN), 22, true)
                .ifPresent(sha -> creatives.add(
                        "oddment",
                        "Darned sock, the film",
                        draft("single-video", List.of(sha))
                                .texts("Twenty minutes, one heel, ten more winters.", "Mend it before the cold does")
                                .action("shop")
                                .link(SHOP)
                                .brand("Oddment & Thread")
                                .made()));
        teller.film("oddment", new Look("tin-turning.mp4", 720, 720, 0x8a9c6d, 0x5a4a22, Motif.BUTTONS), 8, false);
        creatives.add(
                "oddment",
                "Kits, mixed by the network",
                new Draft(
                        "mix",
                        squares.subList(0, 3),
                        List.of(
                                "Your favourite jumper has ten more winters in it. One needle, four wools and a card that shows you how, in twenty minutes.",
                                "An elbow gives out long before the jacket does. Sew on a patch tonight.",
                                "Every button you ever lost, guaranteed to match. Twenty shades in one tin."),
                        List.of(
                                "Mend it before the cold does",
                                "A patch outlives the jacket",
                                "Four wools, one needle"),
                        List.of("Kits from £14, posted from Norwich", "Posted within a day"),
                        List.of("shop", "learn-more"),
                        SHOP,
                        "",
                        "",
                        List.of(),
                        null,
                        null));
        creatives.add(
                "oddment",
                "Four ways to mend",
                draft("carousel", squares)
                        .texts("Pick the hole, we send the mend.", "Four ways to mend")
                        .action("shop")
                        .link(SHOP)
                        .cards(List.of(
                                card("Darn a heel", ""),
                                card("Twenty buttons", ""),
                                card("Patch an elbow", ""),
                                card("Close a moth hole", "")))
                        .made());
        creatives.add(
                "oddment",
                "Spring drawer, cover",
                draft("cover", List.of(tall.get(0), products.get(0), products.get(1), products.get(2), products.get(3)))
                        .headline("Open the drawer before May")
                        .action("shop")
                        .link(SHOP)
                        .brand("Oddment & Thread")
                        .cards(List.of(
                                card("Wool kit, twelve shades", "£14.00"),
                                card("Patches, set of six", "£9.50"),
                                card("Button tin", "£12.00"),
                                card("Needles, five", "£4.00")))
                        .made());
        creatives.add(
                "oddment",
                "The sock post, boosted",
                draft("existing-post", List.of())
                        .post("oddment-thread/sock-2027-02")
                        .made());
    }

    private void saltmarsh() {
        deck(
                "saltmarsh",
                "da",
                List.of("Sejl med tidevandet klokken syv, hjem til aftensmad. En hel ø imellem."),
                List.of("En ø før frokost", "Af sted fra {town|kysten}"),
                List.of("Fra 179 kr. med plads på dækket"),
                List.of("frihed"));
        deck(
                "saltmarsh",
                "de",
                List.of("Um sieben mit der Flut hinaus, zum Abendessen zurück. Dazwischen eine ganze Insel."),
                List.of("Eine Insel vor dem Mittag", "Tagesfahrten ab {town|der Küste}"),
                List.of("Ab 24 € mit Platz an Deck"),
                List.of("Freiheit"));
        deck(
                "saltmarsh",
                "nl",
                List.of("Om zeven uur met het tij mee, voor het eten weer thuis. Daartussen een heel eiland."),
                List.of("Een eiland voor de lunch"),
                List.of("Vanaf € 24 met plaats op het dek"),
                List.of("vrijheid"));
        List<String> boats = teller.pictures(
                "saltmarsh",
                List.of(
                        new Look("quay-at-seven.jpg", 1080, 1080, 0x35616f, 0xd9e4dc, Motif.WAVES),
                        new Look("island-path.jpg", 1080, 1080, 0x6d8a6a, 0xe6e0d0, Motif.WAVES),
                        new Look("deck-wide.jpg", 1200, 628, 0x2f5566, 0xb9d0d6, Motif.WAVES),
                        new Look("deck-16x9.jpg", 1600, 900, 0x2b4d5e, 0xcfe0d7, Motif.WAVES),
                        new Look("lighthouse-upright.jpg", 1080, 1920, 0x527f8a, 0xf0e3c8, Motif.WAVES),
                        new Look("seals.jpg", 1080, 1350, 0x5b6f78, 0xd8c9b2, Motif.WAVES),
                        new Look("timetable-board.png", 1080, 1080, 0x3f4f5c, 0xe6d0a4, Motif.BUTTONS)));
        teller.film("saltmarsh", new Look("crossing.mp4", 1280, 720, 0x3f6f7d, 0xcfe0d7, Motif.WAVES), 15, true)
                .ifPresent(sha -> creatives.add(
                        "saltmarsh",
                        "Crossing, fifteen seconds",
                        draft("single-video", List.of(sha))
                                .texts("Um sieben mit der Flut hinaus.", "Eine Insel vor dem Mittag")
                                .action("book")
                                .link("https://saltmarshferries.example/tagesfahrten")
                                .made()));
        teller.film(
                "saltmarsh", new Look("crossing-upright.mp4", 720, 1280, 0x3f6f7d, 0xcfe0d7, Motif.WAVES), 9, false);
        creatives.add(
                "saltmarsh",
                "Ø før frokost, Esbjerg",
                draft("single-picture", List.of(boats.get(0)))
                        .texts(
                                "Sejl med tidevandet klokken syv, hjem til aftensmad. En hel ø imellem.",
                                "Af sted fra {town|kysten}")
                        .action("book")
                        .link("https://saltmarshferries.example/dagsture")
                        .made());
        creatives.add(
                "saltmarsh",
                "Een eiland voor de lunch",
                draft("single-picture", List.of(boats.get(1)))
                        .texts(
                                "Om zeven uur met het tij mee, voor het eten weer thuis. Daartussen een heel eiland.",
                                "Een eiland voor de lunch")
                        .action("book")
                        .link("https://saltmarshferries.example/dagtochten")
                        .made());
        creatives.add(
                "saltmarsh",
                "Which island with children? Our answer",
                draft("existing-answer", List.of()).post("askwell-answer-70214").made());
        forms.add(
                "saltmarsh",
                "School trips",
                new FormLibrary.Draft(
                        "A day on the island with your class",
                        "Tell us when and how many. We hold the seats for a week.",
                        List.of(
                                ready("full-name", true),
                                ready("email", true),
                                ready("phone", false),
                                own("How many children?")),
                        "https://saltmarshferries.example/privacy",
                        "",
                        new Completion("The harbour office answers within two days.", "", ""),
                        true));
    }

    private void copperline() {
        deck(
                "copperline",
                "de",
                List.of("Ein Messgerät driftet um ein Haar im Jahr. Ihr Audit sieht das Haar."),
                List.of("Kalibriert vor dem Audit", "Fünf Tage, abgeholt und zurück"),
                List.of("Mit Zertifikat nach dem Stand der Technik"),
                List.of("Sorgfalt"));
        deck(
                "copperline",
                "en",
                List.of("A gauge drifts by a hair a year. Your audit sees the hair."),
                List.of("Calibrated before the audit", "Five days, door to door"),
                List.of("Collected, returned in five days"),
                List.of("care"));
        List<String> gauges = teller.pictures(
                "copperline",
                List.of(
                        new Look("gauge-brass.jpg", 1080, 1080, 0x8a6d3b, 0x3b2f1c, Motif.GAUGE),
                        new Look("gauge-wide.jpg", 1200, 628, 0x4b5a6b, 0x7a4a32, Motif.GAUGE),
                        new Look("banner-letter.png", 300, 250, 0x6b3f69, 0x7a4a32, Motif.GAUGE),
                        new Look("bench-upright.jpg", 1080, 1920, 0x56606b, 0x7a4a32, Motif.GAUGE),
                        new Look("needle-close.jpg", 1080, 1350, 0x5c4a5a, 0xa8432c, Motif.GAUGE),
                        new Look("lab-16x9.jpg", 1600, 900, 0x3d4b63, 0xb78a57, Motif.GAUGE)));
        teller.film("copperline", new Look("drift.mp4", 1280, 720, 0x6b3f69, 0x7a4a32, Motif.GAUGE), 20, false);
        scripts.ask("copperline", "copperlinegr", "Ruta Kalnins");
        String letter = scripts.add(
                        "copperline",
                        Kind.MESSAGE,
                        "Audit letter",
                        letter(
                                "Ruta Kalnins",
                                "{first-name|Hello}, your next audit",
                                "Dear {first-name|colleague},\n\nin spring most labs find that two gauges in ten have drifted. We collect at {company|your lab} on Monday and bring everything back by Friday, with certificates.\n\nShall I keep a slot?",
                                "Keep a slot",
                                "https://copperline.example/slot",
                                gauges.get(2)))
                .id();
        creatives.add(
                "copperline",
                "Audit letter from Ruta",
                draft("direct-message", List.of()).script(letter).made());
        String slot = forms.add(
                        "copperline",
                        "Audit slot",
                        new FormLibrary.Draft(
                                "A slot before your audit",
                                "Collected on Monday, back on Friday, with certificates.",
                                List.of(
                                        ready("first-name", true),
                                        ready("last-name", true),
                                        ready("email", true),
                                        ready("company", true),
                                        ready("job-title", false),
                                        own("How many instruments?", "1 to 5", "6 to 20", "More")),
                                "https://copperline.example/privacy",
                                "Copperline may write to me about this request.",
                                new Completion("We call within one working day.", "", ""),
                                true))
                .form()
                .id();
        creatives.add(
                "copperline",
                "Audit slot, brass gauge",
                draft("lead-form", List.of(gauges.get(0)))
                        .texts(
                                "A gauge drifts by a hair a year. Your audit sees the hair.",
                                "Calibrated before the audit")
                        .action("contact")
                        .form(slot)
                        .made());
        creatives.add(
                "copperline",
                "Questions on calibration, text",
                draft("text", List.of())
                        .texts("Collected on Monday, back on Friday, with certificates.", "Five days, door to door")
                        .action("learn-more")
                        .link("https://copperline.example/five-days")
                        .made());
    }

    private void deck(
            String client,
            String language,
            List<String> bodies,
            List<String> headlines,
            List<String> descriptions,
            List<String> angles) {
        decks.add(client, wordings(CopyDeck.Kind.BODY, bodies, angles, language));
        decks.add(client, wordings(CopyDeck.Kind.HEADLINE, headlines, angles, language));
        decks.add(client, wordings(CopyDeck.Kind.DESCRIPTION, descriptions, angles, language));
    }

    private static List<Wording> wordings(
            CopyDeck.Kind kind, List<String> texts, List<String> angles, String language) {
        return texts.stream()
                .map(t -> new Wording(kind, t, angles.get(texts.indexOf(t) % angles.size()), language))
                .toList();
    }

    private static FormQuestion ready(String field, boolean required) {
        return new FormQuestion(field, "", List.of(), required);
    }

    private static FormQuestion own(String text, String... choices) {
        return new FormQuestion("", text, List.of(choices), true);
    }

    private static Card card(String text, String price) {
        return new Card(text, price, "");
    }

    private static Composed draft(String format, List<String> media) {
        return new Composed(format, media);
    }

    private static ScriptLibrary.Draft chat(String greeting, List<Reply> replies) {
        return new ScriptLibrary.Draft(greeting, replies, "", "", "", "", "", null);
    }

    private static ScriptLibrary.Draft letter(
            String sender, String subject, String body, String button, String link, String banner) {
        return new ScriptLibrary.Draft("", List.of(), sender, subject, body, button, link, banner);
    }

    /** A creative's parts, as far as they are given. */
    private static final class Composed {
        private final String format;
        private final List<String> media;
        private List<String> bodies = List.of();
        private List<String> headlines = List.of();
        private List<String> actions = List.of();
        private String link = "";
        private String brand = "";
        private String post = "";
        private List<Card> cards = List.of();

        @Nullable
        private String form;

        @Nullable
        private String script;

        Composed(String format, List<String> media) {
            this.format = format;
            this.media = media;
        }

        Composed texts(String body, String headline) {
            bodies = List.of(body);
            return headline(headline);
        }

        Composed headline(String headline) {
            headlines = List.of(headline);
            return this;
        }

        Composed action(String action) {
            actions = List.of(action);
            return this;
        }

        Composed link(String to) {
            link = to;
            return this;
        }

        Composed brand(String name) {
            brand = name;
            return this;
        }

        Composed post(String id) {
            post = id;
            return this;
        }

        Composed cards(List<Card> all) {
            cards = all;
            return this;
        }

        Composed form(String id) {
            form = id;
            return this;
        }

        Composed script(String id) {
            script = id;
            return this;
        }

        Draft made() {
            return new Draft(
                    format, media, bodies, headlines, List.of(), actions, link, brand, post, cards, form, script);
        }
    }
}
