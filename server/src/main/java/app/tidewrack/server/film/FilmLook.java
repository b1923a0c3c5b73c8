package app.tidewrack.server.film;

import app.tidewrack.core.film.Caption;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.core.film.ClientMark.Box;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.SafeArea;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.media.Looks;
import app.tidewrack.server.media.Marks;
import app.tidewrack.server.media.MediaLibrary;
import java.util.ArrayList;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a film will be, before it is made. */
@Component
@RequiredArgsConstructor
class FilmLook {
    private final MediaLibrary library;
    private final Accounts accounts;
    private final Looks looks;
    private final Marks marks;
    private final Sounds sounds;

    /**
     * @param runs whether it takes the film’s shape and length
     * @param limit why it does not; empty where it does
     */
    record FilmPlace(String network, String networkName, String words, boolean runs, String limit) {}

    /** @param says with the remedy */
    record FilmFault(String field, String says) {}

    /**
     * @param starts second at which each shot begins
     * @param mark where it stands, in pixels; null without one, or one that fits nowhere
     * @param safe what placements that take its shape leave visible
     * @param places of the client’s networks that show videos
     * @param fault what is wrong first; null when it can be made
     */
    record FilmFit(
            double seconds,
            List<Double> starts,
            List<Caption> captions,
            @Nullable Box mark,
            SafeArea safe,
            List<FilmPlace> places,
            @Nullable FilmFault fault) {}

    FilmFit of(String clientId, Film film) {
        FilmDesk.requireMeasure(film);
        FilmFault fault = null;
        Box box = null;
        try {
            box = require(clientId, film);
        } catch (Refusal refused) {
            fault = new FilmFault(refused.field(), refused.getMessage());
        }
        return new FilmFit(
                film.seconds(), film.starts(), film.shown(), box, safe(clientId, film), places(clientId, film), fault);
    }

    /**
     * Looks whether it can be made now.
     *
     * @return where its mark stands
     * @throws Refusal that names the first part that is wrong, or no longer on the shelf
     */
    @Nullable
    Box require(String clientId, Film film) {
        film.require(library.byHash(clientId)::get);
        String sound = film.sound().sha256();
        if (sound != null && sounds.find(clientId, sound).isEmpty()) {
            throw new Refusal("sound", "The sound is no longer on the shelf.", "Choose another.");
        }
        ClientMark mark = film.mark();
        if (mark != null
                && mark.sha256() != null
                && library.find(clientId, mark.sha256()).isEmpty()) {
            throw new Refusal("mark.sha256", "The mark is no longer on the shelf.", "Choose another.");
        }
        return mark == null
                ? null
                : marks.box(clientId, mark, film.size().width(), film.size().height(), safe(clientId, film));
    }

    SafeArea safe(String clientId, Film film) {
        return looks.visible(
                clientId, PlacementRule::video, film.size().width(), film.size().height());
    }

    private List<FilmPlace> places(String clientId, Film film) {
        List<FilmPlace> places = new ArrayList<>();
        for (Rulebook rulebook : accounts.rulebooks(clientId)) {
            for (PlacementRule placement : rulebook.placements()) {
                VideoRule rule = placement.video();
                if (rule != null) {
                    String limit = limit(rule, film);
                    places.add(
                            new FilmPlace(rulebook.code(), rulebook.name(), placement.words(), limit.isEmpty(), limit));
                }
            }
        }
        return places;
    }

    private static String limit(VideoRule rule, Film film) {
        if (!rule.takesShape(film.size().width(), film.size().height())) {
            return "takes "
                    + String.join(
                            ", ", rule.ratios().stream().map(Object::toString).toList());
        }
        double seconds = film.seconds();
        return seconds < rule.leastSeconds() || seconds > rule.mostSeconds()
                ? "takes %d to %d s".formatted(rule.leastSeconds(), rule.mostSeconds())
                : "";
    }
}
