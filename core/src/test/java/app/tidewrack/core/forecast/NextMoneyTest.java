package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.NextMoney.Place;
import app.tidewrack.core.forecast.Response.Day;
import app.tidewrack.core.forecast.Response.Expected;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class NextMoneyTest {
    private static final ResultRate SURE = new ResultRate(1e6, 1e6 * 100);

    /** A row that is known to bring its worth and half, to a part in a thousand: the closed forms hold. */
    private static Response known(double worth, double half, double daily) {
        double rate = worth * half / (half + daily);
        List<Day> days = new ArrayList<>();
        for (double spent = half / 8; spent < 8 * half; spent *= 1.3) {
            days.add(new Day(spent * 1e6, worth * 1e6 * spent * half / (spent + half), 1));
        }
        return Response.of(
                new Expected(new ResultRate(1, 1 / rate), daily, daily == half ? 0.5 : half / (half + daily)), days, 1);
    }

    /**
     * The equal-margin rule in closed form: of worth a and half h, money is h(√(a ÷ λ) − 1). Two rows of worth 0.04 and 0.01 and half
     * 1,000 have λ from 2,000 = 1,000(0.2 + 0.1) ÷ √λ − 2,000, so 1,666.67 and 333.33.
     */
    @Test
    void theLastUnitBringsAsMuchEverywhere() {
        Response good = Response.of(new Expected(new ResultRate(1e9, 1e9 / 0.02), 1000, 0.5), List.of(), 1);
        Response poor = Response.of(new Expected(new ResultRate(1e9, 1e9 / 0.005), 1000, 0.5), List.of(), 1);
        long[] parts = NextMoney.spread(List.of(new Place(good, 0, 5000), new Place(poor, 0, 5000)), 2000);
        assertThat(parts[0] + parts[1]).isEqualTo(2000);
        assertThat(good.next(parts[0])).isCloseTo(poor.next(parts[1]), within(1e-4 * good.next(parts[0])));
    }
}
