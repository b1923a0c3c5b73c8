package app.tidewrack.core.film;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Text;
import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.film.ClientMark.Corner;
import app.tidewrack.core.film.Film.Size;
import app.tidewrack.core.film.Shot.Move;
import app.tidewrack.core.network.SafeArea;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class FilmTest {
    private static final FilmSound SILENT = new FilmSound(FilmSound.Kind.SILENT, null);
    private static final Captioning BY_SHOT = new Captioning(Captioning.Kind.BY_SHOT, List.of());

    /** Hashes name what they are: {@code p…} a picture, {@code v12} a video of 12 s with sound, {@code m12} a silent one. */
    private static @Nullable Medium shelf(String sha) {
        if (sha.equals("gone")) {
            return null;
        }
        Video video = sha.startsWith("p")
                ? null
                : new Video(Double.parseDouble(sha.substring(1)), "h264", 25, sha.startsWith("v"), null, null);
        return new Medium(sha, sha, "JPEG", 1080, 1920, 1, video, Text.UNKNOWN);
    }

    private static Shot shot(String sha, double from, double seconds, double speed, String words) {
        return new Shot(sha, from, seconds, speed, Move.STILL, 0.5, 0.5, false, words);
    }

    private static Shot picture(double seconds, String words) {
        return shot("p", 0, seconds, 1, words);
    }

    private static Film film(double fade, Shot... shots) {
        return new Film(Size.UPRIGHT, List.of(shots), fade, SILENT, BY_SHOT, null);
    }

    private static Film sounding(FilmSound sound, Captioning captions, Shot... shots) {
        return new Film(Size.UPRIGHT, List.of(shots), 0, sound, captions, null);
    }

    private static Captioning timed(Caption... captions) {
        return new Captioning(Captioning.Kind.TIMED, List.of(captions));
    }

    /** Six pictures of 5 s that fade for half a second make 27.5 s: each fade is seen in two. */
    @Test
    void fadesCountOnce() {
        Shot five = picture(5, "");
        Film film = film(0.5, five, five, five, five, five, five);
        assertThat(film.seconds()).isEqualTo(27.5);
        assertThat(film.starts()).containsExactly(0.0, 4.5, 9.0, 13.5, 18.0, 22.5);
    }

    @Test
    void captionsOfShotsFollowOneAnother() {
        Film film = film(0.5, picture(3, "One"), picture(2, " "), picture(4, "Three"));
        assertThat(film.shown()).containsExactly(new Caption(0, 2.5, "One"), new Caption(4, 8, "Three"));
    }

    static Stream<Arguments> wrong() {
        Shot ok = picture(3, "");
        FilmSound own = new FilmSound(FilmSound.Kind.OWN, null);
        return Stream.of(
                Arguments.of(film(0), "shots", "0 shots"),
                Arguments.of(film(0, ok), "shots", "1 shots"),
                Arguments.of(film(0, Stream.generate(() -> ok).limit(12).toArray(Shot[]::new)), "shots", "12 shots"),
                Arguments.of(film(0, ok, shot("gone", 0, 3, 1, "")), "shots[1]", "no longer on the shelf"),
                Arguments.of(film(0, ok, picture(0, "")), "shots[1].seconds", "0.00 s"),
                Arguments.of(film(0, ok, picture(Double.NaN, "")), "shots[1].seconds", "NaN"),
                Arguments.of(film(1.6, ok, ok), "fade", "1.6 s"),
                Arguments.of(film(-1, ok, ok), "fade", "-1.0 s"),
                Arguments.of(film(0, picture(200, ""), picture(60, "")), "shots", "260.0 s long"),
                Arguments.of(film(0, picture(0.2, ""), picture(0.2, "")), "shots", "0.4 s long"),
                Arguments.of(film(0, shot("v12", 10, 3, 1, "")), "shots[0].from", "video is 12.0 s"),
                Arguments.of(film(0, shot("v12", 0, 7, 2, "")), "shots[0].from", "takes 14.0 s"),
                Arguments.of(film(0, shot("v12", 0, 2, 3, "")), "shots[0].speed", "3.00 times"),
                Arguments.of(film(0, ok, shot("p", 1, 2, 1, "")), "shots[1].speed", "a picture"),
                Arguments.of(
                        film(0, ok, new Shot("p", 0, 2, 1, Move.STILL, 1.5, 0, false, "")), "shots[1].focusX", "1.50"),
                Arguments.of(sounding(own, BY_SHOT, ok, ok), "sound", "None of its shots has a sound"),
                Arguments.of(sounding(own, BY_SHOT, shot("m12", 0, 5, 1, "")), "sound", "None"),
                Arguments.of(
                        sounding(new FilmSound(FilmSound.Kind.SHELF, null), BY_SHOT, ok, ok),
                        "sound",
                        "No sound is chosen"),
                Arguments.of(sounding(SILENT, timed(new Caption(7, 8, "Late")), ok, ok), "captions", "ends at 6.0 s"),
                Arguments.of(sounding(SILENT, timed(), ok, ok), "captions", "0 captions"),
                Arguments.of(
                        sounding(SILENT, timed(new Caption(0, 2, "One"), new Caption(1, 3, "Two")), ok, ok),
                        "captions",
                        "before the one before it is gone"));
    }

    @ParameterizedTest
    @MethodSource("wrong")
    void whatIsWrongIsNamed(Film film, String field, String said) {
        assertThatThrownBy(() -> film.require(FilmTest::shelf))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.field()).isEqualTo(field))
                .hasMessageContaining(said);
    }

    @Test
    void whatIsRightIsTaken() {
        film(0.5, picture(3, ""), shot("v12", 10, 1, 2, ""), shot("v12", 0, 6, 2, ""))
                .require(FilmTest::shelf);
        sounding(new FilmSound(FilmSound.Kind.OWN, null), BY_SHOT, shot("v12", 0, 12, 1, ""))
                .require(FilmTest::shelf);
    }

    /**
     * The covered shares are what short video feeds are told to leave free (common practice); 3 % of the shorter side is the gap.
     */
    @ParameterizedTest
    @CsvSource({
        "TOP_LEFT,     0.25, 97,  224",
        "TOP_RIGHT,    0.25, 626, 224",
        "BOTTOM_LEFT,  0.25, 97,  1177",
        "BOTTOM_RIGHT, 0.25, 626, 1177"
    })
    void aMarkKeepsOutOfWhatIsCovered(Corner corner, double share, int x, int y) {
        SafeArea safe = new SafeArea(0.1, 0.14, 0.3, 0.06).and(new SafeArea(0, 0.02, 0, 0));
        Box box = new ClientMark("p", "", corner, share).on(1080, 1920, 2, safe);
        assertThat(box).isEqualTo(new Box(x, y, 270, 135));
    }

    @ParameterizedTest
    @CsvSource({"0.8, 1, at most", "0.3, 0.01, less high", "0.01, 1, Choose 5 to 80", "NaN, 1, Choose 5 to 80"})
    void aMarkThatIsTooLargeIsRefused(double share, double shape, String said) {
        ClientMark mark = new ClientMark("p", "", Corner.TOP_LEFT, share);
        assertThatThrownBy(() -> {
                    mark.require();
                    mark.on(1080, 1080, shape, new SafeArea(0.2, 0.2, 0.2, 0.2));
                })
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(said);
    }

    /** Wherever a mark is taken, it lies within what stays visible: 2,000 marks by chance, seeded. */
    @Test
    void aMarkNeverLeavesWhatIsVisible() {
        Random random = new Random(19);
        int placed = 0;
        for (int i = 0; i < 2_000; i++) {
            SafeArea safe = new SafeArea(cut(random), cut(random), cut(random), cut(random));
            int width = 200 + random.nextInt(2_000);
            int height = 200 + random.nextInt(2_000);
            Corner corner = Corner.values()[random.nextInt(4)];
            try {
                Box box = new ClientMark("p", "", corner, 0.05 + random.nextDouble() * 0.5)
                        .on(width, height, 0.2 + random.nextDouble() * 5, safe);
                placed++;
                assertThat((double) box.x()).isGreaterThanOrEqualTo(safe.left() * width);
                assertThat((double) box.y()).isGreaterThanOrEqualTo(safe.top() * height);
                assertThat((double) box.x() + box.width()).isLessThanOrEqualTo(width * (1 - safe.right()));
                assertThat((double) box.y() + box.height()).isLessThanOrEqualTo(height * (1 - safe.bottom()));
            } catch (Refusal tooLarge) {
                assertThat(tooLarge.field()).isEqualTo("mark.share");
            }
        }
        assertThat(placed).isGreaterThan(1_000);
    }

    private static double cut(Random random) {
        return random.nextDouble() * 0.3;
    }

    /** WCAG 2.2: black on white is 21 to 1, equal colours 1; #767676 on white is 4.54 (handbook figure, from memory). */
    @ParameterizedTest
    @CsvSource({"#000000, #ffffff, 21", "#ffffff, #ffffff, 1", "#767676, #FFFFFF, 4.54"})
    void contrastIsThatOfTheStandard(String ink, String ground, double contrast) {
        assertThat(new ClientLook(ink, ground).contrast()).isCloseTo(contrast, within(0.01));
    }

    @ParameterizedTest
    @CsvSource({"red, #ffffff, no colour", "#eeeeee, #ffffff, contrast of 1.2", "#20302c, #12345, no colour"})
    void coloursThatCannotBeReadAreRefused(String ink, String ground, String said) {
        assertThatThrownBy(() -> new ClientLook(ink, ground).require()).hasMessageContaining(said);
    }

    /** Whatever shots there are, the film is as long as its last shot says, and no two captions are seen at once. */
    @Test
    void theCourseOfAFilmHolds() {
        Random random = new Random(20);
        for (int i = 0; i < 500; i++) {
            List<Shot> shots = new ArrayList<>();
            int count = 2 + random.nextInt(9);
            for (int n = 0; n < count; n++) {
                shots.add(picture(1 + random.nextInt(50) / 10.0, random.nextBoolean() ? "Words" : ""));
            }
            Film film = film(random.nextInt(6) / 10.0, shots.toArray(Shot[]::new));
            film.require(FilmTest::shelf);
            double lastStart = film.starts().get(count - 1);
            assertThat(film.seconds())
                    .isCloseTo(lastStart + shots.get(count - 1).seconds(), within(1e-9));
            double end = 0;
            for (Caption caption : film.shown()) {
                assertThat(caption.from()).isGreaterThanOrEqualTo(end);
                end = caption.to();
            }
            assertThat(end).isLessThanOrEqualTo(film.seconds() + 1e-9);
        }
    }
}
