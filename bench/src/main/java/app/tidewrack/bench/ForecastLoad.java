package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.ImpressionPrice;
import app.tidewrack.core.forecast.ImpressionPrice.Paid;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.ResultRate;
import java.io.IOException;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import tools.jackson.databind.JsonNode;

/**
 * How often what came lies within what was forecast in four cases of five. Campaigns of a week with one ad each, on three networks,
 * of random people and money; each is forecast as the plan does it, by the rulebook's prices and by what the account's campaigns of
 * the weeks before brought. The first week is history only.
 */
final class ForecastLoad {
    private static final List<String> NETWORKS = List.of("hearthside", "guildrow", "shortwave");

    /** Taken by networks with whole ages and by those with bands. */
    private static final List<AgeRange> AGES = List.of(
            new AgeRange(20, 49),
            new AgeRange(30, 64),
            new AgeRange(20, 64),
            new AgeRange(50, 64),
            new AgeRange(30, 49));

    private static final int WEEKS = 4;
    private static final int A_WEEK = 40;
    private static final int FLIGHT_DAYS = 7;
    private static final int REVIEW_DAYS = 2;
    private static final int REPORT_DAYS = 3;
    private static final int HEADLINES = 6;
    private static final int LEAST_MINOR = 1500;
    private static final double MOST_TIMES = 8;

    private final Practice practice;
    private final Random random = new Random(18);
    private LocalDate today = LocalDate.of(2027, 3, 9);

    ForecastLoad(Practice practice) {
        this.practice = practice;
    }

    /** One campaign, as it was forecast. */
    private record Forecast(Expectation expected, boolean judged) {}

    private final class Network {
        private final Buying buying;
        private final Range price;
        private final List<String> creatives = new ArrayList<>();
        private final Map<String, Forecast> forecasts = new HashMap<>();
        private final Map<String, long[]> came = new HashMap<>();

        Network(String name) throws IOException, InterruptedException, NoSuchAlgorithmException {
            buying = new Buying(practice, name, "forecast");
            JsonNode pounds = null;
            for (JsonNode money : buying.get("/rulebook").get("money")) {
                pounds = money.get("currency").asString().equals("GBP") ? money : pounds;
            }
            price = new Range(
                    pounds.get("thousandFromMinor").asDouble() / 1000,
                    pounds.get("thousandToMinor").asDouble() / 1000);
            for (int i = 0; i < HEADLINES; i++) {
                creatives.add(buying.creative("Way " + i + " to mend it"));
            }
        }

        /** What an impression costs the account, by what it cost so far. */
        private Range price() {
            List<Paid> paid =
                    came.values().stream().map(c -> new Paid(c[0], c[2])).toList();
            return ImpressionPrice.usually(price).seen(paid).range();
        }

        /** What the account brought so far, as the belief in its clicks. */
        private ResultRate clicks() {
            long[] all = new long[3];
            came.values().forEach(c -> {
                for (int i = 0; i < all.length; i++) {
                    all[i] += c[i];
                }
            });
            return ResultRate.usually(Result.CLICK.ofImpressions().over(price)).seen(all[1], all[2]);
        }

        void begin(boolean judged) throws IOException, InterruptedException {
            ResultRate clicks = clicks();
            Range paid = price();
            for (int i = 0; i < A_WEEK; i++) {
                AudienceDefinition audience = AudienceDefinition.everyoneIn(random.nextInt(4) == 0 ? "DE" : "GB")
                        .aged(AGES.get(random.nextInt(AGES.size())))
                        .of(List.of(Gender.ANY, Gender.WOMEN, Gender.MEN).get(random.nextInt(3)));
                int daily = (int) (LEAST_MINOR * Math.pow(MOST_TIMES, random.nextDouble()));
                long people = buying.post("/sizes", List.of(audience))
                        .get(0)
                        .get("people")
                        .asLong();
                String campaign = buying.campaign(today.plusDays(REVIEW_DAYS), FLIGHT_DAYS, false);
                String ad = buying.ad(campaign, audience, daily, creatives.get(random.nextInt(HEADLINES)));
                forecasts.put(
                        ad,
                        new Forecast(
                                Expectation.of(new Reach(people), (double) daily * FLIGHT_DAYS, paid, clicks, clicks),
                                judged));
            }
        }

        void told() throws IOException, InterruptedException {
            buying.told((ad, hour) -> {
                long[] counts = came.computeIfAbsent(ad, a -> new long[3]);
                counts[0] += hour.path("counts").path("impressions").asLong(0);
                counts[1] += hour.path("counts").path("clicks").asLong(0);
                counts[2] += hour.path("spendMinor").asLong(0);
            });
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
                Expectation expected = forecasts.get(ad).expected();
                long[] counts = came.getOrDefault(ad, new long[3]);
                within[0] += in(expected.impressions(), counts[0]);
                within[1] += in(expected.people(), reached.path(ad).asLong());
                within[2] += in(expected.clicks(), counts[1]);
                within[3]++;
            }
        }
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
        int[] within = new int[4];
        for (int i = 0; i < networks.size(); i++) {
            int[] own = new int[4];
            networks.get(i).judge(own);
            System.out.printf(
                    "%s: of %d, impressions %d, people %d, clicks %d within%n",
                    NETWORKS.get(i), own[3], own[0], own[1], own[2]);
            for (int k = 0; k < within.length; k++) {
                within[k] += own[k];
            }
        }
        List<Figure> figures = new ArrayList<>();
        List<String> what = List.of("impressions", "people", "clicks");
        for (int k = 0; k < what.size(); k++) {
            figures.add(new Figure(
                    "%s within the forecast, of %d campaigns".formatted(what.get(k), within[3]),
                    100.0 * within[k] / within[3],
                    "%",
                    75,
                    true));
        }
        return figures;
    }

    private void move(int days) throws IOException, InterruptedException {
        practice.send("POST", "/clock/move", "", Map.of("hours", 24 * days));
        today = today.plusDays(days);
    }
}
