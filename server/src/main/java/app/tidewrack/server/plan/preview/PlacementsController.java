package app.tidewrack.server.plan.preview;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.PlacementSize;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.source.SourceTerms;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where the ads of a row can show, and how many of its people come by there. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/placements")
@RequiredArgsConstructor
class PlacementsController {
    private final PlanDesk desk;
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final Accounts accounts;
    private final Networks networks;
    private final SourceTerms sources;

    /**
     * @param showsNow the row's ads show there as it is delivered now
     * @param ads how many of the row's ads have a format that shows there
     * @param people who come by in a day; null while the network does not tell
     */
    record RowPlacement(
            String code,
            String words,
            List<String> devices,
            boolean showsNow,
            int ads,
            @Nullable AudienceSize people) {}

    @GetMapping
    List<RowPlacement> placements(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        Row row = campaign.row(rowId);
        Account account = accounts.account(clientId, campaign.accountId());
        Rulebook rulebook = networks.rulebook(account.network());
        Map<String, Creative> known = creatives.byId(clientId);
        List<String> formats = campaign.onColumns(rowId).stream()
                .map(c -> Objects.requireNonNull(known.get(c.creativeId())).format())
                .toList();
        List<PlacementRule> now = row.showing().placements(rulebook, formats);
        AudienceDefinition base = audiences.byId(clientId, row.audienceId()).definition();
        Map<String, AudienceSize> people = told(clientId, account, row.people(base));
        return rulebook.placements().stream()
                .map(p -> new RowPlacement(
                        p.code(),
                        p.words(),
                        p.devices(),
                        now.contains(p),
                        (int) formats.stream()
                                .flatMap(f -> rulebook.format(f).stream())
                                .filter(f -> f.placements().contains(p.code()))
                                .count(),
                        people.get(p.code())))
                .toList();
    }

    /** By code; none while the network is away. */
    private Map<String, AudienceSize> told(String clientId, Account account, AudienceDefinition people) {
        NetworkConnector connector = networks.connector(account.network());
        try {
            connector.openAccount(accounts.order(account));
            return connector.placementSizes(account.externalId(), sources.on(clientId, account, people)).stream()
                    .collect(Collectors.toMap(PlacementSize::placement, PlacementSize::size, (first, again) -> first));
        } catch (NetworkAway | NetworkRefused e) {
            return Map.of();
        }
    }
}
