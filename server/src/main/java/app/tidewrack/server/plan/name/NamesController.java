package app.tidewrack.server.plan.name;

import app.tidewrack.core.naming.NameLayout;
import app.tidewrack.core.naming.NameLayout.Between;
import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.plan.name.NameTrials.Tried;
import app.tidewrack.server.plan.name.NamesElsewhere.LaidOut;
import app.tidewrack.server.plan.name.NamesElsewhere.ReadNames;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.MostBytes;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Names and links: those a sheet gives, those another scheme would give, and names from elsewhere taken apart. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class NamesController {
    private final PlanDesk desk;
    private final PlanInspector inspector;
    private final NameTrials trials;
    private final NamesElsewhere elsewhere;

    record NamesView(String campaign, List<RowNames> rows) {}

    /** @param ads by column; null where the ad is off */
    record RowNames(String rowId, String name, List<@Nullable String> ads) {}

    @GetMapping("/plans/{planId}/campaigns/{campaignId}/names")
    NamesView names(@PathVariable String clientId, @PathVariable String planId, @PathVariable String campaignId) {
        var plan = desk.plan(clientId, planId).plan();
        Campaign campaign = plan.campaign(campaignId);
        PlanNames names = inspector.names(clientId, campaign, inspector.surroundings(clientId, plan));
        Map<CellRef, String> ads = names.ads();
        return new NamesView(
                names.campaign(),
                campaign.rows().stream()
                        .map(r -> new RowNames(
                                r.id(),
                                names.row(r.id()),
                                campaign.columns().stream()
                                        .map(c -> ads.get(new CellRef(r.id(), c.id())))
                                        .collect(Collectors.toList())))
                        .toList());
    }

    /** @param link with its parameters; empty where the ad is off or leads nowhere */
    record AdLink(String link) {}

    @GetMapping("/plans/{planId}/campaigns/{campaignId}/links/{rowId}/{columnId}")
    AdLink link(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId,
            @PathVariable String columnId) {
        return new AdLink(trials.link(clientId, planId, campaignId, new CellRef(rowId, columnId)));
    }

    @AsksOnly
    @PostMapping("/plans/{planId}/campaigns/{campaignId}/names-tried")
    Tried tried(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody NamingScheme scheme) {
        return trials.of(clientId, planId, campaignId, scheme);
    }

    /**
     * @param text a name a line
     * @param scheme to read by; null for what applies to the client, now or in earlier versions
     */
    record NamesBody(
            NameLevel level,
            @Size(max = NamesElsewhere.MOST_TEXT) String text,
            @Nullable NamingScheme scheme) {}

    @MostBytes(4_000_000)
    @AsksOnly
    @PostMapping("/names-read")
    ReadNames read(@PathVariable String clientId, @Valid @RequestBody NamesBody body) {
        return elsewhere.read(clientId, body.level(), body.text(), body.scheme());
    }

    /**
     * @param text a name a line
     * @param separator what stands between parts; null to find it
     * @param spaced only with spaces around it
     * @param columns what the parts mean, in order; null to find it
     */
    record LayoutBody(
            @Size(max = NamesElsewhere.MOST_TEXT) String text,
            @Nullable @Size(min = 1, max = 20) String separator,
            boolean spaced,

            @Nullable @Size(min = 1, max = NamePattern.MOST_PARTS)
            List<NameLayout.Column> columns) {}

    /** Names that were put together by a pattern that nobody here knows: it is found in them, or as a person says. */
    @MostBytes(4_000_000)
    @AsksOnly
    @PostMapping("/names-laid-out")
    LaidOut layOut(@PathVariable String clientId, @Valid @RequestBody LayoutBody body) {
        String separator = body.separator();
        return elsewhere.layOut(
                clientId,
                body.text(),
                separator == null ? null : new Between(separator, body.spaced()),
                separator == null ? null : body.columns());
    }
}
