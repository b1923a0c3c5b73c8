package app.tidewrack.server.film;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.film.Shot;
import app.tidewrack.core.network.SafeArea;
import app.tidewrack.server.film.FilmCourse.MarkFile;
import app.tidewrack.server.film.FilmCourse.SoundFile;
import app.tidewrack.server.film.FilmCourse.Source;
import app.tidewrack.server.film.SoundMapper.Sound;
import app.tidewrack.server.media.FilmSources;
import app.tidewrack.server.media.Looks;
import app.tidewrack.server.media.Marks;
import app.tidewrack.server.media.Marks.Placed;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.media.MediaWorker;
import app.tidewrack.server.media.MediumLooks;
import app.tidewrack.server.media.VideoTool;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;
import javax.imageio.ImageIO;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Makes a film in its turn, and takes it onto the shelf; those that were made of it before stay there. */
@Component
@RequiredArgsConstructor
class FilmMaker implements MediaWorker {
    static final String KIND = "FILM";

    private final MediumLooks shelfLooks;
    private final FilmMapper mapper;
    private final MediaLibrary library;
    private final FilmSources files;
    private final FilmLook look;
    private final Looks looks;
    private final Marks marks;
    private final Sounds sounds;
    private final VideoTool tool;
    private final JsonMapper json;

    /**
     * A film as it was when it was asked for.
     *
     * @param number how manieth is made of it
     */
    record FilmOrder(String filmId, String name, int number, Film film) {}

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public String make(String clientId, JsonNode asked, IntPredicate onPercent) throws IOException {
        FilmOrder order = json.treeToValue(asked, FilmOrder.class);
        Film film = order.film();
        look.require(clientId, film);
        Path folder = Files.createTempDirectory("tidewrack-film");
        try {
            Path to = folder.resolve("film.mp4");
            tool.film(order.name(), course(clientId, film, folder).arguments(), film.seconds(), to, onPercent);
            String number = order.number() == 1 ? "" : ", %d".formatted(order.number());
            try (InputStream made = Files.newInputStream(to)) {
                String sha = library.add(clientId, order.name() + number + ".mp4", made)
                        .sha256();
                mapper.insertMade(clientId, order.filmId(), sha);
                shelfLooks.made(
                        clientId, sha, film.mark() != null, film.shots().get(0).sha256());
                return sha;
            }
        } finally {
            FileSystemUtils.deleteRecursively(folder);
        }
    }

    private FilmCourse course(String clientId, Film film, Path folder) throws IOException {
        SafeArea safe = look.safe(clientId, film);
        MarkFile mark = mark(clientId, film, safe, folder);
        return new FilmCourse(
                film,
                sources(clientId, film, folder),
                captions(clientId, film, safe, mark, folder),
                mark,
                sound(clientId, film, folder));
    }

    private List<Source> sources(String clientId, Film film, Path folder) throws IOException {
        List<Source> sources = new ArrayList<>();
        // A video that is seen in several shots is there once; a picture is cut for each.
        Map<String, Path> videos = new HashMap<>();
        for (Shot shot : film.shots()) {
            Medium medium = library.medium(clientId, shot.sha256());
            double shape = shot.whole()
                    ? (double) medium.width() / medium.height()
                    : (double) film.size().width() / film.size().height();
            Path known = videos.get(shot.sha256());
            Path file = known == null ? folder.resolve("shot%d".formatted(sources.size())) : known;
            if (known == null) {
                files.write(clientId, medium, shape, shot.focusX(), shot.focusY(), file);
            }
            if (medium.video() != null) {
                videos.put(shot.sha256(), file);
            }
            sources.add(new Source(medium, file, files.ground(clientId, medium.sha256())));
        }
        return sources;
    }

    private @Nullable MarkFile mark(String clientId, Film film, SafeArea safe, Path folder) throws IOException {
        ClientMark mark = film.mark();
        if (mark == null) {
            return null;
        }
        Placed placed =
                marks.paint(clientId, mark, film.size().width(), film.size().height(), safe);
        Path file = folder.resolve("mark.png");
        ImageIO.write(placed.image(), "PNG", file.toFile());
        return new MarkFile(file, placed.box());
    }

    private @Nullable Path captions(String clientId, Film film, SafeArea safe, @Nullable MarkFile mark, Path folder)
            throws IOException {
        if (film.shown().isEmpty()) {
            return null;
        }
        String art = CaptionArt.of(film, looks.of(clientId).colours(), safe, mark == null ? null : mark.box());
        return Files.writeString(folder.resolve("captions.ass"), art);
    }

    private @Nullable SoundFile sound(String clientId, Film film, Path folder) throws IOException {
        String sha = film.sound().sha256();
        if (sha == null) {
            return null;
        }
        Sound sound = sounds.sound(clientId, sha);
        Path file = Files.write(folder.resolve("sound"), sounds.content(clientId, sha));
        return new SoundFile(file, sound.format().demuxer());
    }
}
