package app.tidewrack.server.results;

import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Metric.Better;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.server.results.AsideMapper.LineAside;
import app.tidewrack.server.results.FactSums.Days;
import app.tidewrack.server.results.FactSums.OwnNumber;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What can be asked of results, and the numbers that a client makes of its own. */
@RestController
@RequestMapping("/api/clients/{clientId}/results")
@RequiredArgsConstructor
class ResultNumbersController {
    private final ClientNumbers numbers;
    private final FactSums facts;
    private final AsideMapper aside;

    /** @param by as questions name it */
    record Offered(String by, String words) {}

    /**
     * @param judged codes of the numbers that ads of each temperature are judged by
     * @param margin what is left of a sale before advertising, 0 to 1
     * @param begun the day that is told of now and has not ended
     */
    record ResultOffer(
            List<MetricView> metrics,
            List<Offered> tokens,
            List<Offered> times,
            List<Offered> breakdowns,
            Map<Temperature, List<String>> judged,
            BigDecimal margin,
            @Nullable LocalDate first,
            @Nullable LocalDate last,
            @Nullable LocalDate begun) {}

    @GetMapping("/offer")
    ResultOffer offer(@PathVariable String clientId) {
        Days days = facts.days(clientId);
        return new ResultOffer(
                numbers.all(clientId).stream().map(m -> MetricView.of(m)).toList(),
                Arrays.stream(Token.values())
                        .filter(t -> t.level() != NameLevel.LINK)
                        .map(t -> new Offered(t.name(), t.words()))
                        .toList(),
                List.of(
                        new Offered("DAY", "day"),
                        new Offered("WEEK", "week"),
                        new Offered("HOUR", "hour of the day"),
                        new Offered("AD", "name of the ad")),
                By.breakdowns().stream()
                        .map(b -> new Offered(b, CodeWords.of(b)))
                        .toList(),
                Arrays.stream(Temperature.values())
                        .collect(Collectors.toMap(
                                t -> t,
                                t -> Metric.judging(t).stream()
                                        .map(Metric::code)
                                        .toList())),
                facts.margin(clientId).orElseThrow(),
                days.first(),
                days.last(),
                days.begun());
    }

    /** Lines of networks' reports that do not count, at most 1,000. */
    @GetMapping("/aside")
    List<LineAside> aside(@PathVariable String clientId) {
        return aside.all(clientId, LinesAside.MOST);
    }

    /** A number of the buyer's own. */
    record OwnNumberBody(
            @Size(min = 1, max = 60) String words,
            @Size(min = 1, max = 2000) String formula,
            Better better,
            boolean share) {}

    @PutMapping("/numbers/{code}")
    ResultOffer keepNumber(
            @PathVariable String clientId,
            @PathVariable @Pattern(regexp = "[a-z][a-z0-9_]{0,39}") String code,
            @Valid @RequestBody OwnNumberBody body) {
        if (Metric.USUAL.containsKey(code)) {
            throw new Refusal("code", "“%s” is a number already.".formatted(code), "Choose another name.");
        }
        Metric.own(code, body.words(), body.formula(), body.better(), body.share());
        facts.keepOwnNumber(clientId, new OwnNumber(code, body.words(), body.formula(), body.better(), body.share()));
        return offer(clientId);
    }

    @DeleteMapping("/numbers/{code}")
    ResultOffer deleteNumber(@PathVariable String clientId, @PathVariable String code) {
        if (facts.deleteOwnNumber(clientId, code) == 0) {
            throw new NotFound("number", code);
        }
        return offer(clientId);
    }

    record MarginBody(@DecimalMin("0") @DecimalMax("1") BigDecimal margin) {}

    @PutMapping("/margin")
    ResultOffer setMargin(@PathVariable String clientId, @Valid @RequestBody MarginBody body) {
        facts.setMargin(clientId, body.margin());
        return offer(clientId);
    }
}
