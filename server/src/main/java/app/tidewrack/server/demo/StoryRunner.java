package app.tidewrack.server.demo;

import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.launch.Choice;
import app.tidewrack.server.launch.LaunchDesk;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanScript;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Puts the demo's plans together and launches them. */
@Component
class StoryRunner {
    static final LocalDate START = LocalDate.parse("2027-03-09");
    static final LocalDate LAST_DAY = LocalDate.parse("2027-04-05");

    private final PlanDesk plans;
    private final LaunchDesk launches;

    StoryRunner(PlanDesk plans, LaunchDesk launches) {
        this.plans = plans;
        this.launches = launches;
    }

    /** A launch of a client. */
    record Launched(String client, String id) {}

    PlanScript plan(String client, String personId, String name) {
        return new PlanScript(plans, client, personId, name);
    }

    Launched launch(String client, PlanScript script, String personId) {
        return new Launched(
                client,
                launches.launch(
                                client,
                                script.plan().id(),
                                script.campaign().id(),
                                script.plan().version(),
                                Choice.ALL,
                                personId)
                        .id());
    }

    /** Launches a plan of one cold scaling campaign with one ad, in all the demo's weeks. */
    Launched run(
            String client,
            String personId,
            String plan,
            String campaign,
            String account,
            String objective,
            String audience,
            String creative,
            String money) {
        PlanScript script = plan(client, personId, plan)
                .addCampaign(account, campaign, objective, Temperature.COLD, Purpose.SCALING, START, LAST_DAY, money)
                .addRows(List.of(audience))
                .addColumns(List.of(creative));
        return launch(client, script, personId);
    }
}
