package app.tidewrack.core.film;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.film.Captioning.Kind;
import app.tidewrack.core.film.Shot.Move;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * How a film is made: its shots one after the other, each fading into the next.
 *
 * @param fade seconds during which two shots are seen at once; 0 for a cut
 * @param mark null for none
 */
public record Film(
        Size size,
        List<Shot> shots,
        double fade,
        FilmSound sound,
        Captioning captions,
        @Nullable ClientMark mark) {
    public static final int MOST_SHOTS = 11;
    public static final double MOST_SECONDS = 240;
    public static final double LEAST_SECONDS = 1;
    public static final double LONGEST_FADE = 2;
    public static final int FRAMES_A_SECOND = 30;

    /** Seconds are measured in thousandths. */
    private static final double HAIR = 0.001;

    public Film {
        shots = List.copyOf(shots);
    }

    /** Sizes that films are made in: the largest that placements of their shape ask for. */
    public enum Size {
        /** 9:16. */
        UPRIGHT(1080, 1920),
        /** 4:5. */
        TALL(1080, 1350),
        /** 1:1. */
        SQUARE(1080, 1080),
        /** 16:9. */
        WIDE(1920, 1080);

        private final int width;
        private final int height;

        Size(int width, int height) {
            this.width = width;
            this.height = height;
        }

        /** Pixels. */
        public int width() {
            return width;
        }

        /** Pixels. */
        public int height() {
            return height;
        }
    }

    /** Second at which each shot begins to be seen. */
    public List<Double> starts() {
        List<Double> starts = new ArrayList<>();
        double at = 0;
        for (Shot shot : shots) {
            starts.add(at);
            at += shot.seconds() - fade;
        }
        return List.copyOf(starts);
    }

    /** How long it is: cross-fades count once. */
    public double seconds() {
        return shots.isEmpty() ? 0 : shots.stream().mapToDouble(Shot::seconds).sum() - fade * (shots.size() - 1);
    }

    /** Its captions in their order; those of shots are never seen at once with the next. */
    public List<Caption> shown() {
        return switch (captions.kind()) {
            case NONE -> List.of();
            case TIMED -> captions.timed();
            case BY_SHOT -> byShot();
        };
    }

    private List<Caption> byShot() {
        List<Caption> shown = new ArrayList<>();
        List<Double> starts = starts();
        for (int i = 0; i < shots.size(); i++) {
            String words = shots.get(i).words().strip();
            if (!words.isEmpty()) {
                double to = i + 1 < shots.size() ? starts.get(i + 1) : seconds();
                shown.add(new Caption(starts.get(i), to, words));
            }
        }
        return List.copyOf(shown);
    }

    /**
     * Looks whether it can be made.
     *
     * @param shelf pictures and videos by hash; null for one that is not there
     * @throws Refusal that names the first part that is wrong
     */
    public void require(Function<String, @Nullable Medium> shelf) {
        requireShots(shelf);
        double shortest = shots.stream().mapToDouble(Shot::seconds).min().orElse(0);
        if (!(fade >= 0 && fade <= LONGEST_FADE && fade <= shortest / 2 + HAIR)) {
            throw refused(
                    "fade",
                    "Shots fade into each other for %.1f s, and the shortest is seen for %.1f s."
                            .formatted(fade, shortest),
                    "Choose at most %.1f s, and half the shortest shot.".formatted(LONGEST_FADE));
        }
        if (seconds() > MOST_SECONDS + HAIR || seconds() < LEAST_SECONDS - HAIR) {
            throw refused(
                    "shots",
                    "The film is %.1f s long.".formatted(seconds()),
                    "Make it %.0f to %.0f s.".formatted(LEAST_SECONDS, MOST_SECONDS));
        }
        if (sound.kind() == FilmSound.Kind.OWN && !ownSound(shelf)) {
            throw refused("sound", "None of its shots has a sound.", "Make it silent, or choose a sound.");
        }
        if ((sound.kind() == FilmSound.Kind.SHELF) != (sound.sha256() != null)) {
            throw refused("sound", "No sound is chosen.", "Choose one of the shelf, or make it silent.");
        }
        if (captions.kind() == Kind.TIMED) {
            CaptionFile.requireOrder(captions.timed());
            Caption last = captions.timed().get(captions.timed().size() - 1);
            if (last.from() >= seconds()) {
                throw refused(
                        "captions",
                        "The last caption begins at %.1f s, and the film ends at %.1f s."
                                .formatted(last.from(), seconds()),
                        "Make the film longer, or take the caption out.");
            }
        }
        if (mark != null) {
            mark.require();
        }
    }

    private boolean ownSound(Function<String, @Nullable Medium> shelf) {
        return shots.stream().anyMatch(s -> {
            Medium medium = shelf.apply(s.sha256());
            return medium != null && medium.video() != null && medium.video().sound();
        });
    }

    private void requireShots(Function<String, @Nullable Medium> shelf) {
        boolean video = false;
        for (int i = 0; i < shots.size(); i++) {
            Medium medium = shelf.apply(shots.get(i).sha256());
            if (medium == null) {
                throw refused(
                        "shots[" + i + "]", "Shot %d is no longer on the shelf.".formatted(i + 1), "Choose another.");
            }
            video |= medium.video() != null;
            requireShot("shots[" + i + "]", i + 1, shots.get(i), medium);
        }
        int least = video ? 1 : 2;
        if (shots.size() < least || shots.size() > MOST_SHOTS) {
            throw refused(
                    "shots",
                    "The film has %d shots.".formatted(shots.size()),
                    "Choose 2 to 10 pictures, or pieces of videos; one that comes first again is one more.");
        }
    }

    private static void requireShot(String field, int number, Shot shot, Medium medium) {
        Video video = medium.video();
        if (!(shot.seconds() >= Shot.LEAST_SECONDS && shot.seconds() <= MOST_SECONDS)) {
            throw refused(
                    field + ".seconds",
                    "Shot %d is seen for %.2f s.".formatted(number, shot.seconds()),
                    "Choose %.1f to %.0f s.".formatted(Shot.LEAST_SECONDS, MOST_SECONDS));
        }
        if (!(shot.focusX() >= 0 && shot.focusX() <= 1 && shot.focusY() >= 0 && shot.focusY() <= 1)) {
            throw refused(
                    field + ".focusX",
                    "Shot %d looks at %.2f, %.2f.".formatted(number, shot.focusX(), shot.focusY()),
                    "Choose a point within it, from 0 to 1.");
        }
        boolean suits = video == null
                ? shot.from() == 0 && shot.speed() == 1
                : shot.move() == Move.STILL && shot.speed() >= Shot.SLOWEST && shot.speed() <= Shot.FASTEST;
        if (!suits) {
            throw refused(
                    field + ".speed",
                    "Shot %d, a %s, runs from %.1f s at %.2f times its speed and is %s."
                            .formatted(
                                    number,
                                    video == null ? "picture" : "video",
                                    shot.from(),
                                    shot.speed(),
                                    shot.move().name().toLowerCase(Locale.ROOT)),
                    video == null
                            ? "Pictures have no speed."
                            : "Choose a speed from %.1f to %.0f; only pictures move."
                                    .formatted(Shot.SLOWEST, Shot.FASTEST));
        }
        if (video != null && !(shot.from() >= 0 && shot.from() + shot.taken() <= video.seconds() + HAIR)) {
            throw refused(
                    field + ".from",
                    "Shot %d takes %.1f s from %.1f s, and the video is %.1f s long."
                            .formatted(number, shot.taken(), shot.from(), video.seconds()),
                    "Begin earlier, or take less.");
        }
    }

    private static Refusal refused(String field, String says, String remedy) {
        return new Refusal(field, says, remedy);
    }
}
