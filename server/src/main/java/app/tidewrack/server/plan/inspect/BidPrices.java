package app.tidewrack.server.plan.inspect;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.BidQuestion;
import app.tidewrack.connector.Offers.BidTold;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.check.Situation;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.inspect.KnownBidMapper.KnownBid;
import app.tidewrack.server.source.SourceTerms;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** What networks tell of bids, remembered, so that a sheet says which are too low without asking again. */
@Component
@RequiredArgsConstructor
public class BidPrices {
    private static final Logger LOG = LoggerFactory.getLogger(BidPrices.class);

    private final KnownBidMapper mapper;
    private final Accounts accounts;
    private final Networks networks;
    private final SourceTerms sources;
    private final CreativeLibrary creatives;

    /** Asks the network what bids win for a row delivered so, and remembers it. */
    public BidTold ask(String clientId, Campaign campaign, Row row, AudienceDefinition people) {
        Account account = accounts.account(clientId, campaign.accountId());
        NetworkConnector connector = networks.connector(account.network());
        connector.openAccount(accounts.order(account));
        Delivery delivery = row.delivery();
        List<String> placements = placements(account, campaign, row, creatives.byId(clientId));
        BidTold told = connector.bids(
                account.externalId(),
                new BidQuestion(
                        campaign.facts().objective(),
                        delivery.goal(),
                        delivery.charge(),
                        placements,
                        sources.on(clientId, account, people)));
        mapper.keep(
                clientId,
                account.id(),
                new KnownBid(
                        asked(campaign, row, people, placements),
                        told.fromMinor(),
                        told.suggestedMinor(),
                        told.toMinor()));
        return told;
    }

    /** Those that the row would be sent with. */
    private List<String> placements(Account account, Campaign campaign, Row row, Map<String, Creative> known) {
        List<String> formats = campaign.onColumns(row.id()).stream()
                .map(c -> Objects.requireNonNull(known.get(c.creativeId())).format())
                .toList();
        return row.showing().told(networks.rulebook(account.network()), formats);
    }

    /** By row id, for rows that bid an amount, as far as it was told. */
    Map<String, Situation.BidPrices> of(String clientId, Campaign campaign, Map<String, Situation.Audience> people) {
        Map<String, String> asked = bidding(clientId, campaign, people);
        if (asked.isEmpty()) {
            return Map.of();
        }
        Map<String, KnownBid> known = known(clientId, campaign, asked);
        Map<String, Situation.BidPrices> prices = new HashMap<>();
        asked.forEach((rowId, what) -> {
            KnownBid k = known.get(what);
            if (k != null) {
                prices.put(rowId, new Situation.BidPrices(k.fromMinor(), k.suggestedMinor(), k.toMinor()));
            }
        });
        return prices;
    }

    /** Asks for what rows that bid an amount lack; while the network is away it stays unknown. */
    void askUnknown(String clientId, Campaign campaign, Map<String, Situation.Audience> people) {
        Map<String, String> asked = bidding(clientId, campaign, people);
        if (asked.isEmpty()) {
            return;
        }
        Map<String, KnownBid> known = known(clientId, campaign, asked);
        try {
            for (Row row : campaign.rows()) {
                String what = asked.get(row.id());
                if (what != null && !known.containsKey(what)) {
                    ask(
                            clientId,
                            campaign,
                            row,
                            Objects.requireNonNull(people.get(row.id())).definition());
                }
            }
        } catch (NetworkAway | NetworkRefused e) {
            LOG.info("Bids of campaign {} stay unknown: {}", campaign.id(), e.getMessage());
        }
    }

    private Map<String, KnownBid> known(String clientId, Campaign campaign, Map<String, String> asked) {
        String wanted = asked.values().stream().distinct().collect(Collectors.joining("\",\"", "{\"", "\"}"));
        return mapper.of(clientId, campaign.accountId(), wanted).stream()
                .collect(Collectors.toMap(KnownBid::asked, Function.identity()));
    }

    /** What is asked for each row that bids an amount, by row id. */
    private Map<String, String> bidding(String clientId, Campaign campaign, Map<String, Situation.Audience> people) {
        List<Row> rows = campaign.rows().stream()
                .filter(r -> r.delivery().bid().strategy() != BidStrategy.AUTOMATIC)
                .toList();
        if (rows.isEmpty()) {
            return Map.of();
        }
        Account account = accounts.account(clientId, campaign.accountId());
        Map<String, Creative> known = creatives.byId(clientId);
        return rows.stream()
                .collect(Collectors.toMap(
                        Row::id,
                        r -> asked(
                                campaign,
                                r,
                                Objects.requireNonNull(people.get(r.id())).definition(),
                                placements(account, campaign, r, known))));
    }

    /** All that a bid's price depends on. */
    private static String asked(Campaign campaign, Row row, AudienceDefinition people, List<String> placements) {
        return String.join(
                " ",
                people.hash(),
                campaign.facts().objective(),
                String.valueOf(row.delivery().goal()),
                String.valueOf(row.delivery().charge()),
                String.join("+", placements));
    }
}
