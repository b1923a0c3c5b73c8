package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Template.Change;
import app.tidewrack.core.plan.Template.Departure;
import app.tidewrack.core.plan.Template.Laid;
import app.tidewrack.core.plan.Template.Onto;
import app.tidewrack.core.plan.Template.Target;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class TemplateTest {
    private static final AudienceDefinition BRITONS = AudienceDefinition.everyoneIn("GB");
    private static final Slice LEEDS = in("Leeds", "GB");
    private static final Slice YORK = in("York", "GB");
    private static final Slice YOUNG = new Slice.Aged(new AgeRange(18, 34));
    private static final Slice OLD = new Slice.Aged(new AgeRange(35, 60));

    private int next;

    private static Slice in(String city, String country) {
        return new Slice.In(Places.around(List.of(new Circle(city.length(), city, country, 53.8, -1.5, 20))), city);
    }

    private static Money pounds(long pounds) {
        return Money.ofMinor(pounds * 100, "GBP");
    }

    private static CampaignFacts facts(Money perRow) {
        LocalDate start = LocalDate.parse("2027-03-09");
        return new CampaignFacts(
                "Kits",
                "traffic",
                Temperature.COLD,
                Purpose.TESTING,
                Flight.through(start, start.plusDays(13), ZoneId.of("Europe/London")),
                perRow);
    }

    private Row row(String audience, String label, long pounds, Slice... slices) {
        return new Row(
                "r" + next++, audience, label, pounds(pounds), true, new Narrowing(List.of(slices)), Delivery.USUAL);
    }

    private static Campaign campaign(List<Row> rows, int columns, Map<CellRef, String> off) {
        List<Column> shown = IntStream.range(0, columns)
                .mapToObj(c -> new Column("k" + c, "creative " + c))
                .toList();
        return new Campaign("c", "here", facts(pounds(20)), rows, shown, off);
    }

    private static Template of(Campaign campaign) {
        return Template.of(campaign, "HS", id -> "Audience " + id);
    }

    private Laid lay(Template template, List<Onto> onto, String... creatives) {
        return lay(template, pounds(20), onto, pounds(1), creatives);
    }

    private Laid lay(Template template, Money perRow, List<Onto> onto, Money lowest, String... creatives) {
        return template.laid(new Target("there", facts(perRow), onto, List.of(creatives), lowest, () -> "n" + next++));
    }

    private static Onto onto(String name, AudienceDefinition definition) {
        return new Onto("id of " + name, name, definition);
    }

    private static List<String> rows(Laid laid) {
        return laid.campaign().rows().stream()
                .map(r -> "%s: %s, %s".formatted(r.audienceId(), r.label(), r.money()))
                .toList();
    }

    @Test
    void aSplitIsLaidOverEachAudienceByItsName() {
        Template split = of(campaign(
                List.of(row("a", "Audience a 18 to 34", 12, YOUNG), row("a", "Audience a 35 to 60", 6, OLD)),
                1,
                Map.of()));
        Laid laid = lay(split, List.of(onto("Knitters", BRITONS), onto("Weavers", BRITONS)), "x", "y");
        assertThat(rows(laid))
                .containsExactly(
                        "id of Knitters: Knitters 18 to 34, £12.00",
                        "id of Knitters: Knitters 35 to 60, £6.00",
                        "id of Weavers: Weavers 18 to 34, £12.00",
                        "id of Weavers: Weavers 35 to 60, £6.00");
        assertThat(laid.campaign().ads()).isEqualTo(8);
        assertThat(laid.campaign().rows()).noneMatch(Row::locked);
        assertThat(laid.changes()).isEmpty();
    }

    /** Worked job 11: 12 on the first, 6 on two, 3 on the rest; the windows' people are one client's own, their places stay. */
    @Test
    void windowsOfAClientsVisitorsStandForPeopleOfTheirOwnAndHoldNobody() {
        List<Row> windows = new ArrayList<>();
        for (int w = 0; w < 9; w++) {
            Term source = new Term(TermKind.SOURCE, "S" + w);
            windows.add(row(
                    "visitors",
                    "Day " + w,
                    w == 0 ? 12 : w < 3 ? 6 : 3,
                    new Slice.Having(Variable.RECENCY, List.of(source), "day " + w)));
        }
        Template template = of(campaign(windows, 1, Map.of()));
        assertThat(template.toString()).doesNotContain("S0").doesNotContain("SOURCE");
        assertThat(template.people()).hasSize(9);
        // Their order is that of the template's people where they are called the same, whatever they were ticked in.
        List<Onto> others = IntStream.rangeClosed(1, 9)
                .mapToObj(w -> onto("Audience visitors day " + (9 - w), BRITONS))
                .toList();
        Laid laid = lay(template, others, "x");
        assertThat(laid.campaign().rows())
                .extracting(r -> r.audienceId(), Row::money)
                .startsWith(
                        tuple("id of Audience visitors day 8", pounds(3)),
                        tuple("id of Audience visitors day 7", pounds(3)))
                .endsWith(
                        tuple("id of Audience visitors day 1", pounds(6)),
                        tuple("id of Audience visitors day 0", pounds(12)));
        assertThat(Money.sum(
                        pounds(0).currency(),
                        laid.campaign().rows().stream().map(Row::money).toList()))
                .isEqualTo(pounds(42));
    }

    @Test
    void whatEachRowWasGivenIsGivenAnewAndMoneyOfARowsOwnStays() {
        Template template = of(campaign(List.of(row("a", "Usual", 20), row("a", "Own", 12)), 1, Map.of()));
        Laid laid = lay(template, pounds(7), List.of(onto("One", BRITONS)), pounds(1), "x");
        assertThat(rows(laid)).containsExactly("id of One: Usual, £7.00", "id of One: Own, £12.00");
        assertThat(laid.own()).containsExactly(laid.campaign().rows().get(1).id());
    }

    @Test
    void fewerAudiencesTakeTheFirstPeopleAndMoreAreLikeTheLast() {
        Template layers = of(campaign(List.of(row("a", "Direct", 20), row("b", "Close", 10)), 1, Map.of()));
        assertThat(rows(lay(layers, List.of(onto("One", BRITONS)), "x"))).containsExactly("id of One: Direct, £20.00");
        assertThat(rows(lay(layers, List.of(onto("One", BRITONS), onto("Two", BRITONS), onto("Three", BRITONS)), "x")))
                .containsExactly(
                        "id of One: Direct, £20.00", "id of Two: Close, £10.00", "id of Three: Close 2, £10.00");
    }

    @Test
    void whatTheAudienceCannotBeSplitIntoIsToldAndNotMadeUp() {
        Template template = of(campaign(
                List.of(
                        row("a", "Leeds 18 to 34", 4, LEEDS, YOUNG),
                        row("a", "York 18 to 34", 5, YORK, YOUNG),
                        row("a", "Leeds 35 to 60", 6, LEEDS, OLD),
                        row("a", "men", 7, new Slice.OfGender(Gender.MEN))),
                1,
                Map.of()));
        AudienceDefinition danes =
                AudienceDefinition.everyoneIn("DK").aged(new AgeRange(25, 34)).of(Gender.WOMEN);
        Laid laid = lay(template, List.of(onto("Danes", danes)), "x");
        // The two cities are one row, since neither is there; nobody of them is over 34, and none a man.
        assertThat(rows(laid)).containsExactly("id of Danes: 25 to 34, £9.00");
        assertThat(laid.campaign().rows().get(0).people(danes)).isEqualTo(danes);
        assertThat(laid.changes())
                .containsExactly(
                        new Departure(Change.ELSEWHERE, "25 to 34"),
                        new Departure(Change.JOINED, "York 18 to 34"),
                        new Departure(Change.NOBODY, "Leeds 35 to 60"),
                        new Departure(Change.NOBODY, "men"));
        // In crowns the row that stands for both has one sum of them: what each row is given, and what is lowest.
        Template mixed = of(campaign(List.of(row("a", "Leeds", 20, LEEDS), row("a", "York", 5, YORK)), 1, Map.of()));
        Laid crowns = lay(
                mixed,
                Money.ofMinor(9_000, "DKK"),
                List.of(onto("Danes", AudienceDefinition.everyoneIn("DK"))),
                Money.ofMinor(700, "DKK"),
                "x");
        assertThat(crowns.campaign().rows()).extracting(Row::money).containsExactly(Money.ofMinor(9_700, "DKK"));
        // At home nothing is left out.
        assertThat(lay(template, List.of(onto("Britons", BRITONS)), "x").changes())
                .isEmpty();
    }

    @Test
    void equalCopiesSidewaysStayApart() {
        Template copies = of(campaign(List.of(row("a", "Copy", 3), row("a", "Copy 2", 3)), 1, Map.of()));
        assertThat(rows(lay(copies, List.of(onto("One", BRITONS)), "x")))
                .containsExactly("id of One: Copy, £3.00", "id of One: Copy 2, £3.00");
    }

    /** A different ad for each row, as in retargeting. */
    @Test
    void cellsThatWereOffStayOffByThePlaceOfTheirColumn() {
        Row first = row("a", "First", 5);
        Row second = row("b", "Second", 5);
        Template template = of(campaign(
                List.of(first, second),
                2,
                Map.of(new CellRef(first.id(), "k1"), "theirs", new CellRef(second.id(), "k0"), "")));
        List<Onto> two = List.of(onto("One", BRITONS), onto("Two", BRITONS));
        assertThat(shown(lay(template, two, "x", "y"))).containsExactly("First x", "Second y");
        assertThat(shown(lay(template, two, "x", "y", "z"))).containsExactly("First x", "Second y", "Second z");
        // The second would show nothing.
        assertThat(shown(lay(template, two, "x"))).containsExactly("First x", "Second x");
        assertThat(lay(template, two, "x", "y").campaign().off().values()).containsOnly("");
    }

    private static List<String> shown(Laid laid) {
        Campaign c = laid.campaign();
        return c.rows().stream()
                .flatMap(r -> c.onColumns(r.id()).stream().map(k -> r.label() + " " + k.creativeId()))
                .toList();
    }

    @Test
    void inAnotherCurrencyEachBeginsWithTheLowestAndOffersNothing() {
        Row bid = row("a", "Bid", 5)
                .delivered(Delivery.USUAL.bidding(new Bid(BidStrategy.MAXIMUM, Money.ofMinor(75, "GBP"))));
        Template template = of(campaign(List.of(bid), 1, Map.of()));
        assertThat(lay(template, List.of(onto("One", BRITONS)), "x")
                        .campaign()
                        .rows()
                        .get(0)
                        .delivery())
                .isEqualTo(bid.delivery());
        Money lowest = Money.ofMinor(700, "DKK");
        Laid laid = lay(template, lowest, List.of(onto("One", BRITONS)), lowest, "x");
        Row there = laid.campaign().rows().get(0);
        assertThat(there.money()).isEqualTo(lowest);
        assertThat(there.delivery().bid()).isEqualTo(Bid.AUTOMATIC);
        assertThat(laid.changes()).containsExactly(new Departure(Change.CURRENCY, ""));
        // What each row is given is typed in crowns: nothing is unlike the template then.
        Template usual = of(campaign(List.of(row("a", "Usual", 20)), 1, Map.of()));
        assertThat(lay(usual, lowest, List.of(onto("One", BRITONS)), Money.ofMinor(100, "DKK"), "x")
                        .changes())
                .isEmpty();
    }

    @Test
    void aSheetWithoutRowsIsNoTemplate() {
        assertThatThrownBy(() -> of(campaign(List.of(), 1, Map.of())))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no rows");
    }

    /** Laid over its own people and creatives a campaign is itself again but for ids and locks: 200 sheets of seed 52. */
    @Test
    void laidOverItsOwnItIsItselfAgain() {
        Random random = new Random(52);
        for (int n = 0; n < 200; n++) {
            List<Row> rows = new ArrayList<>();
            List<Onto> onto = new ArrayList<>();
            int columns = 1 + random.nextInt(5);
            Map<CellRef, String> off = new HashMap<>();
            for (int a = 0; a < 1 + random.nextInt(5); a++) {
                onto.add(new Onto("a" + a, "Audience a" + a, BRITONS));
                for (Slice slice : List.of(LEEDS, YORK, YOUNG, OLD).subList(0, 1 + random.nextInt(4))) {
                    Row row =
                            row("a" + a, "Audience a%d %s".formatted(a, slice.words()), 1 + random.nextInt(50), slice);
                    rows.add(row);
                    // One of its ads stays on.
                    IntStream.range(1, columns)
                            .filter(c -> random.nextBoolean())
                            .forEach(c -> off.put(new CellRef(row.id(), "k" + c), ""));
                }
            }
            Campaign before = campaign(rows, columns, off);
            String[] creatives =
                    before.columns().stream().map(Column::creativeId).toArray(String[]::new);
            Laid laid = lay(of(before), onto, creatives);
            assertThat(laid.changes()).isEmpty();
            assertThat(rows(laid)).isEqualTo(rows(new Laid(before, Set.of(), List.of())));
            assertThat(shown(laid)).isEqualTo(shown(new Laid(before, Set.of(), List.of())));
            assertThat(laid.campaign().rows())
                    .extracting(Row::narrowing)
                    .isEqualTo(rows.stream().map(Row::narrowing).toList());
        }
    }
}
