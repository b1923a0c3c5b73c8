package app.tidewrack.server.results;

import app.tidewrack.server.results.ResultFiles.Written;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.TableFile.Form;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Results in files. */
@RestController
@RequestMapping("/api/clients/{clientId}/results")
@RequiredArgsConstructor
class ResultFilesController {
    private final ResultFiles files;

    /**
     * @param form CSV, XLSX or JSON
     * @param metrics codes of the numbers, in the order of their columns
     */
    record FileQuestion(
            Form form,
            @Valid TableQuestion table,

            @Size(min = 1, max = ResultsController.MOST_METRICS)
            List<String> metrics) {}

    /** The same lines in a file, money in whole units of its currency, shares from 0 to 1; totals at the foot. */
    @AsksOnly
    @Deeds.TakesAway
    @PostMapping("/file")
    ResponseEntity<Resource> file(@PathVariable String clientId, @Valid @RequestBody FileQuestion body) {
        Written file = files.of(clientId, body.form(), body.table().question(), body.metrics());
        String name = "results-%s-to-%s.%s"
                .formatted(file.from(), file.to(), body.form().name().toLowerCase(Locale.ROOT));
        HttpHeaders headers = new HttpHeaders();
        headers.setContentDisposition(
                ContentDisposition.attachment().filename(name).build());
        return file.sent(body.form(), headers);
    }
}
