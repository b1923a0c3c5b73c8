package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.core.launch.Level;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.launch.kept.LaunchMapper;
import app.tidewrack.server.launch.kept.LaunchMapper.NewLaunch;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.LiveCampaign;
import app.tidewrack.server.launch.sending.ChangeJobs;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Ids;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Pauses everything that a client has on all networks at once, and lets it run on. Each campaign gets a launch of one change, so
 * it is repeated until the network takes it, and told like any other.
 */
@Service
@RequiredArgsConstructor
public class Standstill {
    private final LaunchMapper mapper;
    private final LiveMapper live;
    private final ChangeJobs jobs;
    private final Accounts accounts;
    private final Networks networks;

    /** Campaigns that are on a network, paused or not, and the change of that which is under way. */
    public List<LiveCampaign> campaigns(String clientId) {
        return live.liveCampaigns(clientId);
    }

    /**
     * Pauses or resumes every campaign that is not so yet; a launch that is under way there is stopped first. One that was to be made
     * otherwise, and that the network has not taken yet, is left as it is. Where a person enters what is planned, it is handed over.
     */
    @Transactional
    public List<LiveCampaign> set(String clientId, String personId, boolean paused) {
        for (LiveCampaign campaign : live.liveCampaigns(clientId)) {
            Action wanted = paused ? Action.PAUSE : Action.RESUME;
            if (campaign.paused() != paused) {
                change(clientId, personId, campaign, wanted);
            } else if (campaign.doing() != null && campaign.doing() != wanted) {
                stop(clientId, campaign);
            }
        }
        return live.liveCampaigns(clientId);
    }

    private void change(String clientId, String personId, LiveCampaign campaign, Action action) {
        stop(clientId, campaign);
        boolean byHand =
                networks.byHand(accounts.account(clientId, campaign.accountId()).network());
        String launchId = Ids.fresh();
        String changeId = Ids.fresh();
        mapper.insertLaunch(
                clientId,
                new NewLaunch(
                        launchId,
                        campaign.planId(),
                        campaign.campaignId(),
                        campaign.accountId(),
                        personId,
                        byHand ? LaunchState.BY_HAND : LaunchState.RUNNING));
        mapper.insertChanges(
                clientId,
                launchId,
                List.of(new StoredChange(
                        changeId,
                        0,
                        action,
                        Level.CAMPAIGN,
                        campaign.campaignId(),
                        null,
                        campaign.name(),
                        campaign.externalId(),
                        null,
                        null,
                        ChangeState.WAITING,
                        0,
                        null)));
        if (!byHand) {
            jobs.schedule(clientId, launchId, changeId, action);
        }
    }

    private void stop(String clientId, LiveCampaign campaign) {
        mapper.newest(clientId, campaign.campaignId())
                .filter(l -> l.state().underWay())
                .ifPresent(l -> {
                    mapper.holdLaunch(clientId, l.id());
                    mapper.setLaunchState(clientId, l.id(), LaunchState.STOPPED);
                });
    }
}
