package app.tidewrack.server.demo;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.demo.DemoPictures.Motif;
import app.tidewrack.server.demo.StoryTeller.Around;
import app.tidewrack.server.demo.StoryTeller.Look;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Saltmarsh Ferries and Copperline Calibration: each has a draft; Copperline's lacks a site tag for its objective. */
@Component
class OtherStories {
    private final StoryTeller teller;
    private final StoryRunner runner;

    OtherStories(StoryTeller teller, StoryRunner runner) {
        this.teller = teller;
        this.runner = runner;
    }

    void tell(String personId) {
        saltmarsh(personId);
        copperline(personId);
    }

    private void saltmarsh(String personId) {
        String families = teller.audience(
                "saltmarsh",
                "Families an hour from Esbjerg",
                "DK",
                List.of(new Around("Esbjerg", 60)),
                new AgeRange(28, 50),
                Gender.ANY,
                List.of("island-trips", "camping", "wild-swimming"));
        String birds = teller.audience(
                "saltmarsh",
                "Birdwatchers on the German coast",
                "DE",
                List.of(new Around("Husum", 80), new Around("Wilhelmshaven", 60)),
                new AgeRange(35, 80),
                Gender.ANY,
                List.of("birdwatching", "hiking"));
        String boat = teller.creative(
                "saltmarsh",
                "Morning boat",
                new Look("morning-boat.jpg", 1080, 1080, 0x3f6f7d, 0xcfe0d7, Motif.WAVES),
                "Out with the tide at seven, back for supper. A whole island between.",
                "An island before lunch",
                "From 24 € with a seat outside",
                "book",
                "https://saltmarshferries.example/day-trips");
        runner.plan("saltmarsh", personId, "Island spring")
                .addCampaign(
                        "saltmarshhs",
                        "Day trips, first visits",
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        LocalDate.parse("2027-04-01"),
                        LocalDate.parse("2027-04-21"),
                        "15")
                .addRows(List.of(families, birds))
                .addColumns(List.of(boat));
    }

    private void copperline(String personId) {
        String labs = teller.audience(
                "copperline",
                "Lab people around Munich",
                "DE",
                List.of(new Around("Munich", 60)),
                new AgeRange(25, 60),
                Gender.ANY,
                List.of("measurement", "lab-work", "engineering"));
        String gauge = teller.creative(
                "copperline",
                "Drift, one year",
                new Look("gauge.jpg", 1080, 1080, 0x6b3f69, 0x7a4a32, Motif.GAUGE),
                "A gauge drifts by a hair a year. Your audit sees the hair.",
                "Calibrated before the audit",
                "Collected, returned in five days",
                "learn-more",
                "https://copperline.example/five-days");
        runner.plan("copperline", personId, "Audit season")
                .addCampaign(
                        "copperlinehs",
                        "Audit reminder",
                        "conversions",
                        Temperature.COLD,
                        Purpose.TESTING,
                        LocalDate.parse("2027-04-05"),
                        LocalDate.parse("2027-05-02"),
                        "20")
                .addRows(List.of(labs))
                .addColumns(List.of(gauge));
    }
}
