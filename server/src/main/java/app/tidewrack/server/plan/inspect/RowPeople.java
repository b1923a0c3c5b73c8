package app.tidewrack.server.plan.inspect;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.check.Situation;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.audience.KnownSizes;
import app.tidewrack.server.client.Accounts;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Whom rows talk to: a whole audience, or after a split the part of it that a row keeps to, with its own size. */
@Component
@RequiredArgsConstructor
public class RowPeople {
    private static final Logger LOG = LoggerFactory.getLogger(RowPeople.class);

    private final KnownSizes sizes;
    private final AudienceLibrary audiences;
    private final Accounts accounts;
    private final BidPrices bids;

    /** By row id, from what is remembered; a size that was never told is null. */
    Map<String, Situation.Audience> of(String clientId, Campaign campaign, Map<String, Audience> audiences) {
        Map<String, AudienceDefinition> narrowed = narrowed(campaign, audiences);
        Map<String, AudienceSize> known = sizes.known(
                clientId,
                campaign.accountId(),
                narrowed.values().stream().map(AudienceDefinition::hash).collect(Collectors.toSet()));
        Map<String, Situation.Audience> people = new HashMap<>();
        for (Row row : campaign.rows()) {
            Audience audience = Objects.requireNonNull(audiences.get(row.audienceId()));
            AudienceDefinition definition = narrowed.get(row.id());
            people.put(
                    row.id(),
                    definition == null
                            ? new Situation.Audience(audience.name(), audience.definition(), audience.size())
                            : new Situation.Audience(
                                    audience.name() + ", " + row.narrowing().words(),
                                    definition,
                                    known.get(definition.hash())));
        }
        return people;
    }

    /** Sizes by row id, from what is remembered; one that was never told is null. */
    public Map<String, @Nullable AudienceSize> sizes(String clientId, Campaign campaign) {
        Map<String, @Nullable AudienceSize> sizes = new HashMap<>();
        of(clientId, campaign, audiences.byId(clientId)).forEach((id, a) -> sizes.put(id, a.size()));
        return sizes;
    }

    /** Asks networks for the sizes and bids that a plan's rows lack; while one is away they stay unknown. */
    public void askUnknown(String clientId, Plan plan) {
        if (plan.campaigns().stream()
                .flatMap(c -> c.rows().stream())
                .allMatch(r -> r.narrowing().none() && r.delivery().bid().equals(Bid.AUTOMATIC))) {
            return;
        }
        Map<String, Audience> known = audiences.byId(clientId);
        for (Campaign campaign : plan.campaigns()) {
            Set<AudienceDefinition> asked = Set.copyOf(narrowed(campaign, known).values());
            try {
                sizes.askUnknown(clientId, accounts.account(clientId, campaign.accountId()), asked);
            } catch (NetworkAway | NetworkRefused e) {
                LOG.info("Sizes of campaign {} stay unknown: {}", campaign.id(), e.getMessage());
            }
            bids.askUnknown(clientId, campaign, of(clientId, campaign, known));
        }
    }

    private static Map<String, AudienceDefinition> narrowed(Campaign campaign, Map<String, Audience> audiences) {
        return campaign.rows().stream()
                .filter(r -> !r.narrowing().none())
                .collect(Collectors.toMap(
                        Row::id,
                        r -> r.people(Objects.requireNonNull(audiences.get(r.audienceId()))
                                .definition())));
    }
}
