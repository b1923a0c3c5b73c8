package app.tidewrack.server.film;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.film.FilmSound;
import app.tidewrack.core.film.Shot;
import app.tidewrack.core.film.Shot.Move;
import app.tidewrack.server.media.FilmSources;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;

/** What the tool is told of a film: what it reads, and what becomes of it from shot to shot. */
@RequiredArgsConstructor
final class FilmCourse {
    private static final double CLOSER = 0.1;
    private static final double FADE_OUT_S = 1;

    private final Film film;
    private final List<Source> sources;
    private final @Nullable Path captions;
    private final @Nullable MarkFile mark;
    private final @Nullable SoundFile sound;
    private final List<String> inputs = new ArrayList<>();
    private final List<String> filters = new ArrayList<>();

    /** @param ground colour of what a shot that is shown whole stands on, as {@code 0xRRGGBB} */
    record Source(Medium medium, Path file, String ground) {}

    /** A mark as it was drawn, a PNG. */
    record MarkFile(Path file, Box box) {}

    /** @param demuxer that reads it */
    record SoundFile(Path file, String demuxer) {}

    List<String> arguments() {
        double length = film.seconds();
        List<Shot> shots = film.shots();
        for (int i = 0; i < shots.size(); i++) {
            read(shots.get(i), sources.get(i));
            filters.add("[%d:v]%s[v%d]".formatted(i, seen(shots.get(i), sources.get(i)), i));
        }
        String picture = joined("v", "xfade=transition=fade:duration=%s:offset=%s", "v=1:a=0");
        if (captions != null) {
            filters.add("[%s]ass=filename=%s[captioned]".formatted(picture, captions));
            picture = "captioned";
        }
        int next = shots.size();
        if (mark != null) {
            inputs.addAll(List.of("-f", "png_pipe", "-i", mark.file().toString()));
            filters.add("[%s][%d:v]overlay=x=%d:y=%d:format=auto[marked]"
                    .formatted(picture, next, mark.box().x(), mark.box().y()));
            picture = "marked";
            next++;
        }
        String heard = heard(next, length);
        List<String> all = new ArrayList<>(inputs);
        all.addAll(List.of("-filter_complex_threads", "2", "-filter_complex", String.join(";", filters)));
        all.addAll(List.of("-map", "[" + picture + "]"));
        if (heard.isEmpty()) {
            all.add("-an");
        } else {
            all.addAll(List.of("-map", "[" + heard + "]", "-c:a", "aac", "-b:a", "128k"));
        }
        all.addAll(List.of("-t", number(length), "-r", String.valueOf(Film.FRAMES_A_SECOND)));
        all.addAll(List.of("-c:v", "libx264", "-preset", "veryfast", "-crf", "22", "-pix_fmt", "yuv420p"));
        all.addAll(List.of("-threads", "2", "-map_metadata", "-1", "-movflags", "+faststart"));
        return all;
    }

    private void read(Shot shot, Source source) {
        inputs.addAll(FilmSources.reading(source.medium()));
        if (source.medium().video() != null) {
            inputs.addAll(List.of("-ss", number(shot.from()), "-t", number(shot.taken())));
        }
        inputs.addAll(List.of("-threads", "2", "-i", source.file().toString()));
    }

