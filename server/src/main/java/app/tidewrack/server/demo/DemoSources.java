package app.tidewrack.server.demo;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.core.source.Window;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Wanted;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.source.ListImport;
import app.tidewrack.server.source.SourceLibrary;
import app.tidewrack.server.source.SourceLibrary.Rule;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** People with a tie to the three clients, and the audiences made of them. */
@Component
class DemoSources {
    private static final int ROWS = 6_204;

    private final SourceLibrary sources;
    private final ListImport lists;
    private final AudienceLibrary audiences;
    private final MediaLibrary media;
    private final FormLibrary forms;

    DemoSources(
            SourceLibrary sources, ListImport lists, AudienceLibrary audiences, MediaLibrary media, FormLibrary forms) {
        this.sources = sources;
        this.lists = lists;
        this.audiences = audiences;
        this.media = media;
        this.forms = forms;
    }

    void make() {
        String buyers = list("oddment", "Buyers of two years", 1, List.of("oddmenths", "oddmentjc", "oddmentdg"));
        for (Window window : Window.ladder(List.of(1, 3, 7, 14, 30))) {
            String visitors = site("oddment", "Visitors, " + window.words(), "view", window, "oddmenths");
            audience("oddment", "oddmenths", "Visitors, " + window.words(), among(visitors));
        }
        String baskets = site("oddment", "Filled a basket, 14 days", "basket", new Window(0, 14), "oddmenths");
        audience("oddment", "oddmenths", "Left a full basket", among(baskets).without(List.of(source(buyers))));
        String engaged = sources.add(
                        "oddment",
                        "Engaged with the page, 90 days",
                        SourceKind.PROFILE,
                        new Rule(null, "oddment-thread", null, new Window(0, 90)),
                        "oddmenths")
                .id();
        audience("oddment", "oddmenths", "Profile engagers", among(engaged));
        like("oddment", "oddmenths", "Lookalike of buyers 0–1 %", buyers, "0-1");
        like("oddment", "oddmenths", "Lookalike of buyers 1–3 %", buyers, "1-3");
        like("oddment", "oddmentjc", "Like buyers on Jumpcut, 0–2 %", buyers, "0-2");
        audience(
                "oddment",
                "oddmentdg",
                "Buy denim and yarn",
                AudienceDefinition.everyoneIn("GB")
                        .and(AnyOf.of(new Term(TermKind.BUYS, "denim"), new Term(TermKind.BUYS, "knitting"))));
        watchers();
        openers();
        String sailed = list("saltmarsh", "Sailed last summer", 2, List.of("saltmarshhs", "saltmarshdg"));
        audience("saltmarsh", "saltmarshhs", "Sailed last summer", among(sailed));
        String timetable =
                site("saltmarsh", "Looked at the timetable, 7 days", "view", new Window(0, 7), "saltmarshhs");
        audience("saltmarsh", "saltmarshhs", "Looked at the timetable", among(timetable));
        audience(
                "saltmarsh",
                "saltmarshsw",
                "Read about ferries and islands",
                AudienceDefinition.everyoneIn(Places.inCountries("DK", "DE", "NL"))
                        .aged(new AgeRange(30, 49))
                        .and(AnyOf.of(new Term(TermKind.KEYWORD, "ferry"), new Term(TermKind.KEYWORD, "island"))));
        audience(
                "copperline",
                "copperlinegr",
                "Heads of quality, mid-sized plants",
                AudienceDefinition.everyoneIn(Places.inCountries("DE", "AT", "CH"))
                        .and(AnyOf.of(
                                new Term(TermKind.JOB_FUNCTION, "quality"),
                                new Term(TermKind.JOB_FUNCTION, "research")))
                        .and(AnyOf.of(new Term(TermKind.SENIORITY, "lead"), new Term(TermKind.SENIORITY, "director")))
                        .and(AnyOf.of(
                                new Term(TermKind.COMPANY_SIZE, "51-200"),
                                new Term(TermKind.COMPANY_SIZE, "201-1000"))));
        audience(
                "copperline",
                "copperlineak",
                "Asks about measurement",
                AudienceDefinition.everyoneIn(Places.inCountries("DE", "AT"))
                        .and(AnyOf.of(new Term(TermKind.PAGE_TOPIC, "measurement")))
                        .without(List.of(new Term(TermKind.QUESTION, "measurement.2"))));
        audience(
                "copperline",
                "copperlinegr",
                "Laboratory people, any seniority",
                AudienceDefinition.everyoneIn(Places.inCountries("DE", "AT", "CH"))
                        .and(AnyOf.of(new Term(TermKind.JOB_FUNCTION, "research"))));
    }

