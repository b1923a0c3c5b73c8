package app.tidewrack.server.splittest;

import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.testing.SecondChange;
import app.tidewrack.core.testing.SecondChange.Done;
import java.util.List;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** What a launch would do to a test that runs. */
@Component
@RequiredArgsConstructor
public class TestsAtStake {
    private final SplitTestMapper mapper;
    private final TestReader reader;

    /** @param breaking what would change of some cells and not of others, in words; never empty */
    public record TestAtStake(String testId, String name, List<String> breaking) {}

    /** Empty where no test of the campaign runs, or where its cells stay as comparable as they are. */
    public Optional<TestAtStake> of(String clientId, String campaignId, List<Change> changes, ItemWords words) {
        List<Done> planned = changes.stream()
                .map(c -> new Done(c.action(), c.key(), c.before(), c.settings(), ""))
                .toList();
        return mapper.open(clientId, campaignId)
                .filter(test -> reader.began(clientId, test).isPresent())
                .map(test -> new TestAtStake(
                        test.id(),
                        test.name(),
                        SecondChange.of(reader.labels(test), planned, words).breaking()))
                .filter(stake -> !stake.breaking().isEmpty());
    }
}
