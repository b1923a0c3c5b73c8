package app.tidewrack.server.plan.preview;

import app.tidewrack.core.plan.Campaign;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.preview.PlanPeople.PeopleTold;
import app.tidewrack.server.plan.preview.RowExpectations.ExpectedOfRow;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the money of a row, and of a plan, is likely to bring. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans/{planId}")
@RequiredArgsConstructor
class ExpectationController {
    private final PlanDesk desk;
    private final RowExpectations rows;
    private final PlanPeople people;

    @GetMapping("/campaigns/{campaignId}/rows/{rowId}/expected")
    ExpectedOfRow expected(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        return rows.of(clientId, rows.sheet(clientId, campaign), campaign.row(rowId));
    }

    /** Different people of a plan, over all its rows and networks. */
    @GetMapping("/people")
    PeopleTold people(@PathVariable String clientId, @PathVariable String planId) {
        return people.of(clientId, desk.plan(clientId, planId).plan());
    }
}
