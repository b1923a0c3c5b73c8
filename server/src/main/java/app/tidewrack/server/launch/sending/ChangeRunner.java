package app.tidewrack.server.launch.sending;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Orders.Under;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.CreativeSettings.FormSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.patience.Backoff;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.launch.kept.LaunchMapper;
import app.tidewrack.server.launch.kept.LaunchMapper.Standing;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.network.PatienceSettings;
import app.tidewrack.server.source.SourceTerms;
import java.time.Duration;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Carries out one change of a launch. The call to the network is made outside any transaction under a key that belongs
 * to the item, so a repeat after a crash or a lost answer finds what was created and creates nothing twice.
 */
@Service
@RequiredArgsConstructor
class ChangeRunner {
    private static final Logger LOG = LoggerFactory.getLogger(ChangeRunner.class);
    /** Those that were told to wait do not all come back at once. */
    private static final long SPREAD_MS = 3_000;

    /** Changes that one network is sent at once; none holds up another's. */
    private static final int MOST_AT_ONCE = 6;

    private static final String OUR_FAULT =
            "The server failed at this, and it is noted. It is tried again until somebody stops it.";

    private static final long PATIENCE_MS = 250;
    private static final int FULL_MS = 600;

    private final LaunchMapper mapper;
    private final LiveMapper live;
    private final LiveKeeper keeper;
    private final ChangeJobs jobs;
    private final Networks networks;
    private final ClientMapper clients;
    private final Accounts accounts;
    private final MediaLibrary media;
    private final FormLibrary forms;
    private final SourceTerms sources;
    private final PatienceSettings patience;
    private final TransactionTemplate transaction;
    private final Map<String, Semaphore> lanes = new ConcurrentHashMap<>();

    /**
     * Does it, or says when to try again: a network that is away is waited for until it is back or a person stops the launch.
     *
     * @return how long to wait before trying again, or nothing when there is no more to do
     */
    Optional<Duration> carryOut(String clientId, String launchId, String changeId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow();
        StoredChange change = mapper.change(clientId, launchId, changeId).orElseThrow();
        if (!change.state().open() || launch.state() != LaunchState.RUNNING) {
            return Optional.empty();
        }
        if (change.action().standsOrRuns()) {
            return carryOut(clientId, launch, change);
        }
        Semaphore lane = lane(clientId, launch);
        if (!entered(lane)) {
            return Optional.of(Duration.ofMillis(ThreadLocalRandom.current().nextInt(FULL_MS / 2, FULL_MS)));
        }
        try {
            return carryOut(clientId, launch, change);
        } finally {
            lane.release();
        }
    }

    private Semaphore lane(String clientId, StoredLaunch launch) {
        String network =
                clients.account(clientId, launch.accountId()).orElseThrow().network();
        return lanes.computeIfAbsent(network, n -> new Semaphore(MOST_AT_ONCE));
    }

