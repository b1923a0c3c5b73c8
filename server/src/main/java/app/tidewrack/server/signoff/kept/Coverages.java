package app.tidewrack.server.signoff.kept;

import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.signoff.Coverage;
import app.tidewrack.core.signoff.Sent;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** What of a change list approvers said yes to. */
@Component
@RequiredArgsConstructor
public class Coverages {
    private final SignOffMapper mapper;

    public boolean demanded(String clientId) {
        return mapper.demanded(clientId);
    }

    /** One for each change, in the list's order. */
    public List<Coverage> of(String clientId, String planId, String campaignId, ChangeList list) {
        List<Sent> sent = new ArrayList<>(before(clientId, planId, campaignId, Integer.MAX_VALUE));
        Collections.reverse(sent);
        return Coverage.of(list, sent);
    }

    /** What was sent of a campaign before the plan's sign-off of a number, the newest first. */
    public List<Sent> before(String clientId, String planId, String campaignId, int number) {
        return mapper.sent(clientId, planId, campaignId, number).stream()
                .flatMap(s -> s.content().campaigns().stream()
                        .filter(c -> c.campaignId().equals(campaignId))
                        .map(c -> c.as(s.state())))
                .toList();
    }

    /** @throws Refusal when the client demands a sign-off and one of the changes has none as it is */
    public void require(String clientId, String planId, String campaignId, ChangeList list) {
        if (!demanded(clientId)) {
            return;
        }
        List<Coverage> missing = of(clientId, planId, campaignId, list).stream()
                .filter(c -> !c.standing().mayGo())
                .toList();
        if (!missing.isEmpty()) {
            throw new Refusal(
                    "signOff",
                    "This client asks for a sign-off, and %,d of the %,d changes have none as they are, the first: %s."
                            .formatted(
                                    missing.size(),
                                    list.changes().size(),
                                    missing.get(0).change().settings().name()),
                    "Send them for sign-off, or launch what is approved.");
        }
    }
}
