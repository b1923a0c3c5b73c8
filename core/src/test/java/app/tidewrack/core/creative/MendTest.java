package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MendTest {
    private static PictureRule rule(int least, Ratio... ratios) {
        return new PictureRule(least, least, List.of(ratios), 0.01, 5_000_000, List.of("JPEG", "PNG"));
    }

    private static Medium picture(int width, int height) {
        return picture("JPEG", width, height);
    }

    private static Medium picture(String format, int width, int height) {
        return new Medium("", "p", format, width, height, 1000, null, Medium.Text.UNKNOWN);
    }

    private static Medium video(String format, int width, int height, double seconds) {
        return new Medium(
                "",
                "v",
                format,
                width,
                height,
                1000,
                new Video(seconds, "h264", 25, true, null, null),
                Medium.Text.UNKNOWN);
    }

    private static VideoRule upright(double tolerance) {
        return new VideoRule(
                540, 960, List.of(new Ratio(9, 16)), tolerance, 5_000_000, List.of("MP4", "MOV"), 5, 60, false);
    }

    /** A video needs one mend, whatever is wrong: the worst of it names the mend. */
    @ParameterizedTest
    @CsvSource({
        "M4V, 1080, 1920, 20, CONVERT 1080 × 1920 MP4 20.0 s",
        "MOV, 1080, 1920, 90, TRIM 1080 × 1920 MP4 60.0 s",
        "MP4, 1080, 1350, 90, CROP 758 × 1350 MP4 60.0 s; PAD 1080 × 1920 MP4 60.0 s",
        "WEBM, 1920, 1080, 20, CROP 608 × 1080 MP4 20.0 s; PAD 1920 × 3414 MP4 20.0 s",
        "MOV, 1080, 1920, 20, ''",
        "M4V, 1080, 1920, 4.9, ''",
        "M4V, 360, 640, 20, ''",
    })
    void aVideoIsMadeToFitInOneGo(String format, int width, int height, double seconds, String mends) {
        List<String> found = Mend.of(video(format, width, height, seconds), upright(0.01)).stream()
                .map(m -> "%s %d × %d %s %s s".formatted(m.kind(), m.width(), m.height(), m.format(), m.seconds()))
                .toList();
        assertThat(String.join("; ", found)).isEqualTo(mends);
    }

    @Test
    void aPictureIsNoVideo() {
        assertThat(Mend.of(picture(1080, 1080), upright(0.01))).isEmpty();
        assertThat(Mend.of(video("MP4", 600, 700, 10), rule(100, new Ratio(1, 1))))
                .isEmpty();
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
        assertThat(Mend.of(picture(500, 500), png))
                .containsExactly(new Mend(Kind.CONVERT, 0, 0, 500, 500, "", "PNG", 0, 0));
    }

    /** Whatever is mended then fits: a crop lies within the picture, a ground holds it, and neither could lose less. */
    @Test
    void whatIsMendedFits() {
        Random random = new Random(4);
        for (int run = 0; run < 2_000; run++) {
            Medium p = picture(100 + random.nextInt(3000), 100 + random.nextInt(3000));
            PictureRule rule = rule(80, new Ratio(1, 1), new Ratio(4, 5), new Ratio(9, 16), new Ratio(1.91, 1));
            for (Mend m : Mend.of(p, rule)) {
                Medium mended = picture(m.format(), m.width(), m.height());
                assertThat(Mend.of(mended, rule)).isEmpty();
                boolean crop = m.kind() == Kind.CROP;
                assertThat(m.x()).isNotNegative();
                assertThat(m.y()).isNotNegative();
                assertThat(m.width() <= p.width()).isEqualTo(crop || m.width() == p.width());
                assertThat(m.width() == p.width() || m.height() == p.height()).isTrue();
                m.requireSuits(p);
            }
        }
    }

    /** What is offered can be done: a ground that would be larger than any picture that is taken is not offered. */
    @Test
    void nothingIsOfferedThatWouldBeRefused() {
        Medium wide = picture(12_000, 4_000);
        assertThat(Mend.of(wide, rule(80, new Ratio(9, 16))))
                .singleElement()
                .satisfies(m -> m.requireSuits(wide))
                .returns(Kind.CROP, Mend::kind);
    }

    /** Of a picture and a video of 1,000 × 800 px, the video of 20 s. */
    @ParameterizedTest
    @CsvSource({
        "picture, CROP, 0, 0, 1000, 800, JPEG, 0, 0, true",
        "picture, CROP, 0, 0, 1001, 800, JPEG, 0, 0, false",
        "picture, CROP, 2147483647, 0, 1000, 800, JPEG, 0, 0, false",
        "picture, CROP, -1, 0, 10, 10, JPEG, 0, 0, false",
        "picture, CROP, 0, 0, 0, 10, JPEG, 0, 0, false",
        "picture, PAD, 10, 10, 1010, 810, PNG, 0, 0, true",
        "picture, PAD, 10, 10, 1009, 810, PNG, 0, 0, false",
        "picture, PAD, 0, 0, 12001, 800, PNG, 0, 0, false",
        "picture, PAD, 0, 0, 12000, 4167, PNG, 0, 0, false",
        "picture, TRIM, 0, 0, 1000, 800, JPEG, 0, 1, false",
        "picture, CONVERT, 0, 0, 1000, 800, MP4, 0, 0, false",
        "video, CROP, 0, 0, 998, 800, MP4, 0, 20, true",
        "video, CROP, 0, 0, 999, 800, MP4, 0, 20, false",
        "video, PAD, 0, 0, 1000, 1778, MP4, 0, 20, true",
        "video, TRIM, 0, 0, 1000, 800, MP4, 5, 15, true",
        "video, TRIM, 0, 0, 1000, 800, MP4, 5, 15.1, false",
        "video, TRIM, 0, 0, 1000, 800, MP4, NaN, 15, false",
        "video, TRIM, 0, 0, 1000, 800, MP4, 0, 0, false",
        "video, CONVERT, 0, 0, 1000, 800, PNG, 0, 20, false",
    })
    void onlyWhatSuitsIsDone(
            String of,
            Kind kind,
            int x,
            int y,
            int width,
            int height,
            String format,
            double from,
            double seconds,
            boolean done) {
        Medium medium = of.equals("picture") ? picture(1000, 800) : video("MP4", 1000, 800, 20);
        Mend mend = new Mend(kind, x, y, width, height, "", format, from, seconds);
        if (done) {
            mend.requireSuits(medium);
        } else {
            assertThatThrownBy(() -> mend.requireSuits(medium))
                    .isInstanceOfSatisfying(
                            Refusal.class, r -> assertThat(r.field()).isEqualTo("mend"))
                    .hasMessageContaining("does not suit a " + of + " of 1000 × 800 px");
        }
    }
}
