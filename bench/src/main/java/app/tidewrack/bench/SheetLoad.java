package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.check.Checks;
import app.tidewrack.core.check.Situation;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.launch.Wanted;
import app.tidewrack.core.launch.WantedItem;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanDiff;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.PlanEdit.Applied;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.RenameRows;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.schedule.Flight;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** The rules of the job on a sheet of 10,000 ads, each beside the same on 1,000. */
final class SheetLoad {
    private static final int ROUNDS = 15;
    private static final int LARGE = 100;

    private final Rulebook rulebook;

    SheetLoad() throws IOException {
        try (InputStream in = SheetLoad.class.getResourceAsStream("/rulebooks/hearthside.json")) {
            rulebook = JsonMapper.builder().build().readValue(in, Rulebook.class);
        }
    }

    List<Figure> figures() {
        List<Figure> figures = new ArrayList<>();
        measured(figures, "cross, name and total", 500, rows -> {
            Scene scene = new Scene(rows);
            return () ->
                    scene.names().ads().size() + PlanTotals.of(scene.campaign).ads();
        });
        measured(figures, "all checks", 400, rows -> {
            Scene scene = new Scene(rows);
            Situation situation = scene.situation();
            return () -> Checks.run(situation).size();
        });
        measured(
                figures,
                "all checks, names and totals after one row's money",
                30,
                rows -> again(rows, (s, n) -> s.paid("r7", n)));
        measured(
                figures,
                "all checks, names and totals after one row's name",
                30,
                rows -> again(rows, (s, n) -> s.called("r7", n)));
        measured(
                figures,
                "all checks, names and totals after one ad switched",
                30,
                rows -> again(rows, (s, n) -> s.switched("r7", "k9", n)));
        measured(figures, "one edit, what differs, totals", 30, rows -> {
            Scene scene = new Scene(rows);
            Plan plan = new Plan("p", "Plan", List.of(scene.campaign));
            SetRowMoney edit = new SetRowMoney("c", Map.of("r7", Money.ofMinor(1234, "GBP")));
            return () -> {
                Applied applied = edit.applyTo(plan);
                return PlanDiff.between(plan, applied.plan()).rows().size()
                        + PlanTotals.of(applied.plan().campaign("c")).ads();
            };
        });
        measured(figures, "change list", 500, rows -> {
            Scene scene = new Scene(rows);
            List<WantedItem> wanted = scene.wanted();
            List<LiveItem> live = wanted.stream()
                    .filter(w -> w.key().hashCode() % 3 != 0)
                    .map(w -> LiveItem.asLeft(w.key(), "N" + w.key().text(), before(w), false))
                    .toList();
            return () ->
                    ChangeList.between(scene.campaign, wanted, live).changes().size();
        });
        return figures;
    }

    /** Every fifth ad was called something else. */
    private static Settings before(WantedItem wanted) {
        return wanted.settings() instanceof AdSettings ad && wanted.key().hashCode() % 5 == 0
                ? new AdSettings("before", ad.creative())
                : wanted.settings();
    }

    /** Edits one sheet again and again, each time looking again from what was found before. */
    private Supplier<Integer> again(int rows, BiFunction<Scene, Integer, PlanEdit> edit) {
        Scene scene = new Scene(rows);
        Checks[] checked = {Checks.of(scene.situation())};
        int[] times = {0};
        return () -> {
            Plan plan = new Plan("p", "Plan", List.of(checked[0].situation().campaign()));
            Campaign now = edit.apply(scene, times[0]++).applyTo(plan).plan().campaign("c");
            checked[0] =
                    checked[0].after(scene.situation(now, checked[0].situation().names()));
            return checked[0].findings().size();
        };
    }

    private interface Case {
        Supplier<Integer> of(int rows);
    }

    private static void measured(List<Figure> figures, String what, double most, Case measured) {
        double small = median(measured.of(LARGE / 10));
        double large = median(measured.of(LARGE));
        figures.add(new Figure(
                "10,000 ads: %s (%.1f × 1,000 ads)".formatted(what, large / small), large, "ms", most, false));
    }

    /** Milliseconds, after as many rounds to warm up. */
    private static double median(Supplier<Integer> work) {
        double[] took = new double[ROUNDS];
        for (int i = -ROUNDS; i < ROUNDS; i++) {
            long start = System.nanoTime();
            if (work.get() < 0) {
                throw new IllegalStateException("Nothing was done");
            }
            took[Math.max(i, 0)] = (System.nanoTime() - start) / 1e6;
        }
        return IntStream.range(0, ROUNDS).mapToDouble(i -> took[i]).sorted().toArray()[ROUNDS / 2];
    }

