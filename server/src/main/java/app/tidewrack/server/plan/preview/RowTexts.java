package app.tidewrack.server.plan.preview;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.AdTokens;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.network.ReviewRule.Risk;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.Tokens;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.creative.CreativeDraft;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.PlanLine;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What texts with tokens say in each row of the sheets that show them. */
@RestController
@RequestMapping("/api/clients/{clientId}/creatives/{creativeId}/rows")
@RequiredArgsConstructor
class RowTexts {
    private static final int MOST = 300;

    private final PlanDesk plans;
    private final Accounts accounts;
    private final AudienceLibrary audiences;
    private final ClientMapper clients;
    private final Networks networks;

    /**
     * @param campaign its name
     * @param row its label
     * @param text as it is filled there
     * @param length in user-perceived characters
     * @param limit of the tightest placement of the format that shows it; 0 where none does
     * @param refused what review would say; null where it takes it
     */
    record RowText(
            String planId,
            String campaignId,
            String campaign,
            String row,
            String network,
            Part part,
            String text,
            int length,
            int limit,
            @Nullable String refused) {
        private int over() {
            return limit == 0 ? Integer.MIN_VALUE : length - limit;
        }
    }

    /** Those that are refused or the most too long first. */
    @AsksOnly
    @PostMapping
    List<RowText> rows(
            @PathVariable String clientId, @PathVariable String creativeId, @Valid @RequestBody CreativeDraft draft) {
        Saying saying = new Saying(draft, clients.byId(clientId).name(), audiences.byId(clientId));
        List<RowText> texts = new ArrayList<>();
        for (PlanLine line : plans.plans(clientId)) {
            Plan plan = plans.plan(clientId, line.id()).plan();
            for (Campaign campaign : plan.campaigns()) {
                Rulebook rulebook = networks.rulebook(
                        accounts.account(clientId, campaign.accountId()).network());
                campaign.columns().stream()
                        .filter(c -> c.creativeId().equals(creativeId))
                        .flatMap(c -> campaign.rows().stream().filter(r -> campaign.isOn(r.id(), c.id())))
                        .forEach(r -> texts.addAll(saying.in(plan, campaign, r, rulebook)));
            }
        }
        return texts.stream()
                .sorted(Comparator.comparing((RowText t) -> t.refused() == null)
                        .thenComparing(Comparator.comparingInt(RowText::over).reversed())
                        .thenComparing(RowText::row))
                .limit(MOST)
                .toList();
    }

    /** A draft that is said to many rows. */
    private record Saying(CreativeDraft draft, String client, Map<String, Audience> audiences) {
        List<RowText> in(Plan plan, Campaign campaign, Row row, Rulebook rulebook) {
            Audience audience = audiences.get(row.audienceId());
            if (audience == null) {
                return List.of();
            }
            AudienceDefinition people = row.people(audience.definition());
            Map<String, String> values = AdTokens.of(people, client, rulebook.audience());
            List<RowText> said = new ArrayList<>();
            for (Part part : List.of(Part.HEADLINE, Part.BODY, Part.DESCRIPTION)) {
                for (String text : texts(draft, part)) {
                    if (!Tokens.of(text).isEmpty()) {
                        String filled = Tokens.filled(text, values);
                        said.add(new RowText(
                                plan.id(),
                                campaign.id(),
                                campaign.facts().name(),
                                row.label(),
                                rulebook.code(),
                                part,
                                filled,
                                TextLength.of(filled),
                                limit(rulebook, draft.format(), part),
                                rulebook.review()
                                        .risks(filled, people.ages())
                                        .findFirst()
                                        .map(Risk::words)
                                        .orElse(null)));
                    }
                }
            }
            return said;
        }
    }

    private static List<String> texts(CreativeDraft draft, Part part) {
        return part == Part.HEADLINE ? draft.headlines() : part == Part.BODY ? draft.bodies() : draft.descriptions();
    }

    private static int limit(Rulebook rulebook, String format, Part part) {
        Function<PlacementRule, TextRule> rule = part == Part.HEADLINE
                ? PlacementRule::headline
                : part == Part.BODY ? PlacementRule::body : PlacementRule::description;
        return rulebook.format(format).stream()
                .flatMap(f -> f.placements().stream())
                .flatMap(p -> rulebook.placement(p).stream())
                .mapToInt(p -> rule.apply(p).limit())
                .filter(l -> l > 0)
                .min()
                .orElse(0);
    }
}
