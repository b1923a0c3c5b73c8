package app.tidewrack.server.demo;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.server.demo.DemoPictures.Motif;
import app.tidewrack.server.demo.StoryRunner.Launched;
import app.tidewrack.server.demo.StoryTeller.Look;
import app.tidewrack.server.plan.EditBody;
import app.tidewrack.server.plan.EditBody.BidOffer;
import app.tidewrack.server.plan.PlanScript;
import app.tidewrack.server.plan.PlanView.RowView;
import app.tidewrack.server.playbook.PlaybookDesk;
import app.tidewrack.server.splittest.SplitTests;
import app.tidewrack.server.splittest.SplitTests.TestAsked;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Campaigns that run on the other networks, each with something to decide: a test that can be judged, one that was broken, one of two
 * variables that goes on, a row that bids too low, people who are tired of an ad, and visitors who come back.
 */
@Component
class RunningStories {
    private static final LocalDate TESTED_FROM = LocalDate.parse("2027-03-10");
    private static final LocalDate TESTED_TO = LocalDate.parse("2027-03-22");
    private static final double LEVEL = 0.05;

    private final StoryTeller teller;
    private final StoryRunner runner;
    private final SplitTests tests;
    private final PlaybookDesk playbooks;
    private final DemoSources sources;

    RunningStories(
            StoryTeller teller, StoryRunner runner, SplitTests tests, PlaybookDesk playbooks, DemoSources sources) {
        this.teller = teller;
        this.runner = runner;
        this.tests = tests;
        this.playbooks = playbooks;
        this.sources = sources;
    }

    /** What runs from the first day, and the plan in which a second thing is changed in mid-test. */
    record Begun(List<Launched> launched, PlanScript ages) {}

    Begun begin(String personId) {
        playbook();
        PlanScript ages = ages(personId);
        return new Begun(
                List.of(
                        headlines(personId),
                        runner.launch("saltmarsh", ages, personId),
                        crossed(personId),
                        tired(personId),
                        lowBid(personId),
                        questions(personId)),
                ages);
    }

    /** Cold rows of the mending kits by what a click may cost, those who come back by what a sale may. */
    private void playbook() {
        Playbook usual = Playbook.USUAL;
        playbooks.keep(
                "oddment",
                new Playbook(
                        usual.moves(),
                        usual.leaveDays(),
                        usual.raisePercent(),
                        usual.copies(),
                        usual.stopSpend(),
                        usual.emptySpend(),
                        usual.tiredShare(),
                        usual.tiredFrequency(),
                        usual.certainty(),
                        List.of(
                                new Target(Temperature.COLD, "cost_per_click", 42.0, "GBP"),
                                new Target(Temperature.RETARGETING, "cost_per_sale", 900.0, "GBP"))));
    }

    /** One row for each of two headlines: all else is alike. */
    private Launched headlines(String personId) {
        String people = teller.broad("oddment", "oddmenths", "Grown-ups of Great Britain", "GB", new AgeRange(25, 64));
        Look look = new Look("patch-on-wood.jpg", 1080, 1080, 0x6d5b45, 0xd9b07a, Motif.PATCH);
        String wear = headline(look, "Patch, wear", "A patch outlives the jacket");
        String evening = headline(look, "Patch, evening", "Mended by bedtime");
        PlanScript script = runner.plan("oddment", personId, "Patches")
                .addCampaign(
                        "oddmenths",
                        "Patches, which headline",
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        StoryRunner.START,
                        StoryRunner.LAST_DAY,
                        "24")
                .addRows(List.of(people))
                .addColumns(List.of(wear, evening));
        script.edit(new EditBody.RowPerCreative(
                script.campaign().id(), script.campaign().rows().get(0).id()));
        test(
                "oddment",
                script,
                "Does the evening beat the wear?",
                "People put mending off. A promise of tonight should beat a promise of years.",
                "click_rate",
                TESTED_TO,
                personId);
        return runner.launch("oddment", script, personId);
    }

    private String headline(Look look, String name, String headline) {
        return teller.creative(
                "oddment",
                name,
                look,
                "An elbow gives out long before the jacket does. Sew on a patch tonight.",
                headline,
                "From £6",
                "shop",
                "https://oddmentandthread.example/kits?range=patches");
    }

