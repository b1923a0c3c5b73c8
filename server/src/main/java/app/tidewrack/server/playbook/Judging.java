package app.tidewrack.server.playbook;

import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.server.brief.BriefBody;
import app.tidewrack.server.client.ClientMapper.Account;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** By what a campaign is judged: the playbook, or the brief that it works on. */
final class Judging {
    private Judging() {}

    /** The brief that a campaign works on: of its account and objective, on some of its days. */
    static @Nullable BriefBody brief(List<BriefBody> briefs, Campaign campaign, Account account) {
        CampaignFacts facts = campaign.facts();
        return briefs.stream().filter(b -> works(b, facts, account)).findFirst().orElse(null);
    }

    static boolean works(BriefBody brief, CampaignFacts facts, Account account) {
        return brief.accounts().contains(account.id())
                && brief.goal().equals(facts.objective())
                && brief.currency().equals(account.currency())
                && !brief.startsOn().isAfter(facts.flight().lastDay())
                && !brief.lastDay().isBefore(facts.flight().start());
    }

    /**
     * The playbook's own target first; where it has none, what the brief says a result may cost. Cold rows are not judged by what
     * comes after the click (common practice), so a brief of sales or leads says nothing of them.
     */
    static Target target(Playbook playbook, Campaign campaign, Account account, @Nullable BriefBody brief) {
        Target own = playbook.judging(campaign.facts().temperature(), account.currency());
        boolean fits = brief != null
                && brief.targetMinor() > 0
                && (own.temperature() != Temperature.COLD || !brief.result().afterClick());
        return own.value() != null || brief == null || !fits
                ? own
                : new Target(own.temperature(), "cost_per_result", (double) brief.targetMinor(), account.currency());
    }
}
