package app.tidewrack.server.splittest;

import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Which rows a test that is set up or runs holds on to. */
@Component
public class RowsInTests {
    private final SplitTestMapper mapper;
    private final TestReader reader;

    RowsInTests(SplitTestMapper mapper, TestReader reader) {
        this.mapper = mapper;
        this.reader = reader;
    }

    public Set<String> of(String clientId, String campaignId) {
        return mapper.open(clientId, campaignId).stream()
                .flatMap(t -> reader.cells(t).stream())
                .map(TestCell::rowId)
                .collect(Collectors.toSet());
    }
}
