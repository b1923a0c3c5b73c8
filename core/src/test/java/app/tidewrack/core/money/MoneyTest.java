package app.tidewrack.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MoneyTest {
    /** Exponents of ISO 4217 as the JDK gives them: JPY 0, GBP 2, KWD 3. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            12          | GBP | 1200  | £12.00
            12.5        | GBP | 1250  | £12.50
            ' £1,200.50'| GBP | 120050| £1,200.50
            12,50       | EUR | 1250  | €12.50
            1,200       | GBP | 120000| £1,200.00
            500         | JPY | 500   | JP¥500
            1.234       | KWD | 1234  | KWD 1.234
            12.50000    | GBP | 1250  | £12.50
            1.250       | KWD | 1250  | KWD 1.250
            1,250.000   | KWD | 1250000 | KWD 1,250.000
            0           | GBP | 0     | £0.00
            """)
    void readsWhatPeopleTypeAndShowsIt(String text, String currency, long minor, String shown) {
        Money money = Money.parse(text, Currency.getInstance(currency));
        assertThat(money.minor()).isEqualTo(minor);
        assertThat(money.toString().replace('\u00a0', ' ').replace("JP¥ ", "JP¥"))
                .isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            twelve pounds     | GBP | “twelve pounds” is not an amount of GBP
            -5                | GBP | “-5” is not an amount
            1.234             | GBP | has 3 decimals; GBP has 2
            1.200             | EUR | “1.200” is 1200 to some and 1.2 to others
            12.500            | GBP | “12.500” is 12500 to some and 12.5 to others
            1.000             | JPY | “1.000” is 1000 to some and 1 to others
            1,250             | KWD | “1,250” is 1250 to some and 1.25 to others
            0.5               | JPY | has 1 decimals; JPY has 0
            =1+1              | GBP | “=1+1” is not an amount
            99999999999999    | GBP | over the largest amount, £1,000,000,000.00
            ''                | GBP | “” is not an amount
            """)
    void refusesOtherTextAndNamesIt(String text, String currency, String says) {
        assertThatThrownBy(() -> Money.parse(text, Currency.getInstance(currency)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(says);
    }

    @Test
    void splitsAddUpAndStayWithinOneMinorUnitOfTheQuota() {
        Random random = new Random(7);
        for (int run = 0; run < 3000; run++) {
            Money whole = Money.ofMinor(random.nextInt(1_000_000), "GBP");
            long[] shares = IntStream.range(0, 1 + random.nextInt(30))
                    .mapToLong(i -> random.nextInt(50) + (i == 0 ? 1 : 0))
                    .toArray();
            List<Money> parts = whole.splitBy(shares);
            assertThat(Money.sum(whole.currency(), parts)).isEqualTo(whole);
            double total = Arrays.stream(shares).sum();
            for (int i = 0; i < shares.length; i++) {
                assertThat(Math.abs(parts.get(i).minor() - whole.minor() * shares[i] / total))
                        .isLessThan(1);
            }
        }
    }

    /** Common practice: £50 a day over 5 rows is £10 each; an odd penny goes to the first. */
    @Test
    void equalSplitsDifferByAtMostOnePenny() {
        assertThat(Money.ofMinor(5000, "GBP").split(5)).containsOnly(Money.ofMinor(1000, "GBP"));
        assertThat(Money.ofMinor(1000, "GBP").split(3)).extracting(Money::minor).containsExactly(334L, 333L, 333L);
    }

    @Test
    void currenciesNeverMeet() {
        assertThatThrownBy(() -> Money.ofMinor(1, "GBP").plus(Money.ofMinor(1, "EUR")))
                .hasMessageContaining("GBP")
                .hasMessageContaining("EUR");
    }
}
