package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.creative.TextLines.Line;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lines drawn as bars, which is what letters are to it; that letters are read is the server's to test. */
class TextLinesTest {
    private static final int WIDTH = 400;
    private static final int HEIGHT = 300;

    private final byte[] light = new byte[WIDTH * HEIGHT];

    private void ground(int of) {
        Arrays.fill(light, (byte) of);
    }

    private void box(int left, int top, int wide, int tall, int of) {
        for (int y = top; y < top + tall; y++) {
            Arrays.fill(light, y * WIDTH + left, y * WIDTH + left + wide, (byte) of);
        }
    }

    /** Letters of 6 × 20 pixels with 5 between. */
    private void word(int left, int top, int letters, int of) {
        for (int i = 0; i < letters; i++) {
            box(left + 11 * i, top, 6, 20, of);
        }
    }

    private List<Line> find() {
        return TextLines.find(WIDTH, HEIGHT, light);
    }

    @ParameterizedTest
    @CsvSource({"255, 0", "0, 255", "120, 90", "120, 150", "200, 230"})
    void findsALineDarkOnLightAndLightOnDark(int ground, int ink) {
        ground(ground);
        word(50, 100, 8, ink);

        assertThat(find()).singleElement().satisfies(line -> {
            assertThat(line.marks()).hasSize(8);
            assertThat(List.of(line.left(), line.top(), line.right(), line.bottom()))
                    .isEqualTo(List.of(50, 100, 50 + 11 * 7 + 5, 119));
        });
    }

    @Test
    void wordsFarApartOrOneBelowTheOtherAreLinesOfTheirOwn() {
        ground(255);
        word(20, 40, 5, 0);
        word(300, 40, 5, 0);
        word(20, 120, 6, 0);

        assertThat(find()).hasSize(3);
    }

    @Test
    void aDotBelongsToTheLineItStandsIn() {
        ground(255);
        word(50, 100, 4, 0);
        box(50 + 40, 116, 3, 4, 0);
        box(300, 250, 3, 4, 0);

        assertThat(find())
                .singleElement()
                .satisfies(line -> assertThat(line.marks()).hasSize(5));
    }

    /** A single mark, a ground that runs from dark to light, and a contrast that nobody sees. */
    @Test
    void whatIsNoLineIsNone() {
        ground(255);
        box(100, 100, 60, 60, 0);
        assertThat(find()).isEmpty();

        for (int x = 0; x < WIDTH; x++) {
            for (int y = 0; y < HEIGHT; y++) {
                light[y * WIDTH + x] = (byte) (x * 255 / WIDTH);
            }
        }
        assertThat(find()).isEmpty();

        ground(120);
        word(50, 100, 8, 128);
        assertThat(find()).isEmpty();
    }

    @Test
    void ofAPageOfTextAndOfNoiseNoMoreThanFortyLinesAreFound() {
        ground(255);
        for (int row = 0; row < 12; row++) {
            for (int column = 0; column < 4; column++) {
                word(5 + column * 99, 3 + row * 25, 6, 0);
            }
        }
        assertThat(find()).hasSize(40);

        SplittableRandom chance = new SplittableRandom(7);
        for (int i = 0; i < light.length; i++) {
            light[i] = (byte) chance.nextInt(256);
        }
        assertThat(find()).hasSizeLessThanOrEqualTo(40);
    }

    /** The fields of a grid of five by five that a box touches. */
    @ParameterizedTest
    @CsvSource({
        "0, 0, 0, 0, 1",
        "0, 0, 79, 59, 1",
        "0, 0, 80, 59, 3",
        "0, 0, 79, 60, 33",
        "399, 299, 399, 299, 16777216",
        "0, 0, 399, 299, 33554431"
    })
    void aBoxTouchesTheFieldsItStandsIn(int left, int top, int right, int bottom, int fields) {
        assertThat(TextOnPicture.fields(left, top, right, bottom, WIDTH, HEIGHT))
                .isEqualTo(fields);
    }
}
