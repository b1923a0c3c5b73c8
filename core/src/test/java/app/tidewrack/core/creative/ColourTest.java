package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ColourTest {
    /** Colours by their names in CSS Color Module Level 4 (W3C), each called as its name says. */
    @ParameterizedTest
    @CsvSource({
        "crimson, dc143c, RED", "firebrick, b22222, RED", "darkred, 8b0000, RED", "orange, ffa500, ORANGE",
        "darkorange, ff8c00, ORANGE", "coral, ff7f50, ORANGE", "gold, ffd700, YELLOW", "yellow, ffff00, YELLOW",
        "lime, 00ff00, GREEN", "forestgreen, 228b22, GREEN", "seagreen, 2e8b57, GREEN", "olivedrab, 6b8e23, GREEN",
        "navy, 000080, BLUE", "royalblue, 4169e1, BLUE", "skyblue, 87ceeb, BLUE", "steelblue, 4682b4, BLUE",
        "purple, 9400d3, PURPLE", "indigo, 4b0082, PURPLE", "rebeccapurple, 663399, PURPLE", "hotpink, ff69b4, PINK",
        "deeppink, ff1493, PINK", "pink, ffc0cb, PINK", "saddlebrown, 8b4513, BROWN", "sienna, a0522d, BROWN",
        "black, 000000, BLACK", "dimgray, 696969, GREY", "silver, c0c0c0, GREY", "whitesmoke, f5f5f5, WHITE",
    })
    void coloursAreCalledAsPeopleCallThem(String name, String hex, Colour called) {
        assertThat(Colour.of(Integer.parseInt(hex, 16))).as(name).isEqualTo(called);
    }

    /** A small thing on white is what the picture is of; a few stray pixels are not. */
    @Test
    void aPictureIsOfTheColourThatStandsOut() {
        int[] pixels = new int[1_000];
        Arrays.fill(pixels, 0xffffff);
        Arrays.fill(pixels, 0, 200, 0xb22222);
        assertThat(Colour.ofMost(pixels)).isEqualTo(Colour.RED);
        Arrays.fill(pixels, 20, 200, 0xffffff);
        assertThat(Colour.ofMost(pixels)).isEqualTo(Colour.WHITE);
    }
}
