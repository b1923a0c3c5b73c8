package app.tidewrack.core.audience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.audience.InterestLayers.Related;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class InterestLayersTest {
    private static final AudienceDefinition KNITTERS = AudienceDefinition.everyoneIn("GB")
            .interestedIn(List.of("knitting"))
            .and(AnyOf.of(new Term(TermKind.LANGUAGE, "en")));
    private static final Map<String, String> KINDS =
            Map.of("knitting", "making", "sewing", "making", "quilting", "making", "tea", "food");

    private static InterestLayers of(Related... related) {
        return InterestLayers.of(KNITTERS, List.of(related), c -> KINDS.getOrDefault(c, "walks"));
    }

    /** Each layer has its own interests and leaves out those within it; all else stays. */
    @Test
    void layersExcludeOneAnother() {
        InterestLayers layers = of(
                new Related("sewing", 3),
                new Related("hills", 2.4),
                new Related("quilting", 1.15),
                new Related("tea", 1.14));
        assertThat(layers.close()).extracting(Related::code).containsExactly("sewing", "quilting");
        assertThat(layers.taste()).extracting(Related::code).containsExactly("hills");
        List<AudienceDefinition> made = layers.definitions();
        assertThat(made.get(0)).isEqualTo(KNITTERS);
        assertThat(made.get(1).leftOut()).containsExactly(Term.interest("knitting"));
        assertThat(made.get(2).leftOut())
                .containsExactlyInAnyOrder(
                        Term.interest("knitting"), Term.interest("sewing"), Term.interest("quilting"));
        assertThat(made.get(2).conditions())
                .containsExactly(AnyOf.of(new Term(TermKind.LANGUAGE, "en")), AnyOf.of(Term.interest("hills")));
    }

    @Test
    void layersAreNeverLargerThanAPersonCanLookAt() {
        Related[] many = Stream.concat(
                        Stream.of(new Related("sewing", 9)),
                        IntStream.range(0, 40).mapToObj(i -> new Related("walk " + i, 8 - i / 10.0)))
                .toArray(Related[]::new);
        assertThat(of(many).taste()).hasSize(InterestLayers.MOST_TASTE);
    }

    @Test
    void aLayerWithoutTopicsIsRefusedByItsName() {
        assertThatThrownBy(() -> of(new Related("tea", 3))).hasMessageContaining("No topics of their kind are 1.15");
        assertThatThrownBy(() -> of(new Related("sewing", 3))).hasMessageContaining("No topics of other kinds");
        assertThatThrownBy(() -> InterestLayers.requireInterests(AudienceDefinition.everyoneIn("GB")))
                .hasMessageContaining("names no interest");
    }
}
