package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Metric;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** The numbers that a client's results are told in. */
@Component
@RequiredArgsConstructor
class ClientNumbers {
    private final FactSums facts;

    /** Numbers of a client: the usual ones and its own. */
    List<Metric> all(String clientId) {
        List<Metric> all = new ArrayList<>(Metric.USUAL.values());
        facts.ownNumbers(clientId)
                .forEach(n -> all.add(Metric.own(n.code(), n.words(), n.formula(), n.better(), n.share())));
        return all;
    }

    double margin(String clientId) {
        return facts.margin(clientId).orElseThrow().doubleValue();
    }

    /**
     * Numbers by their codes, each once.
     *
     * @throws Refusal when a client has no such number
     */
    List<Metric> of(String clientId, String field, List<String> codes) {
        Map<String, Metric> byCode = all(clientId).stream().collect(Collectors.toMap(Metric::code, m -> m));
        return codes.stream()
                .distinct()
                .map(code -> Optional.ofNullable(byCode.get(code))
                        .orElseThrow(() -> new Refusal(
                                field, "There is no number “%s”.".formatted(code), "Choose of what is offered.")))
                .toList();
    }

    /**
     * @throws Refusal (field {@code metric}) when a client has no such number
     */
    Metric of(String clientId, String code) {
        return of(clientId, "metric", List.of(code)).get(0);
    }
}
