package app.tidewrack.practice;

import static app.tidewrack.practice.Caller.campaign;
import static app.tidewrack.practice.Caller.creative;
import static app.tidewrack.practice.Caller.group;
import static app.tidewrack.practice.Caller.sum;
import static app.tidewrack.practice.Caller.with;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Whether a practitioner would believe what money brings on the six networks; the table is docs/practice-network.md, "Rates". */
@Tag("whole")
class BelievableRatesTest extends WithNetworks {
    private static final int WEEKS = 6;
    private static final int CREATIVES = 5;
    private static final long DAILY = 12_000;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /**
     * Between what five ads bring in six weeks on cold grown-ups in Britain.
     *
     * @param thousand pounds for a thousand impressions: the rulebook's range, less a tenth at either end
     * @param clicks in a hundred impressions. Common practice: about one in a hundred in a feed, over 1.5 is good in short video
     * @param sales in a hundred visits. From memory: two or three in a hundred buy in a shop
     * @param value of a pound spent on cold people. From memory: one to three
     */
    private record Band(String network, String objective, String thousand, String clicks, String sales, String value) {}

    private static final List<Band> BANDS = List.of(
            new Band("hearthside", "conversions", "3.3-9", "0.7-1.5", "1.5-4", "1-3"),
            new Band("shortwave", "conversions", "2.4-7", "0.7-1.5", "1.2-3.5", "1-3"),
            new Band("jumpcut", "conversions", "1.8-4.7", "0.9-1.6", "1.2-3.5", "1-3.5"),
            new Band("dayglass", "conversions", "1.5-4.7", "0.8-1.5", "1.2-3.5", "1-3.5"),
            new Band("askwell", "conversions", "1.9-6.2", "0.3-0.8", "1.2-3.5", "0.7-3"),
            new Band("guildrow", "traffic", "23-47", "0.35-0.8", "0-1", "0-1.5"));

    @Test
    void whatMoneyBringsIsBelievable() throws Exception {
        List<Caller> callers = new ArrayList<>();
        for (Band band : BANDS) {
            Caller on = on(band.network(), "usual", "GBP", "Europe/London");
            callers.add(on);
            AgeRange ages = band.network().equals("jumpcut") ? new AgeRange(18, 54) : new AgeRange(20, 49);
            on.live(
                    campaign("usual", band.objective()),
                    group("", AudienceDefinition.everyoneIn("GB").aged(ages), DAILY),
                    ads(on, band.network()));
        }
        for (int week = 0; week < WEEKS; week++) {
            callers.get(0).move(24 * 7);
        }
        System.out.println(
                "            per 1,000  clicks %  sales % of visits  value of £1  days short of their money, %  variation");
        double shared = 0;
        for (int i = 0; i < BANDS.size(); i++) {
            Band band = BANDS.get(i);
            List<JsonNode> rows = callers.get(i).report("usual", false);
            double impressions = sum(rows, "impressions");
            double spend = sum(rows, "spendMinor") / 100.0;
            double[] came = {
                1000 * spend / impressions,
                100 * sum(rows, "clicks") / impressions,
                100.0 * sum(rows, "purchases") / sum(rows, "visits"),
                sum(rows, "valueMinor") / 100.0 / spend
            };
            Map<LocalDate, long[]> days = byDay(rows);
            double isShort = 100.0
                    * days.values().stream().filter(d -> d[2] < 0.95 * DAILY).count()
                    / days.size();
            System.out.printf(
                    "%-11s %9.2f %9.2f %18.2f %12.2f %29.0f %10.3f%n",
                    band.network(), came[0], came[1], came[2], came[3], isShort, variation(days));
            String[] bands = {band.thousand(), band.clicks(), band.sales(), band.value()};
            for (int k = 0; k < bands.length; k++) {
                String[] ends = bands[k].split("-");
                assertThat(came[k])
                        .as("%s %s", band.network(), bands[k])
                        .isBetween(Double.valueOf(ends[0]), Double.valueOf(ends[1]));
            }
            assertThat(isShort).as("some days spend less, most do not").isBetween(2.0, 60.0);
            shared += variation(days) / BANDS.size();
        }
        assertThat(shared)
                .as("days vary beyond chance, by five to twelve in a hundred")
                .isBetween(0.05, 0.12);
    }

