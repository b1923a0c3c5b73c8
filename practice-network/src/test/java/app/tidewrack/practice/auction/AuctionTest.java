package app.tidewrack.practice.auction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AuctionTest {
    /** Edelman, Ostrovsky and Schwarz 2007: bids 10, 4, 2 on two slots with 200 and 100 clicks. */
    @ParameterizedTest
    @CsvSource({"SECOND_PRICE, 800, 200", "EXTERNALITY, 600, 200"})
    void pricesAreThoseOfThePublishedExample(Auction auction, double first, double second) {
        double[] clicks = {200, 100};
        assertThat(auction.price(clicks, 0, new double[] {4, 2})).isEqualTo(first);
        assertThat(auction.price(clicks, 1, new double[] {2})).isEqualTo(second);
    }

    @Test
    void oneSlotCostsTheNextBidByBothRulesAndNothingWithoutRivals() {
        for (Auction auction : Auction.values()) {
            assertThat(auction.price(new double[] {1}, 0, new double[] {3.5})).isEqualTo(3.5);
            assertThat(auction.price(new double[] {1}, 0, new double[0])).isZero();
        }
    }

    /** Chances and prices by formula against auctions held one by one among drawn rivals (seeded, four standard errors). */
    @ParameterizedTest
    @CsvSource({"11, 0.55, 1.6, 1", "11, 0.55, 2.6, 1", "8, 0.6, 1.1, 1", "7, 0.5, 1.0, 2", "11, 0.55, 1.3, 3"})
    void theFieldIsAsIfEveryAuctionWereHeld(int rivals, double spread, double score, int places) {
        double[] slots = Arrays.copyOf(new double[] {1, 0.85, 0.7}, places);
        Field field = new Field(rivals, spread, slots, Auction.SECOND_PRICE);
        SplittableRandom random = new SplittableRandom(3);
        NormalDistribution normal = NormalDistribution.of(0, spread);
        int held = 200_000;
        int won = 0;
        double paid = 0;
        double squares = 0;
        for (int i = 0; i < held; i++) {
            double[] offers = new double[rivals];
            for (int r = 0; r < rivals; r++) {
                offers[r] = -Math.exp(normal.inverseCumulativeProbability(random.nextDouble()));
            }
            Arrays.sort(offers);
            int above = 0;
            while (above < rivals && -offers[above] > score) {
                above++;
            }
            if (above < places) {
                won++;
                double price = slots[above] * (above < rivals ? -offers[above] : 0);
                paid += price;
                squares += price * price;
            }
        }
        double share = won / (double) held;
        double mean = paid / won;
        double deviation = Math.sqrt(squares / won - mean * mean);
        assertThat(field.win(score)).isCloseTo(share, within(4 * Math.sqrt(share * (1 - share) / held) + 0.002));
        double drawn = 0;
        int draws = 50_000;
        for (int i = 0; i < draws; i++) {
            drawn += field.standing(score, random).price();
        }
        assertThat(drawn / draws).isCloseTo(mean, within(4 * deviation / Math.sqrt(Math.min(won, draws)) + 0.005));
    }

    /** A bid that wins a share wins just that, and the more, the higher it is. */
    @ParameterizedTest
    @CsvSource({"0.02", "0.12", "0.45", "0.75"})
    void aShareIsWonByItsBid(double share) {
        for (int rivals : new int[] {7, 11}) {
            Field field = new Field(rivals, 0.55, new double[] {1}, Auction.EXTERNALITY);
            double bid = field.winning(share);
            assertThat(field.win(bid)).isCloseTo(share, within(1e-3));
            assertThat(field.price(bid)).isLessThan(bid);
        }
    }
}
