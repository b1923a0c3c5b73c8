package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.LaunchMapper.StoredLive;
import org.springframework.stereotype.Component;

/** Keeps what a change that was carried out made of the network. */
@Component
class LiveKeeper {
    private final LaunchMapper mapper;

    LiveKeeper(LaunchMapper mapper) {
        this.mapper = mapper;
    }

    /**
     * Call within a transaction that holds the launch.
     *
     * @param externalId the network's id of the item
     */
    void keep(String clientId, StoredLaunch launch, StoredChange change, int tries, String externalId) {
        mapper.setState(clientId, launch.id(), change.id(), "DONE", tries, null);
        switch (Action.valueOf(change.action())) {
            case PAUSE -> mapper.setPaused(clientId, launch.campaignId(), change.itemKey(), true);
            case RESUME -> mapper.setPaused(clientId, launch.campaignId(), change.itemKey(), false);
            case REMOVE -> mapper.setRemoved(clientId, launch.campaignId(), change.itemKey());
            case CREATE, CHANGE ->
                mapper.keepLive(
                        clientId,
                        launch.campaignId(),
                        new StoredLive(
                                change.itemKey(),
                                change.level(),
                                change.name(),
                                launch.accountId(),
                                externalId,
                                change.wanted(),
                                false,
                                "{}"));
        }
    }
}
