package app.tidewrack.server.launch.sending;

import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.server.launch.kept.LaunchMapper;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.Sent;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Keeps what a change that was carried out made of the network. */
@Component
@RequiredArgsConstructor
public class LiveKeeper {
    private final LaunchMapper launches;
    private final LiveMapper live;

    /**
     * Call within a transaction that holds the launch.
     *
     * @param externalId the network's id of the item
     */
    public void keep(String clientId, StoredLaunch launch, StoredChange change, int tries, String externalId) {
        String campaignId = launch.campaignId();
        String key = change.itemKey();
        launches.setState(clientId, launch.id(), change.id(), ChangeState.DONE, tries, null);
        switch (change.action()) {
            case PAUSE -> live.setPaused(clientId, campaignId, key, true);
            case RESUME -> live.setPaused(clientId, campaignId, key, false);
            case REMOVE -> live.setRemoved(clientId, campaignId, key);
            case CREATE, CHANGE ->
                live.keepSent(
                        clientId,
                        new Sent(
                                campaignId,
                                key,
                                change.level(),
                                launch.accountId(),
                                externalId,
                                Objects.requireNonNull(change.settings())));
        }
    }
}
