package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.results.ResultTables.Question;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.TableFile.Form;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Results at addresses that stay, for spreadsheets and other programs; see docs/programs.md. */
@RestController
@RequestMapping("/api/clients/{clientId}/results")
@RequiredArgsConstructor
class ProgramResultsController {
    private static final List<String> USUAL = List.of("spend", "impressions", "clicks", "results", "cost_per_result");

    private static final Map<String, Form> FORMS = Map.of("csv", Form.CSV, "json", Form.JSON);

    private final ResultFiles files;

    /**
     * Lines as a table whose first line names the columns, or as a list of objects; totals at the foot.
     *
     * @param form {@code csv} or {@code json}
     * @param by what lines are made by, up to four, such as {@code DAY} or {@code CAMPAIGN}; none for totals alone
     * @param from the first day, of the account; the first there is where it is left out
     * @param numbers codes of the numbers; spend, impressions, clicks, results and what one costs where they are left out
     */
    @Deeds.TakesAway
    @GetMapping("/lines.{form}")
    ResponseEntity<Resource> lines(
            @PathVariable String clientId,
            @PathVariable String form,
            @RequestParam(required = false) @Size(max = 4) @Nullable List<@Size(max = 40) String> by,
            @RequestParam @Nullable LocalDate from,
            @RequestParam @Nullable LocalDate to,
            @RequestParam(required = false) @Size(max = 60) @Nullable List<@Size(max = 40) String> numbers) {
        Form as = FORMS.get(form);
        if (as == null) {
            throw new Refusal(
                    "form",
                    "“%s” is no form that results are read in.".formatted(form),
                    "Ask for lines.csv or lines.json.");
        }
        Question question = new Question(Objects.requireNonNullElse(by, List.of()), from, to, List.of(), null);
        return files.of(clientId, as, question, Objects.requireNonNullElse(numbers, USUAL))
                .sent(as, HttpHeaders.EMPTY);
    }
}