    /** A sheet of some rows by 100 creatives, every hundredth ad off. */
    private final class Scene {
        final Campaign campaign;
        private final Map<String, Creative> creatives = new HashMap<>();
        private final Map<String, Situation.Audience> people = new HashMap<>();

        Scene(int rows) {
            LocalDate start = LocalDate.parse("2027-03-09");
            Money each = Money.ofMinor(100_000, "GBP");
            List<Row> made = new ArrayList<>();
            for (int i = 0; i < rows; i++) {
                made.add(new Row("r" + i, "a" + i, "Knitters and menders, part " + i, each));
                people.put(
                        "r" + i,
                        new Situation.Audience(
                                "Knitters " + i,
                                AudienceDefinition.everyoneIn("GB")
                                        .aged(new AgeRange(18 + i % 40, 70))
                                        .interestedIn(List.of("knitting", "topic" + i)),
                                new AudienceSize(50_000 + i, false)));
            }
            List<Column> columns = new ArrayList<>();
            for (int i = 0; i < LARGE; i++) {
                columns.add(new Column("k" + i, "cr" + i));
                creatives.put("cr" + i, creative(i));
            }
            Map<CellRef, String> off = new HashMap<>();
            for (int i = 0; i < rows; i++) {
                off.put(new CellRef("r" + i, "k" + i % LARGE), "");
            }
            campaign = new Campaign(
                    "c",
                    "a",
                    new CampaignFacts(
                            "Kits",
                            "traffic",
                            Temperature.COLD,
                            Purpose.TESTING,
                            new Flight(start, start.plusDays(14), ZoneId.of("Europe/London")),
                            each),
                    made,
                    columns,
                    off);
        }

        private static Creative creative(int i) {
            Medium picture = new Medium(
                    "%064x".formatted(i), "sock.jpg", "JPEG", 1080, 1080, 100_000, null, Medium.Text.UNKNOWN);
            return new Creative(
                    "cr" + i,
                    "Sock " + i,
                    "single-picture",
                    List.of(picture),
                    List.of("Wool, needle and a card that shows the stitch, number " + i),
                    List.of("Mend it, way " + i),
                    List.of(),
                    List.of("shop"),
                    "https://shop.example/kits?way=" + i,
                    "",
                    "",
                    List.of(),
                    null,
                    null,
                    null);
        }

        PlanEdit paid(String row, int times) {
            return new SetRowMoney("c", Map.of(row, Money.ofMinor(1234 + times, "GBP")));
        }

        PlanEdit called(String row, int times) {
            return new RenameRows("c", Map.of(row, "Knitters anew " + times));
        }

        PlanEdit switched(String row, String column, int times) {
            return new SwitchCells("c", List.of(new CellRef(row, column)), times % 2 == 1, "");
        }

        PlanNames names() {
            return names(campaign, null);
        }

        private PlanNames names(Campaign named, @Nullable PlanNames before) {
            return PlanNames.of(
                    named,
                    new PlanNames.Words(
                            NamingScheme.USUAL,
                            Map.of(Token.NETWORK, "HS", Token.NETWORK_NAME, "Hearthside"),
                            a -> people.get(a.replace('a', 'r')).definition(),
                            a -> a,
                            creatives::get,
                            CopyCodes.NONE),
                    before);
        }

        Situation situation() {
            return situation(campaign, null);
        }

        Situation situation(Campaign of, @Nullable PlanNames before) {
            return new Situation(
                    of,
                    PlanTotals.of(of),
                    names(of, before),
                    rulebook,
                    new Situation.Account(
                            "HS GBP", "Oddment & Thread", null, 0, true, Set.of(), Set.of(), Map.of(), Map.of()),
                    people,
                    creatives,
                    Map.of(),
                    Set.of(),
                    false,
                    false,
                    LocalDate.parse("2027-03-01"));
        }

        List<WantedItem> wanted() {
            return new Wanted(
                            rulebook,
                            a -> people.get(a.replace('a', 'r')).definition(),
                            creatives::get,
                            "Oddment & Thread")
                    .of(campaign, names(), false);
        }
    }
}
