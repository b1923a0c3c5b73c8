package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.ImpressionPrice.Paid;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ImpressionPriceTest {
    private static final ImpressionPrice USUAL = ImpressionPrice.usually(new Range(0.3, 1.2));

    private static Paid paid(double price) {
        return new Paid(1000, 1000 * price);
    }

    @Test
    void whatIsUsualIsKeptWhereNothingWasSeen() {
        assertThat(USUAL.seen(List.of()).range().from()).isCloseTo(0.3, within(1e-12));
        assertThat(USUAL.range().to()).isCloseTo(1.2, within(1e-12));
        ImpressionPrice certain = ImpressionPrice.usually(new Range(2, 2));
        assertThat(certain.seen(List.of(paid(9))).range().to()).isCloseTo(2, within(1e-12));
    }

    /** One dear ad group moves the range up and keeps it wide; thirty alike leave little of the rulebook's. */
    @Test
    void historyMovesAndNarrowsTheRange() {
        Range one = USUAL.seen(List.of(paid(2.4))).range();
        assertThat(one.from()).isBetween(0.4, 1.0);
        assertThat(one.to()).isBetween(1.5, 3.6);
        Range many = USUAL.seen(IntStream.range(0, 30)
                        .mapToObj(i -> paid(2.3 + i % 3 * 0.1))
                        .toList())
                .range();
        assertThat(many.from()).isBetween(1.8, 2.3);
        assertThat(many.to()).isBetween(2.5, 3.0);
    }

    /** Four of five: accounts and ad groups drawn as the belief has them, seeds fixed. */
    @Test
    void theNextAdGroupLiesWithinAsOftenAsIsSaid() {
        Random random = new Random(7);
        double among = USUAL.spread() * Math.sqrt(0.8);
        double own = USUAL.spread() * Math.sqrt(0.2);
        int within = 0;
        int all = 4000;
        for (int i = 0; i < all; i++) {
            double account = USUAL.middle() + among * random.nextGaussian();
            List<Paid> seen = IntStream.range(0, i % 12)
                    .mapToObj(k -> paid(Math.exp(account + own * random.nextGaussian())))
                    .toList();
            double next = Math.exp(account + own * random.nextGaussian());
            Range range = USUAL.seen(seen).range();
            within += next >= range.from() && next <= range.to() ? 1 : 0;
        }
        assertThat((double) within / all).isBetween(0.77, 0.83);
    }
}
