package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Level;
import app.tidewrack.server.launch.LaunchMapper.LiveCampaign;
import app.tidewrack.server.launch.LaunchMapper.NewLaunch;
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.web.Ids;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Pauses everything that a client has on all networks at once, and lets it run on. Each campaign gets a launch of one change, so
 * it is repeated until the network takes it, and told like any other.
 */
@Service
public class Standstill {
    private final LaunchMapper mapper;
    private final ChangeJobs jobs;

    Standstill(LaunchMapper mapper, ChangeJobs jobs) {
        this.mapper = mapper;
        this.jobs = jobs;
    }

    /** Campaigns that are on a network, paused or not, and the change of that which is under way. */
    public List<LiveCampaign> campaigns(String clientId) {
        return mapper.liveCampaigns(clientId);
    }

    /** Pauses or resumes every campaign that is not so yet; a launch that is under way there is stopped first. */
    @Transactional
    public List<LiveCampaign> set(String clientId, String personId, boolean paused) {
        for (LiveCampaign campaign : mapper.liveCampaigns(clientId)) {
            if (campaign.paused() != paused) {
                change(clientId, personId, campaign, paused ? Action.PAUSE : Action.RESUME);
            }
        }
        return mapper.liveCampaigns(clientId);
    }

    private void change(String clientId, String personId, LiveCampaign campaign, Action action) {
        mapper.newest(clientId, campaign.campaignId())
                .filter(StoredLaunch::underWay)
                .ifPresent(l -> {
                    mapper.holdLaunch(clientId, l.id());
                    mapper.setLaunchState(clientId, l.id(), "STOPPED");
                });
        String launchId = Ids.fresh();
        String changeId = Ids.fresh();
        mapper.insertLaunch(
                clientId,
                new NewLaunch(
                        launchId, campaign.planId(), campaign.campaignId(), campaign.accountId(), personId, "RUNNING"));
        mapper.insertChanges(
                clientId,
                launchId,
                List.of(new StoredChange(
                        changeId,
                        0,
                        action.name(),
                        Level.CAMPAIGN.name(),
                        campaign.campaignId(),
                        null,
                        null,
                        campaign.name(),
                        campaign.externalId(),
                        "[]",
                        "{}",
                        "{}",
                        "WAITING",
                        0,
                        null)));
        jobs.schedule(clientId, launchId, changeId, Instant.now());
    }
}
