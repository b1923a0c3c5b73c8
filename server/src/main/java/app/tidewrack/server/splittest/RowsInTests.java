package app.tidewrack.server.splittest;

import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Which rows a test that is set up or runs holds on to. */
@Component
@RequiredArgsConstructor
public class RowsInTests {
    private final SplitTestMapper mapper;

    public Set<String> of(String clientId, String campaignId) {
        return mapper.open(clientId, campaignId).stream()
                .flatMap(t -> t.cells().all().stream())
                .map(TestCell::rowId)
                .collect(Collectors.toSet());
    }
}
