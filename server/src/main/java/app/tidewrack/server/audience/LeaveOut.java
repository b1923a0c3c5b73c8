package app.tidewrack.server.audience;

import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.network.OfferedAudience;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/**
 * Takes the people of one audience out of another. Networks leave out terms, not audiences, so one of the other's conditions
 * is left out: whoever fails it is not in the other. Of several the one that loses the fewest people is taken.
 */
@Component
@RequiredArgsConstructor
class LeaveOut {
    private final AudienceSizes sizes;
    private final Networks networks;

    /**
     * @param lost people who are in the audience before and not after
     * @param needed people it shared with the other, which had to go
     */
    record Found(AudienceDefinition definition, AudienceSize size, long lost, long needed) {}

    Found find(String clientId, Account account, AudienceDefinition audience, Audience other) {
        List<AudienceDefinition> ways = ways(account, audience, other);
        List<AudienceDefinition> asked = new ArrayList<>(ways);
        asked.add(audience);
        List<AudienceSize> told = sizes.of(clientId, account, asked);
        int best = IntStream.range(0, ways.size())
                .boxed()
                .max((a, b) -> Long.compare(told.get(a).people(), told.get(b).people()))
                .orElseThrow();
        long shared = sizes.overlaps(clientId, account, List.of(audience, other.definition()))
                .shared()
                .get(1)
                .get(0)
                .people();
        long lost = Math.max(0, told.get(ways.size()).people() - told.get(best).people());
        return new Found(ways.get(best), told.get(best), lost, shared);
    }

    private List<AudienceDefinition> ways(Account account, AudienceDefinition audience, Audience other) {
        List<AudienceDefinition> ways = new ArrayList<>();
        for (AnyOf condition : other.definition().conditions()) {
            boolean own = audience.conditions().stream()
                    .anyMatch(c -> condition.terms().containsAll(c.terms()));
            if (!own) {
                List<Term> out = new ArrayList<>(audience.leftOut());
                out.addAll(condition.terms());
                ways.add(audience.without(out));
            }
        }
        if (ways.isEmpty()) {
            throw new Refusal(
                    "leftOut",
                    "Nothing in %s tells its people apart from this audience’s.".formatted(other.name()),
                    "Choose other places or ages for one of them.");
        }
        ways.forEach(w ->
                OfferedAudience.require(w, networks.rulebook(account.network()).audience()));
        return ways;
    }
}
