package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.launch.Items;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.money.MoneyChange;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Spread.How;
import app.tidewrack.core.refusal.Refusal;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Edits that are made of what a person asks of several rows at once. */
class EditsOfRowsTest {
    private static final Currency GBP = Currency.getInstance("GBP");
    private static final Campaign SHEET = Items.sheet(3, 1, Budgeting.USUAL);
    private static final Campaign LOCKED = SHEET.mapRows(r -> r.id().equals("r1") ? r.locked(true) : r);
    private static final Campaign SHARED = Items.sheet(2, 1, new Budgeting(Basis.DAILY, Money.ofMinor(5000, "GBP")));

    private static Supplier<String> ids() {
        int[] next = {0};
        return () -> "new" + next[0]++;
    }

    private static void refused(ThrowingCallable call, String field, String says) {
        assertThatThrownBy(call).isInstanceOfSatisfying(Refusal.class, r -> {
            assertThat(r.field()).isEqualTo(field);
            assertThat(r.getMessage()).contains(says);
        });
    }

    @ParameterizedTest
    @CsvSource({"12, 1200", "+2, 1200", "+20 %, 1200", "×2, 2000"})
    void moneyOfSeveralRowsLeavesLockedOnesAlone(String typed, long minor) {
        SetRowMoney edit = SetRowMoney.of(LOCKED, List.of("r0", "r1", "r2"), MoneyChange.parse(typed, GBP));
        assertThat(edit.money())
                .containsOnly(
                        Map.entry("r0", Money.ofMinor(minor, "GBP")), Map.entry("r2", Money.ofMinor(minor, "GBP")));
    }

    /** Common practice: nine windows of recency at 12 on the first, 6 on two and 3 on the rest; here three rows of 10, one of them locked. */
    @ParameterizedTest
    @CsvSource({
        "r0 r1 r2, 12 / 6 / 3, r0=1200 r2=300",
        "r0, 12/6/3, r0=1200 r2=300",
        "r0 r1 r2, 12 / +2, r0=1200 r2=1200",
        "r2 r0, 5 / 6, r2=500 r0=600",
        "r1, 5 / 6, r2=600",
        "r0, +20 %, r0=1200"
    })
    void sumsAreTypedForRowsOneAfterAnother(String rows, String typed, String made) {
        List<String> told = SetRowMoney.typed(LOCKED, List.of(rows.split(" ")), typed).money().entrySet().stream()
                .map(e -> e.getKey() + "=" + e.getValue().minor())
                .toList();
        assertThat(told).containsExactlyInAnyOrder(made.split(" "));
    }

    @Test
    void sumsForMoreRowsThanThereAreAreRefused() {
        refused(
                () -> SetRowMoney.typed(LOCKED, List.of("r2"), "5 / 6"),
                "money",
                "2 sums are typed; from Row 2 on there is room for 1");
        refused(() -> SetRowMoney.typed(LOCKED, List.of("r0"), "5 / six"), "money", "six");
        refused(() -> SetRowMoney.typed(LOCKED, List.of("r0"), "5 / "), "money", "");
        refused(() -> SetRowMoney.typed(SHARED, List.of("r0"), "5 / 6"), "money", "shares £50.00 among its rows");
    }

    @Test
    void moneyThatCannotBeSetIsRefusedWithTheWayOut() {
        MoneyChange more = MoneyChange.parse("+1", GBP);
        refused(() -> SetRowMoney.of(LOCKED, List.of("r1"), more), "money", "locked at £10.00");
        refused(() -> SetRowMoney.of(SHARED, List.of("r0"), more), "money", "shares £50.00 among its rows");
        refused(() -> Budgeting.change(SHEET, more), "money", "Each row of Kits has its own money");
        Campaign richer = Budgeting.change(SHARED, more)
                .applyTo(new Plan("p", "Plan", List.of(SHARED)))
                .plan()
                .campaign("c");
        assertThat(richer.facts().budgeting().shared()).isEqualTo(Money.ofMinor(5100, "GBP"));
    }

    @Test
    void copiesSayWhatTheyAreAndStayOnTheirAccount() {
        assertThat(Copies.duplicates(SHEET, List.of("r0"), 1, ids()).words()).isEqualTo("duplicate row Row 0");
        assertThat(Copies.duplicates(SHEET, List.of("r0", "r1"), 5, ids()).words())
                .isEqualTo("duplicate 2 rows 5 times");
        Campaign elsewhere = new Campaign("d", "other", SHEET.facts(), List.of(), List.of(), Map.of());
        refused(
                () -> Copies.into(SHEET, List.of("r0"), elsewhere, ids()),
                "toCampaignId",
                "is on another account, which has audiences of its own");
    }

    /** Common practice: 50 a day over 5 rows is 10 each; here 50 over 3, to the penny, and told as one edit. */
    @Test
    void aSpreadAddsUpAndIsToldAsOne() {
        Money total = Money.ofMinor(5000, "GBP");
        Together edit = new Spread(total, How.EQUAL).edit(SHEET, List.of("r0", "r1", "r2"), Spread.Known.NOTHING);
        assertThat(edit.words()).isEqualTo("spread £50.00 over 3 rows");
        SetRowMoney money = (SetRowMoney) edit.edits().get(0);
        assertThat(money.money().values().stream().mapToLong(Money::minor))
                .containsExactlyInAnyOrder(1667L, 1667L, 1666L);
    }

    /** Three creatives beside the one that is there: each on in its own new row alone, old rows as they were; undone as one. */
    @Test
    void creativesComeInRowsOfTheirOwn() {
        Plan plan = new Plan("p", "Plan", List.of(SHEET));
        Money money = Money.ofMinor(1_234, "GBP");
        Together edit = Copies.inRowsOfTheirOwn(
                SHEET, List.of("n1", "n2", "n3"), "a9", "Knitters", money, String::toUpperCase, ids());
        PlanEdit.Applied applied = edit.applyTo(plan);
        Campaign now = applied.plan().campaign("c");
        assertThat(now.rows()).hasSize(6);
        assertThat(now.columns()).hasSize(4);
        assertThat(now.rows().subList(3, 6))
                .extracting(Row::label)
                .containsExactly("Knitters · N1", "Knitters · N2", "Knitters · N3");
        for (Row row : now.rows().subList(3, 6)) {
            assertThat(now.onColumns(row.id()))
                    .extracting(Column::creativeId)
                    .hasSize(1)
                    .allMatch(row.label().toLowerCase(Locale.ROOT)::endsWith);
            assertThat(row.money()).isEqualTo(money);
        }
        SHEET.rows().forEach(r -> assertThat(now.onColumns(r.id())).isEqualTo(SHEET.onColumns(r.id())));
        assertThat(edit.words()).isEqualTo("3 creatives in rows of their own");
        assertThat(applied.inverse().applyTo(applied.plan()).plan()).isEqualTo(plan);
    }
}
