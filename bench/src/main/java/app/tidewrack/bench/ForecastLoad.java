package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.ImpressionPrice;
import app.tidewrack.core.forecast.ImpressionPrice.Paid;
import app.tidewrack.core.forecast.Likeness;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.forecast.ResultRate.Seen;
import java.io.IOException;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * How often what came lies within what was forecast in four cases of five. Campaigns of a week with one ad each, on all six networks,
 * of random people and money; each is forecast as the plan does it, by the rulebook's prices and by what the account's campaigns of
 * the weeks before brought. The first week is history only.
 */
final class ForecastLoad {
    private static final List<String> NETWORKS =
            List.of("hearthside", "guildrow", "shortwave", "jumpcut", "dayglass", "askwell");

    /** Where a network takes whole ages. */
    private static final List<AgeRange> AGES = List.of(
            new AgeRange(20, 49),
            new AgeRange(30, 64),
            new AgeRange(20, 64),
            new AgeRange(50, 64),
            new AgeRange(30, 49));

    private static final int GROWN_UP = 18;
    private static final int WEEKS = 4;
    private static final int A_WEEK = 20;
    private static final int FLIGHT_DAYS = 7;
    private static final int REVIEW_DAYS = 2;
    private static final int REPORT_DAYS = 3;
    private static final int HEADLINES = 6;
    private static final double LEAST_WITHIN = 78;
    private static final List<Result> RESULTS = List.of(Result.CLICK, Result.VISIT, Result.ENGAGEMENT, Result.SALE);
    private static final int LEAST_MINOR = 2500;
    private static final double MOST_TIMES = 8;

    private final Practice practice;
    private final Random random = new Random(18);
    private LocalDate today = LocalDate.of(2027, 3, 9);

    ForecastLoad(Practice practice) {
        this.practice = practice;
    }

    /** One campaign, as it was forecast. */
    private record Forecast(Expectation expected, Map<Result, Range> results, String creative, boolean judged) {}

    /** What an ad brought. */
    private static final class Came {
        private long impressions;
        private long spend;
        private final Map<Result, Long> results = new EnumMap<>(Result.class);

        void add(JsonNode hour) {
            impressions += hour.path("counts").path("impressions").asLong(0);
            spend += hour.path("spendMinor").asLong(0);
            RESULTS.forEach(r -> results.merge(
                    r, hour.path("counts").path(r.measure().code()).asLong(0), Long::sum));
        }

        long of(Result result) {
            return results.getOrDefault(result, 0L);
        }
    }

    private final class Network {
        private final Buying buying;
        private final Range price;
        private final List<AgeRange> ages;
        private final List<String> creatives = new ArrayList<>();
        private final Map<String, Forecast> forecasts = new HashMap<>();
        private final Map<String, Came> came = new HashMap<>();

        Network(String name) throws IOException, InterruptedException, NoSuchAlgorithmException {
            buying = new Buying(practice, name, "forecast");
            JsonNode pounds = null;
            for (JsonNode money : buying.get("/rulebook").get("money")) {
                pounds = money.get("currency").asString().equals("GBP") ? money : pounds;
            }
            price = new Range(
                    pounds.get("thousandFromMinor").asDouble() / 1000,
                    pounds.get("thousandToMinor").asDouble() / 1000);
            JsonNode bands = buying.get("/rulebook").path("audience").path("ageBands");
            ages = bands.isEmpty() ? AGES : runs(bands);
            for (int i = 0; i < HEADLINES; i++) {
                creatives.add(buying.creative("Way " + i + " to mend it"));
            }
        }

        /** What an impression costs the account, by what it cost so far. */
        private Range price() {
            List<Paid> paid = came.values().stream()
                    .map(c -> new Paid(c.impressions, c.spend))
                    .toList();
            return ImpressionPrice.usually(price).seen(paid).range();
        }

        /** What the account brought so far of a kind of result, nearest where it was by the same creative. */
        private ResultRate rate(Result result, String creative) {
            Map<Likeness, Seen> seen = new EnumMap<>(Likeness.class);
            came.forEach((ad, c) -> seen.merge(
                    forecasts.get(ad).creative().equals(creative) ? Likeness.ALIKE : Likeness.KIND,
                    new Seen(c.of(result), c.spend),
                    Seen::plus));
            return ResultRate.usually(result.ofImpressions().over(price)).seen(seen);
        }