    /** Those who visited lately and those who filled a basket: rows for retargeting. Gives the audiences' ids. */
    List<String> lately() {
        return List.of(
                audience(
                        "oddment",
                        "oddmenths",
                        "Looked at kits, 14 days",
                        british(site("oddment", "Looked at kits, 14 days", "view", new Window(0, 14), "oddmenths"))),
                audience(
                        "oddment",
                        "oddmenths",
                        "Began to buy, 30 days",
                        british(site("oddment", "Began to buy, 30 days", "basket", new Window(0, 30), "oddmenths"))));
    }

    private static AudienceDefinition british(String source) {
        return AudienceDefinition.everyoneIn("GB").and(AnyOf.of(source(source)));
    }

    /** Who saw three seconds of the film and who saw its end are two audiences, worth different ads (common practice). */
    private void watchers() {
        media.all("oddment").stream()
                .filter(m -> m.fileName().equals("three-stitches.mp4"))
                .findFirst()
                .ifPresent(film -> {
                    String three = tied(
                            "Watched three stitches, 3 seconds", SourceKind.VIDEO, film.sha256(), 0, null, "oddmentjc");
                    String end = tied(
                            "Watched three stitches to the end",
                            SourceKind.VIDEO,
                            film.sha256(),
                            95,
                            null,
                            "oddmentjc");
                    audience("oddment", "oddmentjc", "Saw the end of three stitches", among(end));
                    audience(
                            "oddment",
                            "oddmentjc",
                            "Saw three seconds, not the end",
                            among(three).without(List.of(source(end))));
                });
    }

    private void openers() {
        String form = forms.all("oddment").stream()
                .map(f -> f.form().id())
                .findFirst()
                .orElseThrow();
        String open = tied("Opened the mending form", SourceKind.FORM, form, null, "open", "oddmenths");
        String sent = tied("Sent the mending form", SourceKind.FORM, form, null, "send", "oddmenths");
        audience("oddment", "oddmenths", "Sent the mending form", among(sent));
        audience(
                "oddment",
                "oddmenths",
                "Opened the mending form, did not send",
                among(open).without(List.of(source(sent))));
    }

    private String tied(
            String name,
            SourceKind kind,
            String subject,
            @Nullable Integer percent,
            @Nullable String event,
            String account) {
        return sources.add("oddment", name, kind, new Rule(event, subject, percent, new Window(0, 30)), account)
                .id();
    }

    private static Term source(String id) {
        return new Term(TermKind.SOURCE, id);
    }

    private static AudienceDefinition among(String source) {
        return AudienceDefinition.everyoneIn(Places.NONE).and(AnyOf.of(source(source)));
    }

    private void like(String client, String account, String name, String seed, String band) {
        audience(
                client,
                account,
                name,
                AudienceDefinition.everyoneIn("GB")
                        .and(AnyOf.of(new Term(TermKind.LOOKALIKE, seed + ":GB:" + band)))
                        .without(List.of(source(seed))));
    }

    private String audience(String client, String account, String name, AudienceDefinition definition) {
        return audiences.add(client, new Wanted(account, name, definition)).id();
    }

    private String site(String client, String name, String event, Window window, String account) {
        return sources.add(client, name, SourceKind.SITE, new Rule(event, null, null, window), account)
                .id();
    }

    /** Rows as a shop's export has them: some twice, some without an address. */
    private String list(String client, String name, long seed, List<String> accounts) {
        Random random = new Random(seed);
        StringBuilder rows = new StringBuilder("Order;Name;E-mail;City\n");
        for (int i = 0; i < ROWS; i++) {
            int person = random.nextInt(ROWS * 5);
            String address = random.nextInt(40) == 0 ? "" : "buyer%d.%d@example.com".formatted(seed, person);
            rows.append("%d;Buyer %d;%s;Norwich%n".formatted(10_000 + i, person, address));
        }
        byte[] content = rows.toString().getBytes(StandardCharsets.UTF_8);
        try {
            return lists.takeAsGuessed(client, name, content, "GB", accounts).id();
        } catch (IOException e) {
            throw new IllegalStateException("A list in memory cannot fail to be read", e);
        }
    }
}
