package app.tidewrack.core.brief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.brief.Balance.Need;
import app.tidewrack.core.brief.Balance.Unknown;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BriefTest {
    private static Money gbp(long minor) {
        return Money.ofMinor(minor, "GBP");
    }

    /**
     * The trade's own sums (common practice): £50 a day over 5 rows is £10 each; 6 audiences at 100 a day are 600 a day; three
     * layers at 20 a day are 60; at a lowest of 20 a row, 50 a day feeds 2 rows, and at a lowest of 5 it feeds 10.
     */
    @ParameterizedTest
    @CsvSource({
        "MONEY, 0,      1, 5,  0,   1000, 1, 5000",
        "MONEY, 0,      1, 6,  0,  10000, 1, 60000",
        "MONEY, 0,      5, 3,  0,   2000, 1, 30000",
        "ROWS,  5000,   1, 0,  0,   2000, 1, 2",
        "ROWS,  5000,   1, 0,  0,    500, 1, 10",
        "ROWS,  70000, 14, 0, 500,   500, 25, 5",
        "DAYS,  70000,  0, 5, 100,  1000, 10, 14",
        "TARGET,70000, 14, 5,  0,    500, 20, 700",
    })
    void oneOfFourFollowsFromTheOthers(
            Unknown unknown, long money, long days, long rows, long target, long lowest, long results, long found) {
        Balance given = new Balance(gbp(money), Math.max(1, days), Math.max(1, rows), gbp(target));
        Balance balance = Balance.of(unknown, given, new Need(gbp(lowest), results));
        assertThat(
                        switch (unknown) {
                            case MONEY -> balance.money().minor();
                            case DAYS -> balance.days();
                            case ROWS -> balance.rows();
                            case TARGET -> balance.target().minor();
                        })
                .isEqualTo(found);
    }

    /** Whatever is looked for: the balance holds, and one step further it would not. */
    @Test
    void theBalanceHoldsAndIsTight() {
        Random random = new Random(5);
        for (int run = 0; run < 2_000; run++) {
            Need need = new Need(gbp(1 + random.nextInt(3000)), 1 + random.nextInt(60));
            Balance given = new Balance(
                    gbp(random.nextInt(2_000_000)),
                    1 + random.nextInt(60),
                    1 + random.nextInt(40),
                    gbp(random.nextInt(3_000)));
            for (Unknown unknown : Unknown.values()) {
                try {
                    Balance b = Balance.of(unknown, given, need);
                    assertThat(holds(b, need)).isTrue();
                    assertThat(holds(next(unknown, b), need) && !atTheEdge(unknown, b))
                            .as("%s of %s with %s", unknown, given, need)
                            .isFalse();
                } catch (Refusal refused) {
                    assertThat(refused.field()).isEqualTo("money");
                    assertThat(unknown).isNotEqualTo(Unknown.MONEY);
                }
            }
        }
    }

    private static boolean holds(Balance b, Need need) {
        return b.money().compareTo(need.ofRow(b.days(), b.target()).times(b.rows())) >= 0;
    }

    private static Balance next(Unknown unknown, Balance b) {
        return switch (unknown) {
            case MONEY -> new Balance(b.money().minus(gbp(1)), b.days(), b.rows(), b.target());
            case DAYS -> new Balance(b.money(), Math.min(366, b.days() + 1), b.rows(), b.target());
            case ROWS -> new Balance(b.money(), b.days(), Math.min(10_000, b.rows() + 1), b.target());
            case TARGET -> new Balance(b.money(), b.days(), b.rows(), b.target().plus(gbp(1)));
        };
    }

    private static boolean atTheEdge(Unknown unknown, Balance b) {
        return (unknown == Unknown.DAYS && b.days() == 366) || (unknown == Unknown.ROWS && b.rows() == 10_000);
    }

    @Test
    void refusalsNameValueLimitAndRemedy() {
        Need need = new Need(gbp(2000), 10);
        assertThatThrownBy(() -> Balance.of(Unknown.ROWS, new Balance(gbp(1500), 1, 1, gbp(0)), need))
                .hasMessageContaining("£15.00 feeds no row: one needs £20.00 in 1 days");
        assertThatThrownBy(() -> Balance.of(Unknown.DAYS, new Balance(gbp(1500), 1, 2, gbp(100)), need))
                .hasMessageContaining("£15.00 is under £20.00");
        assertThatThrownBy(() -> new Balance(gbp(1), 0, 1, gbp(1))).hasMessageContaining("0 days are out of 1 to 366");
    }

    /**
     * 10,795 people in each of two cells (R's power.prop.test for 1.5 % against 2 %): a test on clicks at a usual rate of
     * √(0.4 % × 2 %) = 0.894 % with a lift of a quarter needs its size in impressions at the price of a thousand.
     */
    @Test
    void daysToJudgeFollowSizePriceAndMoney() {
        Judging clicks = Judging.of(Result.CLICK, 2, 0.25, new Range(400, 900), gbp(2000));
        assertThat(clicks.clicks()).isFalse();
        assertThat(clicks.impressions()).isEqualTo(2 * clicks.perCell());
        assertThat(clicks.cost()).isEqualTo(Math.ceil(clicks.impressions() * 600 / 1000));
        assertThat(clicks.days()).isEqualTo(Math.ceil(clicks.cost() / 2000));
        Judging sales = Judging.of(Result.SALE, 2, 0.25, new Range(400, 900), gbp(2000));
        assertThat(sales.clicks()).isTrue();
        assertThat(sales.days()).isGreaterThan(clicks.days());
        assertThat(Judging.of(Result.VIDEO_VIEW, 2, 0.5, new Range(400, 900), gbp(100_000))
                        .days())
                .isEqualTo(Judging.LEAST_DAYS);
        assertThat(Judging.of(Result.THOUSAND, 2, 0.25, new Range(400, 900), gbp(2000)))
                .isNull();
    }
}
