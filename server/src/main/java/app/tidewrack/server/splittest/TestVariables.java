package app.tidewrack.server.splittest;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Variable;
import app.tidewrack.core.splittest.Differing;
import app.tidewrack.core.testing.Traits;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.creative.CreativeLibrary;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Finds in what rows differ. */
@Component
@RequiredArgsConstructor
class TestVariables {
    /** Rows that differ in one of these talk to different people. */
    private static final Set<String> OF_PEOPLE = Stream.concat(
                    Stream.of("audience"),
                    Arrays.stream(Variable.values())
                            .filter(v -> v != Variable.PLACEMENT)
                            .map(Variable::words))
            .collect(Collectors.toSet());

    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;

    /** @param cells the rows with their values of what differs */
    record Found(Differing differing, List<TestCell> cells) {}

    Found of(String clientId, Campaign campaign, List<Row> rows) {
        Map<String, Audience> known = audiences.byId(clientId);
        Map<String, Creative> shown = creatives.byId(clientId);
        Differing differing = Differing.of(rows.stream()
                .map(r -> Traits.of(
                        campaign, r, id -> Objects.requireNonNull(known.get(id)).name(), shown::get))
                .toList());
        List<TestCell> cells = rows.stream()
                .map(r -> {
                    Map<String, String> values = new LinkedHashMap<>();
                    differing.variables().forEach((variable, of) -> values.put(variable, of.get(rows.indexOf(r))));
                    return new TestCell(r.id(), r.label(), values);
                })
                .toList();
        return new Found(differing, cells);
    }

    static boolean sameAudience(List<TestCell> cells) {
        return cells.stream().noneMatch(c -> c.values().keySet().stream().anyMatch(OF_PEOPLE::contains));
    }
}
