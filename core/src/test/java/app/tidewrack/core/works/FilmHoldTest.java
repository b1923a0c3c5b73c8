package app.tidewrack.core.works;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.works.FilmHold.Watched;
import java.util.List;
import org.junit.jupiter.api.Test;

class FilmHoldTest {
    private static final Watched USUAL = new Watched("usual", List.of(10_000L, 6_000L, 4_000L, 2_500L, 1_000L));
    private static final Watched ALIKE = new Watched("alike", List.of(5_000L, 3_020L, 2_010L, 1_240L, 500L));
    private static final Watched LOSES = new Watched("loses", List.of(4_000L, 2_400L, 800L, 500L, 200L));

    @Test
    void theDropIsWhereMoreLeaveThanOfTheOthers() {
        List<FilmHold> held = FilmHold.of(List.of(USUAL, ALIKE, LOSES));
        FilmHold loses = held.get(2);
        assertThat(loses.still()).containsExactly(1.0, 0.6, 0.2, 0.125, 0.05);
        assertThat(loses.usual().get(2)).as("the middle of 0.4 and 0.402").isCloseTo(0.401, within(1e-9));
        assertThat(loses.others()).isEqualTo(2);
        assertThat(loses.drop()).isNotNull();
        assertThat(loses.drop().from()).isEqualTo(1);
        assertThat(loses.drop().lost()).isCloseTo(2.0 / 3, within(1e-9));
        assertThat(loses.drop().usual()).isCloseTo(3_010.0 / 9_020, within(1e-9));
        assertThat(held.get(1).drop()).as("no part of it stands out").isNull();
    }

    /** A film alone has nothing to lose more than; what nobody began is left out; corrections never let a curve rise. */
    @Test
    void aFilmAloneHasNoUsual() {
        List<FilmHold> alone = FilmHold.of(List.of(
                new Watched("one", List.of(100L, 40L, 45L, 20L, 5L)),
                new Watched("unseen", List.of(0L, 0L, 0L, 0L, 0L))));
        assertThat(alone).hasSize(1);
        assertThat(alone.get(0).still()).containsExactly(1.0, 0.45, 0.45, 0.2, 0.05);
        assertThat(alone.get(0).usual()).isEmpty();
        assertThat(alone.get(0).drop()).isNull();
    }
}
