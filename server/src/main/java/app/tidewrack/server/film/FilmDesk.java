package app.tidewrack.server.film;

import app.tidewrack.core.film.CaptionFile;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.film.Shot;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.film.FilmMaker.FilmOrder;
import app.tidewrack.server.film.FilmMapper.FilmContent;
import app.tidewrack.server.film.FilmMapper.MadeFilm;
import app.tidewrack.server.film.FilmMapper.StoredFilm;
import app.tidewrack.server.media.MediaJobs;
import app.tidewrack.server.media.MediaJobs.MediaJob;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** A client's films: how they are made, kept as drafts, and what was made of them. */
@Service
@RequiredArgsConstructor
public class FilmDesk {
    private static final int LONGEST_NAME = 80;
    private static final int MOST_FILMS = 500;

    private final FilmMapper mapper;
    private final FilmLook look;
    private final MediaJobs jobs;

    /** @param made hashes of the media that were made of it, the latest first */
    public record FilmView(String id, String name, int version, Film film, List<String> made) {}

    List<FilmView> films(String clientId) {
        Map<String, List<String>> made = mapper.made(clientId).stream()
                .collect(Collectors.groupingBy(
                        MadeFilm::filmId, Collectors.mapping(MadeFilm::sha256, Collectors.toList())));
        return mapper.films(clientId).stream()
                .map(f -> view(f, made.getOrDefault(f.id(), List.of())))
                .toList();
    }

    private static FilmView view(StoredFilm film, List<String> made) {
        return new FilmView(
                film.id(), film.name(), film.version(), film.content().film(), made);
    }

    FilmView film(String clientId, String id) {
        return films(clientId).stream()
                .filter(f -> f.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFound("film", id));
    }

    /** @throws Refusal when the name is none, or there is too much of something; whether it can be made is not asked */
    public FilmView add(String clientId, String name, Film film) {
        if (mapper.count(clientId) >= MOST_FILMS) {
            throw new Refusal(
                    "name", "There are %d films, the most that are kept.".formatted(MOST_FILMS), "Remove some first.");
        }
        StoredFilm fresh = checked(Ids.fresh(), name, film, 0);
        mapper.insert(clientId, fresh);
        return film(clientId, fresh.id());
    }

    /** @throws Conflict when someone else changed it meanwhile */
    FilmView change(String clientId, String id, int version, String name, Film film) {
        film(clientId, id);
        if (mapper.update(clientId, checked(id, name, film, version)) == 0) {
            throw new Conflict("This film was changed by someone else meanwhile. Load it again and repeat.");
        }
        return film(clientId, id);
    }

    /** What was made of it stays on the shelf. */
    void remove(String clientId, String id) {
        if (mapper.delete(clientId, id) == 0) {
            throw new NotFound("film", id);
        }
    }

    private static StoredFilm checked(String id, String name, Film film, int version) {
        String called = name.strip();
        if (called.isEmpty() || called.length() > LONGEST_NAME) {
            throw new Refusal(
                    "name",
                    "The name has %d characters; 1 to %d are kept.".formatted(called.length(), LONGEST_NAME),
                    "Change it.");
        }
        requireMeasure(film);
        return new StoredFilm(id, called, new FilmContent(film), version);
    }

    /** @throws Refusal when there is too much of something to be kept or looked at */
    static void requireMeasure(Film film) {
        if (film.shots().size() > Film.MOST_SHOTS) {
            throw new Refusal(
                    "shots",
                    "The film has %d shots; the most is %d."
                            .formatted(film.shots().size(), Film.MOST_SHOTS),
                    "Take some out.");
        }
        if (film.captions().timed().size() > CaptionFile.MOST_CAPTIONS) {
            throw new Refusal(
                    "captions",
                    "There are %d captions; the most is %d."
                            .formatted(film.captions().timed().size(), CaptionFile.MOST_CAPTIONS),
                    "Take some out.");
        }
        for (Shot shot : film.shots()) {
            if (shot.words().length() > CaptionFile.LONGEST_TEXT) {
                throw new Refusal(
                        "shots",
                        "A caption has %d characters; the most is %d."
                                .formatted(shot.words().length(), CaptionFile.LONGEST_TEXT),
                        "Shorten it.");
            }
        }
    }

    /**
     * Begins to make it as it is now.
     *
     * @throws Refusal that names what is wrong with it
     */
    public MediaJob make(String clientId, String id) {
        FilmView film = film(clientId, id);
        look.require(clientId, film.film());
        return jobs.begin(
                clientId,
                FilmMaker.KIND,
                film.name(),
                new FilmOrder(id, film.name(), film.made().size() + 1, film.film()));
    }
}