    private static boolean entered(Semaphore lane) {
        try {
            return lane.tryAcquire(PATIENCE_MS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private Optional<Duration> carryOut(String clientId, StoredLaunch launch, StoredChange change) {
        String launchId = launch.id();
        String changeId = change.id();
        int tries = change.tries() + 1;
        mapper.setState(clientId, launchId, changeId, change.state(), tries, change.problem());
        try {
            String externalId = send(clientId, launch, change);
            transaction.executeWithoutResult(t -> done(clientId, launch, change, tries, externalId));
            LOG.debug("Change {} of launch {}: done, try {}", changeId, launchId, tries);
            return Optional.empty();
        } catch (NetworkAway away) {
            LOG.info("Change {} of launch {}: network away, try {}", changeId, launchId, tries);
            return away(clientId, launchId, change, tries, away);
        } catch (NetworkRefused | Refusal refused) {
            transaction.executeWithoutResult(
                    t -> failed(clientId, launchId, change, tries, Objects.requireNonNull(refused.getMessage())));
            return Optional.empty();
        } catch (DuplicateKeyException taken) {
            LOG.warn("Change {} of launch {}: the network gave the id of something else", changeId, launchId);
            transaction.executeWithoutResult(t -> failed(
                    clientId, launchId, change, tries, "The network gave it the id of something else that is there."));
            return Optional.empty();
        } catch (DataAccessException | TransactionException fault) {
            // Of the database, which cannot be told what is wrong with it.
            throw fault;
        } catch (RuntimeException | Error fault) {
            mapper.setState(clientId, launchId, changeId, ChangeState.RETRYING, tries, OUR_FAULT);
            throw fault;
        }
    }

    private Optional<Duration> away(
            String clientId, String launchId, StoredChange change, int tries, NetworkAway away) {
        Duration asked = away.asksToWait();
        if (asked != null) {
            // It answers, and says when: that is no try gone by, however often.
            mapper.setState(
                    clientId, launchId, change.id(), ChangeState.RETRYING, Math.max(1, change.tries()), goesOn(away));
            long spread = Math.min(SPREAD_MS, asked.toMillis()) + 1;
            return Optional.of(asked.plusMillis(Math.floorMod(change.id().hashCode(), spread)));
        }
        mapper.setState(clientId, launchId, change.id(), ChangeState.RETRYING, tries, goesOn(away));
        Backoff waits = change.action().standsOrRuns() ? patience.waitsOfPauses() : patience.waits();
        return Optional.of(waits.after(tries, ThreadLocalRandom.current()));
    }

    private static String goesOn(NetworkAway away) {
        return away.fact() + " It is told again until it takes this, or somebody stops it.";
    }

    private String send(String clientId, StoredLaunch launch, StoredChange change) {
        Account account = clients.account(clientId, launch.accountId()).orElseThrow();
        NetworkConnector connector = networks.connector(account.network());
        if (change.action() == Action.CREATE) {
            return create(clientId, launch, change, connector, account);
        }
        String known = known(clientId, launch, change);
        switch (change.action()) {
            case PAUSE, RESUME -> connector.pause(change.level(), known, change.action() == Action.PAUSE);
            case REMOVE -> connector.remove(change.level(), known);
            default ->
                connector.change(
                        known, under(clientId, launch, change, account), there(clientId, change, connector, account));
        }
        return known;
    }

    /** The network's id of the item, which this very launch may have created. */
    private String known(String clientId, StoredLaunch launch, StoredChange change) {
        String known = change.externalId();
        return known != null
                ? known
                : live.externalId(clientId, launch.campaignId(), change.itemKey())
                        .orElseThrow();
    }

    private String create(
            String clientId, StoredLaunch launch, StoredChange change, NetworkConnector connector, Account account) {
        if (change.level() == Level.CAMPAIGN) {
            connector.openAccount(accounts.order(account));
        }
        Under under = under(clientId, launch, change, account);
        Settings wanted = there(clientId, change, connector, account);
        int generation =
                live.generation(clientId, launch.campaignId(), change.itemKey()).orElse(0);
        String key = String.join("/", clientId, launch.campaignId(), change.itemKey())
                + (generation == 0 ? "" : "/" + generation);
        String externalId = connector.create(key, under, wanted);
        if (mapper.triedBefore(clientId, launch.campaignId(), change.itemKey(), launch.id())) {
            // An earlier launch may have created it with other content; make it what is wanted now.
            connector.change(externalId, under, wanted);
        }
        return externalId;
    }

    /** The network's ids of what the item belongs to. */
    private Under under(String clientId, StoredLaunch launch, StoredChange change, Account account) {
        return new Under(
                account.externalId(),
                launch.key(change.itemKey())
                        .parent()
                        .map(ItemKey::text)
                        .map(parent -> live.externalId(clientId, launch.campaignId(), parent)
                                .orElseThrow())
                        .orElse(""));
    }

    /** What is wanted as the network takes it: its own ids of sources and forms, which are made there with media on the way. */
    private Settings there(String clientId, StoredChange change, NetworkConnector connector, Account account) {
        Settings wanted = Objects.requireNonNull(change.settings());
        if (wanted instanceof GroupSettings group) {
            return group.to(sources.on(clientId, account, group.audience()));
        } else if (wanted instanceof AdSettings ad) {
            return ad.showing(there(clientId, ad.creative(), connector, account));
        }
        return wanted;
    }

    private CreativeSettings there(String clientId, CreativeSettings c, NetworkConnector connector, Account account) {
        Stream.concat(c.media().stream(), c.posters().stream())
                .filter(sha -> !sha.isEmpty())
                .forEach(sha -> media.send(clientId, sha, account.network(), connector));
        FormSettings form = c.form();
        if (form == null) {
            return c;
        }
        connector.openAccount(accounts.order(account));
        return c.asking(forms.onAccount(clientId, form.id(), form.version(), account, connector));
    }

    private void done(String clientId, StoredLaunch launch, StoredChange change, int tries, String externalId) {
        mapper.holdLaunch(clientId, launch.id());
        keeper.keep(clientId, launch, change, tries, externalId);
        mapper.waitingFor(clientId, launch.id(), change.id())
                .forEach(w -> jobs.schedule(clientId, launch.id(), w.id(), w.action()));
        settle(clientId, launch.id());
    }

    private void failed(String clientId, String launchId, StoredChange change, int tries, String problem) {
        mapper.holdLaunch(clientId, launchId);
        mapper.setState(clientId, launchId, change.id(), ChangeState.FAILED, tries, problem);
        settle(clientId, launchId);
    }

    /** Ends the launch when every change is done, has failed, or waits for one that failed. */
    private void settle(String clientId, String launchId) {
        Standing standing = mapper.standing(clientId, launchId);
        LaunchState now = mapper.launch(clientId, launchId).orElseThrow().state();
        if (standing.open() == 0 && now == LaunchState.RUNNING) {
            mapper.setLaunchState(
                    clientId, launchId, standing.failed() == 0 ? LaunchState.DONE : LaunchState.INCOMPLETE);
        }
    }
}
