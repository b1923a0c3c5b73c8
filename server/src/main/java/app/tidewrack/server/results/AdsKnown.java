package app.tidewrack.server.results;

import app.tidewrack.core.naming.Token;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.plan.TokenValues;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.name.NamesElsewhere;
import app.tidewrack.server.results.FactSums.KnownAd;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What every ad that brought something is: by its plan, or, where it was taken out of that, by its name. */
@Component
@RequiredArgsConstructor
class AdsKnown {
    private final FactSums facts;
    private final PlanDesk plans;
    private final ClientMapper clients;
    private final Accounts accounts;
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final CopyDeck deck;
    private final Networks networks;
    private final NamesElsewhere names;

    /**
     * @param values by token; a token without one is not in it
     * @param temperature null where neither plan nor name tells
     * @param result what its ad group seeks, as it is counted; likewise
     */
    record Ad(
            KnownAd known,
            Map<Token, String> values,
            @Nullable Temperature temperature,
            @Nullable Measure result) {}

    List<Ad> all(String clientId) {
        List<KnownAd> known = facts.ads(clientId);
        Map<String, List<KnownAd>> byCampaign = known.stream().collect(Collectors.groupingBy(KnownAd::campaignId));
        Map<Integer, Ad> read = new HashMap<>();
        Words words = new Words(clientId);
        // A client has many plans of which most never ran, or no longer do.
        for (String planId : known.stream()
                .map(KnownAd::planId)
                .filter(Objects::nonNull)
                .distinct()
                .toList()) {
            Plan plan = plans.plan(clientId, planId).plan();
            for (Campaign campaign : plan.campaigns()) {
                List<KnownAd> ads = byCampaign.getOrDefault(campaign.id(), List.of());
                if (!ads.isEmpty()) {
                    words.read(plan, campaign, ads, read);
                }
            }
        }
        List<KnownAd> gone =
                known.stream().filter(a -> !read.containsKey(a.ad())).toList();
        if (!gone.isEmpty()) {
            byName(clientId, gone, read);
        }
        return known.stream().map(a -> read.get(a.ad())).toList();
    }

    /** What every row of a campaign seeks, as it is counted; rows that seek what is not counted are not in it. */
    Map<String, Measure> results(String clientId, Campaign campaign) {
        return results(
                networks.rulebook(
                        accounts.account(clientId, campaign.accountId()).network()),
                campaign);
    }

    private static Map<String, Measure> results(Rulebook rulebook, Campaign campaign) {
        Map<String, Measure> results = new HashMap<>();
        rulebook.objective(campaign.facts().objective())
                .ifPresent(o -> campaign.rows()
                        .forEach(row -> results.put(
                                row.id(), Measure.sought(o.goal(row.delivery().goal())))));
        results.values().removeIf(Objects::isNull);
        return results;
    }

    private void byName(String clientId, List<KnownAd> gone, Map<Integer, Ad> read) {
        Map<String, Map<Token, String>> byName = names.valuesOfAds(
                clientId,
                gone.stream()
                        .map(KnownAd::name)
                        .filter(n -> n != null)
                        .distinct()
                        .toList());
        for (KnownAd ad : gone) {
            Map<Token, String> values = ad.name() == null ? Map.of() : byName.getOrDefault(ad.name(), Map.of());
            String temperature = values.get(Token.TEMPERATURE);
            read.put(
                    ad.ad(),
                    new Ad(
                            ad,
                            values,
                            temperature == null ? null : Temperature.valueOf(temperature.toUpperCase(Locale.ROOT)),
                            null));
        }
    }

    /** What plans refer to, read once. */
    private final class Words {
        private final String client;
        private final Map<String, Account> accounts;
        private final Map<String, Audience> talkedTo;
        private final Map<String, Map<Token, String>> ofCreatives = new HashMap<>();

        Words(String clientId) {
            client = clients.byId(clientId).name();
            accounts = clients.accounts(clientId).stream().collect(Collectors.toMap(Account::id, Function.identity()));
            talkedTo = audiences.byId(clientId);
            var codes = deck.codes(clientId);
            creatives.byId(clientId).forEach((id, c) -> ofCreatives.put(id, TokenValues.ofColumn(c, 0, codes)));
        }

        void read(Plan plan, Campaign campaign, List<KnownAd> ads, Map<Integer, Ad> into) {
            Account account = Objects.requireNonNull(accounts.get(campaign.accountId()));
            Map<Token, String> fixed = new EnumMap<>(Map.of(
                    Token.CLIENT, client,
                    Token.PLAN, plan.name(),
                    Token.NETWORK, account.network(),
                    Token.NETWORK_NAME, networks.name(account.network(), account.name()),
                    Token.ACCOUNT, account.name()));
            fixed.putAll(TokenValues.ofCampaign(campaign.facts()));
            Map<String, Map<Token, String>> rows = new HashMap<>();
            Map<String, Measure> results = results(networks.rulebook(account.network()), campaign);
            for (int r = 0; r < campaign.rows().size(); r++) {
                Row row = campaign.rows().get(r);
                Audience audience = Objects.requireNonNull(talkedTo.get(row.audienceId()));
                rows.put(row.id(), TokenValues.ofRow(row, r + 1, row.people(audience.definition()), audience.name()));
            }
            Map<String, Column> columns =
                    campaign.columns().stream().collect(Collectors.toMap(Column::id, Function.identity()));
            for (KnownAd ad : ads) {
                CellRef cell = new CellRef(ad.rowId(), ad.columnId());
                Column column = columns.get(cell.columnId());
                if (!rows.containsKey(cell.rowId()) || column == null) {
                    continue;
                }
                Map<Token, String> values = new EnumMap<>(fixed);
                values.putAll(rows.get(cell.rowId()));
                values.putAll(ofCreatives.get(column.creativeId()));
                values.put(
                        Token.COLUMN_NUMBER, String.valueOf(campaign.columns().indexOf(column) + 1));
                values.values().removeIf(String::isBlank);
                into.put(ad.ad(), new Ad(ad, values, campaign.facts().temperature(), results.get(cell.rowId())));
            }
        }
    }
}