    /** Two bands of ages on Shortwave. */
    private PlanScript ages(String personId) {
        String younger = teller.broad("saltmarsh", "saltmarshsw", "Islands, 30 to 39", "DE", new AgeRange(30, 39));
        String older = teller.broad("saltmarsh", "saltmarshsw", "Islands, 40 to 49", "DE", new AgeRange(40, 49));
        String boat = teller.creative(
                "saltmarsh",
                "Seats outside",
                new Look("seats-outside.jpg", 1080, 1080, 0x4a7f8c, 0xe9dcc0, Motif.WAVES),
                "Kein Stau, kein Parkplatz. Um sieben ablegen, vor dem Mittag auf der Insel.",
                "Morgens raus, abends zurück",
                "Ab 24 €",
                "book",
                "https://saltmarshferries.example/de/tagesfahrten");
        PlanScript script = runner.plan("saltmarsh", personId, "Islands on Shortwave")
                .addCampaign(
                        "saltmarshsw",
                        "Islands, which ages",
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        StoryRunner.START,
                        StoryRunner.LAST_DAY,
                        "12")
                .addRows(List.of(younger, older))
                .addColumns(List.of(boat));
        test(
                "saltmarsh",
                script,
                "Do families in their forties click more?",
                "They drive less and plan more.",
                "cost_per_click",
                TESTED_TO,
                personId);
        return script;
    }

    /** Two ages by two headlines, each with each: a factorial that runs to the end of its campaign. */
    private Launched crossed(String personId) {
        List<String> people = List.of(
                teller.broad("saltmarsh", "saltmarshhs", "Denmark, 30 to 44", "DK", new AgeRange(30, 44)),
                teller.broad("saltmarsh", "saltmarshhs", "Denmark, 45 to 64", "DK", new AgeRange(45, 64)));
        Look look = new Look("gangway.jpg", 1080, 1080, 0x5f7f86, 0xe4d3ad, Motif.WAVES);
        PlanScript script = runner.plan("saltmarsh", personId, "Islands, age and headline")
                .addCampaign(
                        "saltmarshhs",
                        "Islands, age and headline",
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        StoryRunner.START,
                        StoryRunner.LAST_DAY,
                        "16")
                .addRows(people)
                .addColumns(List.of(
                        sailing(look, "Gangway, home tonight", "Hjemme igen til aften"),
                        sailing(look, "Gangway, no queue", "Ingen kø, ingen bro")));
        for (RowView row : script.campaign().rows()) {
            script.edit(new EditBody.RowPerCreative(script.campaign().id(), row.id()));
        }
        test(
                "saltmarsh",
                script,
                "Is it the age or the headline?",
                "Parents want to be home at night; for the others it is the queue at the bridge.",
                "click_rate",
                StoryRunner.LAST_DAY,
                personId);
        return runner.launch("saltmarsh", script, personId);
    }

    private String sailing(Look look, String name, String headline) {
        return teller.creative(
                "saltmarsh",
                name,
                look,
                "Ud til øerne på fyrre minutter, med cyklen under dækket.",
                headline,
                "Fra 24 €",
                "book",
                "https://saltmarshferries.example/da/dagsture");
    }

    /** Few people and much money: they have seen it too often. */
    private Launched tired(String personId) {
        String few = teller.audience(
                "saltmarsh",
                "saltmarshdg",
                "Esbjerg, under thirty",
                AudienceDefinition.everyoneIn(Places.around(List.of(teller.around("DG", "DK", "Esbjerg", 15))))
                        .aged(new AgeRange(18, 29)));
        String tide = teller.creative(
                "saltmarsh",
                "Low tide, story",
                new Look("low-tide.jpg", 1080, 1920, 0x87a3a0, 0xf0e2c0, Motif.WAVES),
                "Ud til sælerne ved lavvande.",
                "Sæler ved lavvande",
                "",
                "book",
                "https://saltmarshferries.example/da/saeler");
        return runner.run(
                "saltmarsh",
                personId,
                "Seals at low tide",
                "Seals at low tide",
                "saltmarshdg",
                "traffic",
                few,
                tide,
                "14");
    }

