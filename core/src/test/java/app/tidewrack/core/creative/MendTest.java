package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MendTest {
    private static PictureRule rule(int least, Ratio... ratios) {
        return new PictureRule(least, least, List.of(ratios), 0.01, 5_000_000, List.of("JPEG", "PNG"));
    }

    private static Picture picture(int width, int height) {
        return new Picture("", "p", "JPEG", width, height, 1000);
    }

    /** Boxes and grounds by hand: 1080 × 1350 (4:5) for stories of 9:16 keeps 759 × 1350, or stands on 1080 × 1920. */
    @ParameterizedTest
    @CsvSource({
        "1080, 1350, 9, 16, CROP, 160, 0, 759, 1350",
        "1080, 1350, 9, 16, PAD, 0, 285, 1080, 1920",
        "1200, 628, 1, 1, CROP, 286, 0, 628, 628",
        "1200, 628, 1, 1, PAD, 0, 286, 1200, 1200",
    })
    void theLeastIsCutOffOrAdded(int w, int h, int rw, int rh, Kind kind, int x, int y, int width, int height) {
        Mend found = Mend.of(picture(w, h), rule(100, new Ratio(rw, rh))).stream()
                .filter(m -> m.kind() == kind)
                .findFirst()
                .orElseThrow();
        assertThat(List.of(found.x(), found.y(), found.width(), found.height())).containsExactly(x, y, width, height);
    }

    @Test
    void whatFitsOrCannotBeMendedIsLeft() {
        assertThat(Mend.of(picture(1000, 1000), rule(100, new Ratio(1, 1)))).isEmpty();
        assertThat(Mend.of(picture(90, 50), rule(100, new Ratio(1, 1)))).isEmpty();
        PictureRule png = new PictureRule(100, 100, List.of(new Ratio(1, 1)), 0.01, 1000, List.of("PNG"));
        assertThat(Mend.of(picture(500, 500), png)).containsExactly(new Mend(Kind.CONVERT, 0, 0, 500, 500, "", "PNG"));
    }

    /** Whatever is mended then fits: a crop lies within the picture, a ground holds it, and neither could lose less. */
    @Test
    void whatIsMendedFits() {
        Random random = new Random(4);
        for (int run = 0; run < 2_000; run++) {
            Picture p = picture(100 + random.nextInt(3000), 100 + random.nextInt(3000));
            PictureRule rule = rule(80, new Ratio(1, 1), new Ratio(4, 5), new Ratio(9, 16), new Ratio(1.91, 1));
            for (Mend m : Mend.of(p, rule)) {
                Picture mended = new Picture("", "m", m.format(), m.width(), m.height(), 1000);
                assertThat(Mend.of(mended, rule)).isEmpty();
                boolean crop = m.kind() == Kind.CROP;
                assertThat(m.x()).isNotNegative();
                assertThat(m.y()).isNotNegative();
                assertThat(m.width() <= p.width()).isEqualTo(crop || m.width() == p.width());
                assertThat(m.width() == p.width() || m.height() == p.height()).isTrue();
            }
        }
    }
}
