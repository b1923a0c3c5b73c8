package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Spread.How;
import app.tidewrack.core.plan.Spread.Known;
import app.tidewrack.core.schedule.Flight;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class SpreadTest {
    private static List<Row> rows(long... minor) {
        return IntStream.range(0, minor.length)
                .mapToObj(i -> new Row("r" + i, "a", "Row " + i, Money.ofMinor(minor[i], "GBP")))
                .toList();
    }

    private static Known people(long... people) {
        Map<String, @Nullable AudienceSize> sizes = new HashMap<>();
        IntStream.range(0, people.length).forEach(i -> sizes.put("r" + i, new AudienceSize(people[i], false)));
        return Known.ofPeople(sizes);
    }

    /** Common practice: 50 a day over a test of 5 rows is 10 each; 60 over three layers 20 each. */
    @Test
    void testsGetEqualMoney() {
        assertThat(new Spread(Money.ofMinor(5000, "GBP"), How.EQUAL)
                        .of(rows(1, 2, 3, 4, 5), Known.NOTHING)
                        .values())
                .extracting(Money::toString)
                .containsOnly("£10.00");
        assertThat(new Spread(Money.ofMinor(6000, "GBP"), How.EQUAL)
                        .of(rows(1, 2, 3), Known.NOTHING)
                        .values())
                .extracting(Money::toString)
                .containsOnly("£20.00");
    }

    /**
     * Hamilton's method on the example of the Alabama paradox's textbook case (from memory: seats of 10 over 6, 6 and 2 give 4, 4 and
     * 2; of 11 they give 5, 5 and 1).
     */
    @Test
    void partsFollowPeopleByLargestRemainder() {
        assertThat(new Spread(Money.ofMinor(10, "GBP"), How.BY_PEOPLE)
                        .of(rows(0, 0, 0), people(6, 6, 2))
                        .values())
                .extracting(Money::minor)
                .containsExactly(4L, 4L, 2L);
        assertThat(new Spread(Money.ofMinor(11, "GBP"), How.BY_PEOPLE)
                        .of(rows(0, 0, 0), people(6, 6, 2))
                        .values())
                .extracting(Money::minor)
                .containsExactly(5L, 5L, 1L);
    }

    /**
     * Published: Hamilton's bill of 1792 on the census of 1790, 120 seats for 15 states (Balinski & Young, Fair Representation,
     * 1982); the npm package apportionment 2.0.3 gives the same.
     */
    @Test
    void theFirstApportionmentBill() {
        long[] people = {
            630_560, 475_327, 432_879, 353_523, 331_589, 278_514, 236_841, 206_236, 179_570, 141_822, 85_533, 70_835,
            68_705, 68_446, 55_540
        };
        assertThat(new Spread(Money.ofMinor(120, "JPY"), How.BY_PEOPLE)
                        .of(rows(new long[people.length]), people(people))
                        .values())
                .extracting(Money::minor)
                .containsExactly(21L, 16L, 14L, 12L, 11L, 9L, 8L, 7L, 6L, 5L, 3L, 2L, 2L, 2L, 2L);
    }

    @Test
    void lockedRowsKeepTheirsAndTheOthersShareTheRest() {
        List<Row> rows = new ArrayList<>(rows(1000, 700, 1, 2));
        rows.set(1, rows.get(1).locked(true));
        Spread spread = new Spread(Money.ofMinor(2001, "GBP"), How.EQUAL);
        assertThat(spread.of(rows, Known.NOTHING).values())
                .extracting(Money::minor)
                .containsExactly(434L, 700L, 434L, 433L);
        assertThatThrownBy(() -> new Spread(Money.ofMinor(699, "GBP"), How.EQUAL).of(rows, Known.NOTHING))
                .hasMessageContaining("£7.00, more than the £6.99");
        List<Row> locked = rows.stream().map(r -> r.locked(true)).toList();
        assertThatThrownBy(() -> spread.of(locked, Known.NOTHING)).hasMessageContaining("every row is locked");
    }

    @Test
    void whateverIsSpreadAddsUpAndWhatHasMorePeopleNeverGetsLess() {
        Random random = new Random(3);
        for (int i = 0; i < 400; i++) {
            int n = 1 + random.nextInt(40);
            long[] sizes = random.longs(n, 1, 2_000_000).toArray();
            Money total = Money.ofMinor(1 + random.nextInt(1_000_000), "GBP");
            List<Money> parts = new ArrayList<>(new Spread(total, How.BY_PEOPLE)
                    .of(rows(new long[n]), people(sizes))
                    .values());
            assertThat(Money.sum(total.currency(), parts)).isEqualTo(total);
            for (int a = 0; a < n; a++) {
                for (int b = 0; b < n; b++) {
                    if (sizes[a] > sizes[b]) {
                        assertThat(parts.get(a).minor())
                                .isGreaterThanOrEqualTo(parts.get(b).minor());
                    }
                }
            }
        }
        assertThat(new Spread(Money.ofMinor(9000, "GBP"), How.AS_NOW)
                        .of(rows(1000, 2000), Known.NOTHING)
                        .values())
                .extracting(Money::toString)
                .containsExactly("£30.00", "£60.00");
    }

    @Test
    void withNothingToGoByItIsRefused() {
        Spread now = new Spread(Money.ofMinor(100, "GBP"), How.AS_NOW);
        assertThatThrownBy(() -> now.of(rows(0, 0), Known.NOTHING)).hasMessageContaining("no money now");
        Spread people = new Spread(Money.ofMinor(100, "GBP"), How.BY_PEOPLE);
        assertThatThrownBy(() -> people.of(rows(0), Known.NOTHING))
                .hasMessageContaining("size of row Row 0 is not known");
    }

    @Test
    void aCalendarAddsCampaignsDayByDayAndNeverTwoCurrencies() {
        Plan plan = new Plan(
                "p",
                "Plan",
                List.of(
                        campaign("a", "2027-03-09", 3, "GBP"),
                        campaign("b", "2027-03-11", 2, "GBP"),
                        campaign("c", "2027-03-01", 1, "EUR")));
        List<MoneyCalendar> calendars = MoneyCalendar.of(plan);
        assertThat(calendars).hasSize(2);
        assertThat(calendars.get(0).days())
                .extracting(d -> d.date().getDayOfMonth() + " " + d.money())
                .containsExactly("9 £10.00", "10 £10.00", "11 £20.00", "12 £10.00");
        assertThat(calendars.get(0).total()).hasToString("£50.00");
        assertThat(calendars.get(1).total()).hasToString("€10.00");
    }

    /** Lifetime money is spread evenly over the days by largest remainder; days add up to it. */
    @Test
    void lifetimeMoneyIsSpreadOverTheDays() {
        Campaign a = campaign("a", "2027-03-09", 3, "GBP");
        Plan plan = new Plan(
                "p",
                "Plan",
                List.of(a.withFacts(a.facts()
                        .budgeted(
                                new Budgeting(Budgeting.Basis.LIFETIME, null),
                                a.facts().moneyPerRow()))));
        MoneyCalendar calendar = MoneyCalendar.of(plan).get(0);
        assertThat(calendar.days()).extracting(d -> d.money().toString()).containsExactly("£3.34", "£3.33", "£3.33");
        assertThat(calendar.total()).hasToString("£10.00");
    }

    private static Campaign campaign(String id, String start, int days, String currency) {
        LocalDate first = LocalDate.parse(start);
        Money each = Money.ofMinor(1000, currency);
        return new Campaign(
                id,
                "account",
                new CampaignFacts(
                        id,
                        "traffic",
                        Temperature.COLD,
                        Purpose.TESTING,
                        new Flight(first, first.plusDays(days), ZoneId.of("Europe/London")),
                        each),
                List.of(new Row("r" + id, "a", "Row", each)),
                List.of(new Column("k" + id, "creative")),
                Map.of());
    }
}