    /** Where another client seeks the same people, an impression costs more than where it does not, and fewer are had. */
    @Test
    void clientsBidAgainstEachOtherWhereTheyMeet() throws Exception {
        Caller ours = on("hearthside", "ours", "GBP", "Europe/London");
        Caller theirs = on("hearthside", "theirs", "GBP", "Europe/London");
        AudienceDefinition norwich = AudienceDefinition.everyoneIn(
                Places.around(List.of(new Circle(0, "Norwich", "GB", 52.6278, 1.2983, 12))));
        String picture = ours.picture(1080, 1080);
        List<List<String>> ads = new ArrayList<>();
        for (Gender who : List.of(Gender.WOMEN, Gender.MEN)) {
            Map<String, Object> group = with(group("", norwich.of(who), 3000), "placements", List.of("home-feed"));
            ads.add(ours.live(campaign("ours", "reach"), group, List.of(creative("ours", picture, "Mend it"))));
        }
        Map<String, Object> rival =
                with(group("", norwich.of(Gender.WOMEN), 100_000), "placements", List.of("home-feed"));
        theirs.live(campaign("theirs", "reach"), rival, List.of(creative("theirs", picture, "Buy new")));
        ours.move(24 * 5);
        List<JsonNode> rows = ours.report("ours", false);
        double[] thousand = ads.stream()
                .mapToDouble(of -> {
                    List<JsonNode> own = rows.stream()
                            .filter(r -> of.contains(r.get("adId").asString()))
                            .toList();
                    return 10.0 * sum(own, "spendMinor") / sum(own, "impressions");
                })
                .toArray();
        System.out.printf(
                "A thousand impressions cost £%.2f where a rival seeks them, £%.2f where not%n",
                thousand[0], thousand[1]);
        assertThat(thousand[0]).isGreaterThan(1.15 * thousand[1]);
    }

    private static Map<LocalDate, long[]> byDay(List<JsonNode> rows) {
        Map<LocalDate, long[]> days = new TreeMap<>();
        for (JsonNode row : rows) {
            long[] day = days.computeIfAbsent(LocalDate.parse(row.get("day").asString()), d -> new long[4]);
            day[0] += sum(List.of(row), "impressions");
            day[1] += sum(List.of(row), "clicks");
            day[2] += sum(List.of(row), "spendMinor");
            day[3] += sum(List.of(row), "purchases");
        }
        return days;
    }

    /** Standard deviation of the days' click rates beyond chance, over their mean. */
    private static double variation(Map<LocalDate, long[]> days) {
        double clicks = days.values().stream().mapToDouble(d -> d[1]).sum();
        double mean = clicks / days.values().stream().mapToDouble(d -> d[0]).sum();
        double beyond = days.values().stream()
                .mapToDouble(d ->
                        (Math.pow(d[1] - d[0] * mean, 2) - d[0] * mean * (1 - mean)) / Math.pow(d[0] * mean, 2))
                .average()
                .orElse(0);
        return Math.sqrt(Math.max(0, beyond));
    }

    private List<Map<String, Object>> ads(Caller on, String network) throws Exception {
        boolean video = network.equals("jumpcut");
        String medium;
        if (video) {
            try (InputStream in = getClass().getResourceAsStream("/upright.mp4")) {
                medium = on.media(in.readAllBytes());
            }
        } else {
            medium = switch (network) {
                case "shortwave" -> on.picture(1200, 1200);
                case "dayglass" -> on.picture(1080, 1920);
                default -> on.picture(1200, 628);
            };
        }
        List<Map<String, Object>> ads = new ArrayList<>();
        for (int i = 0; i < CREATIVES; i++) {
            Map<String, Object> ad = creative("usual", medium, "Mend it, way " + i);
            ads.add(video ? with(ad, "format", "single-video", "headlines", List.of()) : ad);
        }
        return ads;
    }
}