    /** A shot in the film's size and pace. */
    private String seen(Shot shot, Source source) {
        int frames = (int) Math.max(1, Math.round(shot.seconds() * Film.FRAMES_A_SECOND));
        boolean moves = shot.move() != Move.STILL;
        // A picture that moves is drawn twice as large, or its edges would jump from pixel to pixel.
        int width = film.size().width() * (moves ? 2 : 1);
        int height = film.size().height() * (moves ? 2 : 1);
        String fitted = shot.whole()
                ? "scale=w=%1$d:h=%2$d:force_original_aspect_ratio=decrease:flags=lanczos,pad=w=%1$d:h=%2$d:x=-1:y=-1:color=%3$s"
                        .formatted(width, height, source.ground())
                : "scale=w=%1$d:h=%2$d:force_original_aspect_ratio=increase:flags=lanczos,crop=w=%1$d:h=%2$d:x='(iw-ow)*%3$s':y='(ih-oh)*%4$s'"
                        .formatted(width, height, number(shot.focusX()), number(shot.focusY()));
        String paced;
        if (source.medium().video() != null) {
            paced = "setpts=(PTS-STARTPTS)/%s,fps=%d,tpad=stop_mode=clone:stop=%d"
                    .formatted(number(shot.speed()), Film.FRAMES_A_SECOND, frames);
        } else if (moves) {
            String zoom = shot.move() == Move.CLOSER ? "1+%s*on/%d" : "1+%1$s-%1$s*on/%2$d";
            paced = "zoompan=z='%s':x='(iw-iw/zoom)/2':y='(ih-ih/zoom)/2':d=%d:s=%dx%d:fps=%d"
                    .formatted(
                            zoom.formatted(number(CLOSER), frames),
                            frames,
                            film.size().width(),
                            film.size().height(),
                            Film.FRAMES_A_SECOND);
        } else {
            paced = "loop=loop=-1:size=1,setpts=N/(%d*TB)".formatted(Film.FRAMES_A_SECOND);
        }
        String upright = source.medium().video() == null ? "" : "scale=w=trunc(iw*sar/2)*2:h=ih,";
        return "%s%s,setsar=1,%s,fps=%d,trim=end_frame=%d,setpts=PTS-STARTPTS,settb=AVTB,format=yuv420p"
                .formatted(upright, fitted, paced, Film.FRAMES_A_SECOND, frames);
    }

    /**
     * Puts the shots together, each fading into the next, or one after the other.
     *
     * @param crossing of two, with how long it takes and when it begins
     * @param kinds what the tool is told of streams that follow one another
     * @return the name of what comes of it
     */
    private String joined(String name, String crossing, String kinds) {
        int count = film.shots().size();
        if (count == 1) {
            return name + "0";
        }
        if (film.fade() == 0) {
            StringBuilder all = new StringBuilder();
            for (int i = 0; i < count; i++) {
                all.append('[').append(name).append(i).append(']');
            }
            filters.add("%sconcat=n=%d:%s[%sall]".formatted(all, count, kinds, name));
            return name + "all";
        }
        String before = name + "0";
        for (int i = 1; i < count; i++) {
            String both = name + "upto" + i;
            filters.add("[%s][%s%d]%s[%s]"
                    .formatted(
                            before,
                            name,
                            i,
                            crossing.formatted(
                                    number(film.fade()), number(film.starts().get(i))),
                            both));
            before = both;
        }
        return before;
    }

    /** @return the name of what is heard; empty for a silent film */
    private String heard(int input, double length) {
        if (sound != null) {
            inputs.addAll(List.of("-protocol_whitelist", "file", "-stream_loop", "-1"));
            inputs.addAll(List.of("-f", sound.demuxer(), "-i", sound.file().toString()));
            double out = Math.min(FADE_OUT_S, length / 2);
            filters.add("[%d:a]atrim=duration=%s,asetpts=PTS-STARTPTS,%s,afade=t=out:st=%s:d=%s[heard]"
                    .formatted(input, number(length), FORM, number(length - out), number(out)));
            return "heard";
        }
        if (film.sound().kind() != FilmSound.Kind.OWN) {
            return "";
        }
        for (int i = 0; i < film.shots().size(); i++) {
            Shot shot = film.shots().get(i);
            Medium.Video video = sources.get(i).medium().video();
            String from = video != null && video.sound()
                    ? "[%d:a]asetpts=PTS-STARTPTS,atempo=%s,apad".formatted(i, number(shot.speed()))
                    : "anullsrc=r=44100:cl=stereo";
            filters.add("%s,%s,atrim=duration=%s,asetpts=PTS-STARTPTS[a%d]"
                    .formatted(from, FORM, number(shot.seconds()), i));
        }
        return joined("a", "acrossfade=d=%s", "v=0:a=1");
    }

    private static final String FORM = "aresample=44100,aformat=sample_fmts=fltp:channel_layouts=stereo";

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.4f", value);
    }
}
