package app.tidewrack.server.demo;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.demo.DemoPictures.Motif;
import app.tidewrack.server.demo.StoryRunner.Launched;
import app.tidewrack.server.demo.StoryTeller.Around;
import app.tidewrack.server.demo.StoryTeller.Look;
import app.tidewrack.server.plan.PlanScript;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Oddment &amp; Thread: a cold test that runs, with one refused creative, and a draft with blockers. */
@Component
class OddmentStory {
    private static final String CLIENT = "oddment";
    private static final String ACCOUNT = "oddmenths";
    private static final String SHOP = "https://oddmentandthread.example/kits";

    private final StoryTeller teller;
    private final StoryRunner runner;

    OddmentStory(StoryTeller teller, StoryRunner runner) {
        this.teller = teller;
        this.runner = runner;
    }

    /** Builds and launches the test. */
    Launched tell(String personId) {
        String knitters = teller.audience(
                CLIENT,
                "Knitters, direct interest",
                "GB",
                List.of(),
                new AgeRange(25, 64),
                Gender.ANY,
                List.of("knitting"));
        String sewing = teller.audience(
                CLIENT,
                "Sewing and quilting, close interest",
                "GB",
                List.of(),
                new AgeRange(25, 64),
                Gender.ANY,
                List.of("sewing", "quilting"));
        String slow = teller.audience(
                CLIENT,
                "Shared taste: slow living",
                "GB",
                List.of(),
                new AgeRange(25, 54),
                Gender.ANY,
                List.of("slow-fashion", "second-hand", "independent-shops", "allotments"));
        teller.audience(
                CLIENT,
                "Menders near the two shops",
                "GB",
                List.of(new Around("Norwich", 25), new Around("Halifax", 12)),
                new AgeRange(25, 54),
                Gender.ANY,
                List.of("knitting", "mending", "slow-fashion"));
        String sock = teller.creative(
                CLIENT,
                "Darned sock, before",
                new Look("sock-before.jpg", 1080, 1350, 0x5f8377, 0xe6d0a4, Motif.DARN),
                "Your favourite jumper has ten more winters in it. One needle, four wools and a card that shows you how, in twenty minutes.",
                "Mend it before the cold does",
                "Kits from £14, posted from Norwich",
                "shop",
                SHOP);
        String elbow = teller.creative(
                CLIENT,
                "Elbow patch, hands",
                new Look("elbow-patch.jpg", 1080, 1080, 0xb78a57, 0x7a4a32, Motif.PATCH),
                "An elbow gives out long before the jacket does. Sew on a patch tonight.",
                "A patch outlives the jacket",
                "Wool patches, cut by hand",
                "shop",
                SHOP + "?range=patches");
        String flat = teller.creative(
                CLIENT,
                "Kit flat lay",
                new Look("kit-flat-lay.jpg", 1200, 628, 0xd8c9b2, 0xa8432c, Motif.BUTTONS),
                "Every button you ever lost, guaranteed to match. Twenty shades in one tin.",
                "The tin for lost buttons",
                "Posted within a day",
                "shop",
                SHOP + "?range=buttons");
        PlanScript script = runner.plan(CLIENT, personId, "Winter mending kits")
                .addCampaign(
                        ACCOUNT,
                        "Kits, find buyers",
                        "conversions",
                        Temperature.COLD,
                        Purpose.TESTING,
                        StoryRunner.START,
                        StoryRunner.LAST_DAY,
                        "12")
                .addRows(List.of(slow, knitters, sewing))
                .addColumns(List.of(sock, elbow, flat))
                .switchOff(0, 2);
        return runner.launch(CLIENT, script, personId);
    }

    /** A place at the mending table by lead form, and a mender to chat with; both run. */
    List<Launched> leads(String personId, String workshop, String chat) {
        String near = teller.audience(
                CLIENT,
                "Within reach of a mending evening",
                "GB",
                List.of(new Around("Norwich", 40), new Around("Halifax", 40)),
                new AgeRange(22, 70),
                Gender.ANY,
                List.of("knitting", "sewing", "mending", "slow-fashion", "second-hand"));
        return List.of(
                runner.run(
                        CLIENT,
                        personId,
                        "Mending evenings",
                        "Mending evenings, spring",
                        ACCOUNT,
                        "leads",
                        near,
                        workshop,
                        "9"),
                runner.run(
                        CLIENT,
                        personId,
                        "Ask a mender",
                        "Ask a mender, spring",
                        ACCOUNT,
                        "messages",
                        near,
                        chat,
                        "9"));
    }

    /** A short film to many, at Jumpcut's lowest daily money. */
    Launched film(String personId, String film) {
        String broad = teller.broad(CLIENT, "oddmentjc", "Broad, 18 to 44", "GB", new AgeRange(18, 44));
        return runner.run(
                CLIENT,
                personId,
                "Three stitches",
                "Three stitches, spring",
                "oddmentjc",
                "video-views",
                broad,
                film,
                "20");
    }

    /** A second plan that is not ready: too little money in one row, a headline too long, no picture that fits. */
    void draft(String personId) {
        String narrow = teller.audience(
                CLIENT,
                "Quilters in Norwich over 60",
                "GB",
                List.of(new Around("Norwich", 4)),
                new AgeRange(60, 80),
                Gender.WOMEN,
                List.of("quilting"));
        String london = teller.audience(
                CLIENT,
                "Second-hand lovers, London and Bristol",
                "GB",
                List.of(new Around("London", 30), new Around("Bristol", 20)),
                new AgeRange(20, 45),
                Gender.WOMEN,
                List.of("second-hand", "upcycling"));
        String long1 = teller.creative(
                CLIENT,
                "Spring moth season",
                new Look("moth-season-tall.jpg", 720, 1600, 0x3d4b63, 0xd8c9b2, Motif.DARN),
                "Moths wake in April. Look at your woollens now, while the holes are still small enough to close in an evening.",
                "Look at every woollen you own before the moths of April find it first",
                "Kits from £14",
                "learn-more",
                "oddmentandthread.example/moths");
        String tin = teller.creative(
                CLIENT,
                "Moth tin, cedar",
                new Look("moth-tin.jpg", 1080, 1080, 0x8a9c6d, 0x5a4a22, Motif.BUTTONS),
                "Cedar, lavender and a darning needle in one tin. Lives in the drawer, works all year.",
                "The tin that guards a drawer",
                "Refills from £4",
                "shop",
                SHOP + "?range=tins");
        runner.plan(CLIENT, personId, "Spring moths")
                .addCampaign(
                        ACCOUNT,
                        "Moths, spring cold test",
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        LocalDate.parse("2027-03-29"),
                        LocalDate.parse("2027-04-18"),
                        "10")
                .addRows(List.of(london, narrow))
                .addColumns(List.of(long1, tin))
                .rowMoney(1, "3");
    }
}