    /** Two rows on Guildrow; one bids under what wins. */
    private Launched lowBid(String personId) {
        String labs = teller.audience(
                "copperline",
                "copperlinegr",
                "Laboratory people in Germany",
                AudienceDefinition.everyoneIn("DE").and(AnyOf.of(new Term(TermKind.JOB_FUNCTION, "research"))));
        String heads = teller.audience(
                "copperline",
                "copperlinegr",
                "Heads of quality in Germany",
                AudienceDefinition.everyoneIn("DE")
                        .and(AnyOf.of(new Term(TermKind.JOB_FUNCTION, "quality")))
                        .and(AnyOf.of(new Term(TermKind.SENIORITY, "lead"), new Term(TermKind.SENIORITY, "director"))));
        String hair = teller.creative(
                "copperline",
                "A hair a year",
                new Look("hair-a-year.jpg", 1200, 628, 0x55485f, 0xc9a86a, Motif.GAUGE),
                "A gauge drifts by a hair a year. Your audit sees the hair.",
                "Calibrated before the audit",
                "Back in five days",
                "learn-more",
                "https://copperline.example/five-days");
        PlanScript script = runner.plan("copperline", personId, "Guildrow, spring")
                .addCampaign(
                        "copperlinegr",
                        "Calibrated before the audit",
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        StoryRunner.START,
                        StoryRunner.LAST_DAY,
                        "20")
                .addRows(List.of(labs, heads))
                .addColumns(List.of(hair));
        RowView row = script.campaign().rows().get(1);
        script.edit(new EditBody.RowDelivery(
                script.campaign().id(),
                List.of(row.id()),
                null,
                new BidOffer(BidStrategy.MAXIMUM, "2.00"),
                null,
                null,
                null));
        return runner.launch("copperline", script, personId);
    }

    private Launched questions(String personId) {
        String asking =
                teller.broad("copperline", "copperlineak", "Who asks on Askwell, Germany", "DE", new AgeRange(25, 64));
        String answer = teller.creative(
                "copperline",
                "Ask for a free check",
                new Look("free-check.jpg", 1200, 628, 0x7a6a58, 0xd8c9b2, Motif.GAUGE),
                "How far off is it really? Send us one gauge; the first check is free.",
                "One gauge, checked free",
                "",
                "learn-more",
                "https://copperline.example/free-check");
        return runner.run(
                "copperline",
                personId,
                "Questions on Askwell",
                "Questions on Askwell",
                "copperlineak",
                "traffic",
                asking,
                answer,
                "8");
    }

    private void test(
            String client,
            PlanScript script,
            String name,
            String hypothesis,
            String metric,
            LocalDate lastDay,
            String personId) {
        List<String> rows = script.campaign().rows().stream().map(RowView::id).toList();
        tests.setUp(
                client,
                script.plan().id(),
                script.campaign().id(),
                name,
                hypothesis,
                new TestAsked(rows, metric, null, 0.2, 0.8, LEVEL, 4, TESTED_FROM, lastDay),
                personId);
    }

    /** In the middle: the money of one row is raised in a test that runs, and visitors are asked to come back. */
    List<Launched> halfway(String personId, PlanScript ages) {
        ages.again().rowMoney(1, "18");
        PlanScript back = runner.plan("oddment", personId, "Back to the basket")
                .addCampaign(
                        "oddmenths",
                        "Back to the basket",
                        "conversions",
                        Temperature.RETARGETING,
                        Purpose.SCALING,
                        LocalDate.parse("2027-03-16"),
                        StoryRunner.LAST_DAY,
                        "6")
                .addRows(sources.lately())
                .addColumns(List.of(teller.creative(
                        "oddment",
                        "Still in your basket",
                        new Look("still-there.jpg", 1080, 1080, 0x9a6b4f, 0xefe0c4, Motif.BUTTONS),
                        "The tin is still in your basket, and the coat still lacks a button.",
                        "It takes one evening",
                        "Posted free this week",
                        "shop",
                        "https://oddmentandthread.example/kits?range=buttons")));
        return List.of(runner.launch("saltmarsh", ages, personId), runner.launch("oddment", back, personId));
    }
}
