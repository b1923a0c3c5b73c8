package app.tidewrack.server.demo;

import app.tidewrack.core.brief.Balance.Unknown;
import app.tidewrack.core.brief.Result;
import app.tidewrack.server.brief.BriefBody;
import app.tidewrack.server.brief.BriefLibrary;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** What the three clients asked for. */
@Component
class DemoBriefs {
    private final BriefLibrary briefs;

    DemoBriefs(BriefLibrary briefs) {
        this.briefs = briefs;
    }

    void write() {
        briefs.add(
                "oddment",
                new BriefBody(
                        "Spring menders",
                        "conversions",
                        "A card, four wools and one needle for £14; posted the same day. First order ships free.",
                        Result.SALE,
                        "GBP",
                        900,
                        210_000,
                        LocalDate.parse("2027-03-09"),
                        LocalDate.parse("2027-04-05"),
                        5,
                        Unknown.ROWS,
                        8,
                        3,
                        30,
                        List.of("GB"),
                        null,
                        List.of("oddmenths", "oddmentjc", "oddmentdg")));
        briefs.add(
                "oddment",
                new BriefBody(
                        "Moth season, cold test",
                        "traffic",
                        "Cedar and lavender without the smell of a cupboard. Find the wording before June.",
                        Result.CLICK,
                        "GBP",
                        20,
                        40_000,
                        LocalDate.parse("2027-03-29"),
                        LocalDate.parse("2027-04-18"),
                        4,
                        Unknown.DAYS,
                        200,
                        2,
                        25,
                        List.of("GB", "IE"),
                        null,
                        List.of("oddmenths", "oddmentjc")));
        briefs.add(
                "saltmarsh",
                new BriefBody(
                        "Island spring",
                        "traffic",
                        "Out at seven, back for supper, 24 € with a seat outside; families on weekdays half.",
                        Result.VISIT,
                        "EUR",
                        45,
                        600_000,
                        LocalDate.parse("2027-04-01"),
                        LocalDate.parse("2027-04-21"),
                        6,
                        Unknown.TARGET,
                        150,
                        4,
                        25,
                        List.of("DK", "DE", "NL"),
                        null,
                        List.of("saltmarshhs", "saltmarshdkk", "saltmarshjc", "saltmarshdg")));
        briefs.add(
                "copperline",
                new BriefBody(
                        "Audit season",
                        "leads",
                        "Collected, calibrated and back in five days with a certificate. A free check of one gauge.",
                        Result.FORM,
                        "EUR",
                        6_000,
                        0,
                        LocalDate.parse("2027-04-05"),
                        LocalDate.parse("2027-05-02"),
                        3,
                        Unknown.MONEY,
                        12,
                        2,
                        40,
                        List.of("DE", "AT", "CH"),
                        null,
                        List.of("copperlinehs", "copperlinegr", "copperlineak")));
    }
}
