package app.tidewrack.server.works;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.works.FilmHold;
import app.tidewrack.server.works.WorksDesk.MixesView;
import app.tidewrack.server.works.WorksDesk.WorksView;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What works: by what ads show, by parts of mix ads, and where films are left. */
@RestController
@RequestMapping("/api/clients/{clientId}/works")
@RequiredArgsConstructor
class WorksController {
    private static final String USUAL = "click_rate";

    private final WorksDesk desk;

    /** By what ads show: words, pictures, films. */
    @GetMapping
    WorksView works(
            @PathVariable String clientId,
            @RequestParam(defaultValue = USUAL) String metric,
            @RequestParam(required = false) @Nullable Temperature temperature) {
        return desk.works(clientId, metric, temperature);
    }

    @GetMapping("/mixes")
    MixesView mixes(@PathVariable String clientId, @RequestParam(defaultValue = USUAL) String metric) {
        return desk.mixes(clientId, metric);
    }

    @GetMapping("/films")
    List<FilmHold> filmsHeld(@PathVariable String clientId) {
        return desk.films(clientId);
    }
}
