package app.tidewrack.core.lead;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Phone numbers are of the ranges that regulators keep for made-up people: +44 1632 960xxx and +44 7700 900xxx (Ofcom), +1 202 555 01xx
 * (NANPA); addresses are of example domains (RFC 2606).
 */
class PersonMarksTest {
    static Stream<Arguments> texts() {
        return Stream.of(
                Arguments.of("an answer", List.of("Ada@Example.org"), List.of("e:ada@example.org")),
                Arguments.of("in a sentence", List.of("Write to ada@example.org."), List.of("e:ada@example.org")),
                Arguments.of("in brackets", List.of("me <ada@example.org>, please"), List.of("e:ada@example.org")),
                Arguments.of(
                        "two of them",
                        List.of("a@example.org or b@example.com"),
                        List.of("e:a@example.org", "e:b@example.com")),
                Arguments.of("as at home", List.of("07700 900123"), List.of("p:+447700900123")),
                Arguments.of("as abroad", List.of("+44 (0)7700 900-123"), List.of("p:+447700900123")),
                Arguments.of("with two noughts", List.of("0044 7700 900123"), List.of("p:+447700900123")),
                Arguments.of("of another land", List.of("+1 202-555-0143"), List.of("p:+12025550143")),
                Arguments.of("in a sentence", List.of("Call me on 01603 761000 after six"), List.of("p:+441603761000")),
                Arguments.of(
                        "both",
                        List.of("ada@example.org", "07700 900123"),
                        List.of("e:ada@example.org", "p:+447700900123")),
                Arguments.of(
                        "a number that no land has", List.of("1234 5678 9012 3456"), List.of("d:1234567890123456")),
                Arguments.of("a size is no number", List.of("Size 42, 12 pairs"), List.of()),
                Arguments.of("a date is none", List.of("on 12.03."), List.of()),
                Arguments.of("a name is none", List.of("Ada Wren", "Norwich"), List.of()),
                Arguments.of(
                        "digits of an address are none",
                        List.of("07700900123@example.org"),
                        List.of("e:07700900123@example.org")),
                Arguments.of("nothing", List.of("", " "), List.of()));
    }

    @ParameterizedTest(name = "{0}: {1}")
    @MethodSource("texts")
    void areWhatAPersonCanBeRecognisedBy(String what, List<String> texts, List<String> marks) {
        assertThat(PersonMarks.of(texts, "GB")).as(what).containsExactlyElementsOf(marks);
    }

    @Test
    void areTheSameHoweverTheyAreWritten() {
        assertThat(List.of("07700900123", "+447700900123", "0044 7700 900 123", "(07700) 900-123").stream()
                        .map(t -> PersonMarks.of(List.of(t), "GB"))
                        .distinct())
                .hasSize(1);
    }

    @Test
    void areNotMoreThanSomebodyWouldGive() {
        String many = "a ".repeat(40);
        List<String> texts = IntStream.range(0, 100)
                .mapToObj(i -> "person" + i + "@example.org")
                .toList();
        assertThat(PersonMarks.of(texts, "GB")).hasSize(PersonMarks.MOST_MARKS);
        assertThat(PersonMarks.of(List.of(many.repeat(100) + "late@example.org"), "GB"))
                .isEmpty();
        assertThat(PersonMarks.of(List.of("@".repeat(4_000), "1".repeat(4_000), "a@".repeat(2_000)), "GB"))
                .isEmpty();
    }
}
