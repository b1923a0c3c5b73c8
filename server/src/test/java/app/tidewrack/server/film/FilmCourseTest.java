package app.tidewrack.server.film;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Text;
import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.film.Caption;
import app.tidewrack.core.film.Captioning;
import app.tidewrack.core.film.ClientLook;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.film.ClientMark.Corner;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.film.Film.Size;
import app.tidewrack.core.film.FilmSound;
import app.tidewrack.core.film.Shot;
import app.tidewrack.core.film.Shot.Move;
import app.tidewrack.core.network.SafeArea;
import app.tidewrack.server.film.FilmCourse.MarkFile;
import app.tidewrack.server.film.FilmCourse.SoundFile;
import app.tidewrack.server.film.FilmCourse.Source;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the tool is told; what comes of it is looked at in {@code FilmWorkTest}. */
class FilmCourseTest {
    private static final FilmSound SILENT = new FilmSound(FilmSound.Kind.SILENT, null);
    private static final Captioning NONE = new Captioning(Captioning.Kind.NONE, List.of());
    private static final FilmSound OWN = new FilmSound(FilmSound.Kind.OWN, null);

    private static Shot shot(boolean video, double from, double seconds, double speed, Move move, boolean whole) {
        return new Shot(video ? "v" : "p", from, seconds, speed, move, 0.5, 0, whole, "");
    }

    private static Shot picture(double seconds) {
        return shot(false, 0, seconds, 1, Move.STILL, false);
    }

    private static Source source(Shot shot) {
        Video video = shot.sha256().equals("v") ? new Video(12, "h264", 25, true, null, null) : null;
        return new Source(
                new Medium(shot.sha256(), "m", video == null ? "JPEG" : "MP4", 1080, 1920, 1, video, Text.UNKNOWN),
                Path.of("/t/" + shot.sha256()),
                "0x20302c");
    }

    private static String told(double fade, FilmSound sound, @Nullable SoundFile file, Shot... shots) {
        Film film = new Film(Size.UPRIGHT, List.of(shots), fade, sound, NONE, null);
        return String.join(
                " ",
                new FilmCourse(
                                film,
                                film.shots().stream()
                                        .map(FilmCourseTest::source)
                                        .toList(),
                                null,
                                null,
                                file)
                        .arguments());
    }

    @Test
    void cutsAndFadesAreToldApart() {
        assertThat(told(0, SILENT, null, picture(3), picture(2)))
                .contains("[v0][v1]concat=n=2:v=1:a=0[vall]", "-map [vall] -an", "-t 5.0000", "trim=end_frame=90")
                .doesNotContain("xfade");
        assertThat(told(0.5, SILENT, null, picture(3), picture(2), picture(2)))
                .contains(
                        "[v0][v1]xfade=transition=fade:duration=0.5000:offset=2.5000[vupto1]",
                        "[vupto1][v2]xfade=transition=fade:duration=0.5000:offset=4.0000[vupto2]",
                        "-t 6.0000");
        assertThat(told(0, SILENT, null, picture(3))).contains("-map [v0]");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "STILL  | false | scale=w=1080:h=1920:force_original_aspect_ratio=increase | y='(ih-oh)*0.0000'",
                "STILL  | true  | force_original_aspect_ratio=decrease | pad=w=1080:h=1920:x=-1:y=-1:color=0x20302c",
                "CLOSER | false | scale=w=2160:h=3840 | zoompan=z='1+0.1000*on/90'",
                "AWAY   | true  | pad=w=2160:h=3840 | zoompan=z='1+0.1000-0.1000*on/90'"
            })
    void picturesAreCutSetOnAGroundOrMoved(Move move, boolean whole, String fitted, String paced) {
        assertThat(told(0, SILENT, null, shot(false, 0, 3, 1, move, whole))).contains(fitted, paced);
    }

    /** A piece of a video is read from its second on, for as long as its speed takes; what has no sound is silent as long. */
    @Test
    void piecesKeepTheirPaceAndSound() {
        assertThat(told(0.4, OWN, null, shot(true, 3, 2, 2, Move.STILL, false), picture(3)))
                .contains(
                        "-f mov -ss 3.0000 -t 4.0000 -threads 2 -i /t/v",
                        "setpts=(PTS-STARTPTS)/2.0000",
                        "[0:a]asetpts=PTS-STARTPTS,atempo=2.0000,apad",
                        "anullsrc=r=44100:cl=stereo",
                        "[a0][a1]acrossfade=d=0.4000[aupto1]",
                        "-map [aupto1] -c:a aac");
    }

    @Test
    void aSoundIsRepeatedAndFadesOut() {
        FilmSound shelf = new FilmSound(FilmSound.Kind.SHELF, "s");
        assertThat(told(0, shelf, new SoundFile(Path.of("/t/s"), "mp3"), picture(3), picture(2)))
                .contains(
                        "-stream_loop -1 -f mp3 -i /t/s",
                        "[2:a]atrim=duration=5.0000",
                        "afade=t=out:st=4.0000:d=1.0000");
    }

    private static Film captioned(@Nullable ClientMark mark, Caption... captions) {
        Captioning timed = new Captioning(Captioning.Kind.TIMED, List.of(captions));
        return new Film(Size.UPRIGHT, List.of(picture(3)), 0, SILENT, timed, mark);
    }

    private static String art(@Nullable ClientMark mark, @Nullable Box box, Caption... captions) {
        return CaptionArt.of(
                captioned(mark, captions),
                new ClientLook("#112233", "#ffeedd"),
                new SafeArea(0.1, 0.14, 0.3, 0.06),
                box);
    }

    /** Bytes of colours stand the other way round; below 30 % of 1,920 px and a gap of 32 px nothing is written. */
    @Test
    void captionsStandInTheClientsColoursWithinWhatIsVisible() {
        String art = art(null, null, new Caption(0.5, 2, "One\ntwo"), new Caption(61.234, 3_723.5, "Late"));
        assertThat(art)
                .contains("PlayResX: 1080", "&H00332211,&H00ddeeff", "-1,3,14,0,2,97,184,608,1")
                .contains("Dialogue: 0,0:00:00.50,0:00:02.00,Words,One\\Ntwo")
                .contains("Dialogue: 0,0:01:01.23,0:00:03.00,Words,Late");
    }

    @ParameterizedTest
    @CsvSource({"BOTTOM_LEFT, 852", "TOP_LEFT, 608"})
    void captionsStandAboveAMark(Corner corner, int margin) {
        ClientMark mark = new ClientMark(null, "Oddment", corner, 0.25);
        assertThat(art(mark, new Box(97, 1100, 270, 180), new Caption(0, 2, "One")))
                .contains(",%d,1\n".formatted(margin));
    }

    @Test
    void aMarkLiesOverAll() {
        Film film = new Film(Size.UPRIGHT, List.of(picture(3)), 0, SILENT, NONE, null);
        String told = String.join(
                " ",
                new FilmCourse(
                                film,
                                List.of(source(film.shots().get(0))),
                                Path.of("/t/captions.ass"),
                                new MarkFile(Path.of("/t/mark.png"), new Box(97, 224, 270, 135)),
                                null)
                        .arguments());
        assertThat(told)
                .contains(
                        "[v0]ass=filename=/t/captions.ass[captioned]",
                        "[captioned][1:v]overlay=x=97:y=224",
                        "-map [marked]");
    }
}
