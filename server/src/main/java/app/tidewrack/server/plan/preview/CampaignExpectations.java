package app.tidewrack.server.plan.preview;

import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.server.plan.preview.PlanPeople.PeopleTold;
import app.tidewrack.server.plan.preview.RowExpectations.ExpectedOfRow;
import app.tidewrack.server.plan.preview.RowExpectations.Sheet;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What the whole of a campaign is likely to bring. */
@Component
@RequiredArgsConstructor
public class CampaignExpectations {
    private final RowExpectations rows;
    private final PlanPeople people;

    /**
     * In its flight, in four cases of five.
     *
     * @param result what is sought, in words
     * @param results of the rows together; as they rarely all go well or badly at once, the truth is rather in the middle
     * @param people different ones
     * @param left rows of which nothing can be told
     */
    public record ExpectedOfCampaign(String result, Range results, Range people, int left) {}

    /** Null where no row can be told. */
    public @Nullable ExpectedOfCampaign of(String clientId, Plan plan, Campaign campaign) {
        PeopleTold met = people.of(clientId, new Plan(plan.id(), plan.name(), List.of(campaign)));
        if (met.people() == null) {
            return null;
        }
        Sheet sheet = rows.sheet(clientId, campaign);
        double from = 0;
        double to = 0;
        String result = "";
        for (var row : campaign.rows()) {
            if (campaign.hasAds(row.id())) {
                ExpectedOfRow expected = rows.of(clientId, sheet, row);
                result = expected.result();
                if (expected.expected() != null) {
                    from += expected.expected().flight().results().from();
                    to += expected.expected().flight().results().to();
                }
            }
        }
        return new ExpectedOfCampaign(result, new Range(from, to), met.people(), met.left());
    }
}