        void begin(boolean judged) throws IOException, InterruptedException {
            Range paid = price();
            for (int i = 0; i < A_WEEK; i++) {
                AudienceDefinition audience = AudienceDefinition.everyoneIn(random.nextInt(4) == 0 ? "DE" : "GB")
                        .aged(ages.get(random.nextInt(ages.size())))
                        .of(List.of(Gender.ANY, Gender.WOMEN, Gender.MEN).get(random.nextInt(3)));
                int daily = (int) (LEAST_MINOR * Math.pow(MOST_TIMES, random.nextDouble()));
                long people = buying.post("/sizes", List.of(audience))
                        .get(0)
                        .get("people")
                        .asLong();
                String campaign = buying.campaign(today.plusDays(REVIEW_DAYS), FLIGHT_DAYS, false);
                String creative = creatives.get(random.nextInt(HEADLINES));
                String ad = buying.ad(campaign, audience, daily, creative);
                double spending = (double) daily * FLIGHT_DAYS;
                Map<Result, Range> results = new EnumMap<>(Result.class);
                RESULTS.forEach(r -> results.put(r, rate(r, creative).results(spending)));
                ResultRate clicks = rate(Result.CLICK, creative);
                forecasts.put(
                        ad,
                        new Forecast(
                                Expectation.of(new Reach(people), spending, paid, clicks, clicks),
                                results,
                                creative,
                                judged));
            }
        }

        void told() throws IOException, InterruptedException {
            buying.told((ad, hour) -> came.computeIfAbsent(ad, a -> new Came()).add(hour));
        }

        /** Adds how often each amount lay within its range, and how many were judged. */
        void judge(int[] within) throws IOException, InterruptedException {
            Map<String, List<String>> sets = new HashMap<>();
            forecasts.forEach((ad, f) -> {
                if (f.judged()) {
                    sets.put(ad, List.of(ad));
                }
            });
            JsonNode reached = buying.post("/accounts/forecast/reach", sets);
            for (String ad : sets.keySet()) {
                Forecast forecast = forecasts.get(ad);
                Came brought = came.getOrDefault(ad, new Came());
                within[0]++;
                within[1] += in(forecast.expected().impressions(), brought.impressions);
                within[2] += in(forecast.expected().people(), reached.path(ad).asLong());
                for (int r = 0; r < RESULTS.size(); r++) {
                    within[3 + r] += in(forecast.results().get(RESULTS.get(r)), brought.of(RESULTS.get(r)));
                }
            }
        }
    }

    /** Grown-ups from the start of a band to the end of another. */
    private static List<AgeRange> runs(JsonNode bands) {
        List<AgeRange> runs = new ArrayList<>();
        for (int first = 0; first < bands.size(); first++) {
            for (int last = first; last < bands.size(); last++) {
                int from = bands.get(first).get("from").asInt();
                if (from >= GROWN_UP) {
                    runs.add(new AgeRange(from, bands.get(last).get("to").asInt()));
                }
            }
        }
        return runs;
    }

    private static int in(Range range, long amount) {
        return amount >= Math.floor(range.from()) && amount <= Math.ceil(range.to()) ? 1 : 0;
    }

    List<Figure> figures() throws IOException, InterruptedException, NoSuchAlgorithmException {
        List<Network> networks = new ArrayList<>();
        for (String name : NETWORKS) {
            networks.add(new Network(name));
        }
        for (int week = 0; week < WEEKS; week++) {
            for (Network network : networks) {
                network.begin(week > 0);
            }
            move(REVIEW_DAYS + FLIGHT_DAYS + REPORT_DAYS);
            for (Network network : networks) {
                network.told();
            }
        }
        List<String> what = Stream.concat(
                        Stream.of("campaigns", "impressions", "people"),
                        RESULTS.stream().map(r -> r.measure().words()))
                .toList();
        int[] within = new int[what.size()];
        for (int i = 0; i < networks.size(); i++) {
            int[] own = new int[what.size()];
            networks.get(i).judge(own);
            StringBuilder line =
                    new StringBuilder(NETWORKS.get(i)).append(": of ").append(own[0]);
            for (int k = 0; k < within.length; k++) {
                within[k] += own[k];
                line.append(k == 0 ? "" : ", %s %d".formatted(what.get(k), own[k]));
            }
            System.out.println(line.append(" within"));
        }
        List<Figure> figures = new ArrayList<>();
        for (int k = 1; k < what.size(); k++) {
            figures.add(new Figure(
                    "%s within the forecast, of %d campaigns".formatted(what.get(k), within[0]),
                    100.0 * within[k] / within[0],
                    "%",
                    LEAST_WITHIN,
                    true));
        }
        return figures;
    }

    private void move(int days) throws IOException, InterruptedException {
        practice.send("POST", "/clock/move", "", Map.of("hours", 24 * days));
        today = today.plusDays(days);
    }
}
