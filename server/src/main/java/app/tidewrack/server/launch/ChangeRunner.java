package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.launch.LaunchMapper.Standing;
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.NetworkAway;
import app.tidewrack.server.network.NetworkConnector;
import app.tidewrack.server.network.NetworkConnector.AdGroupOrder;
import app.tidewrack.server.network.NetworkConnector.AdOrder;
import app.tidewrack.server.network.NetworkConnector.CreativeOrder;
import app.tidewrack.server.network.NetworkConnector.FormRef;
import app.tidewrack.server.network.NetworkConnector.Order;
import app.tidewrack.server.network.NetworkRefused;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Carries out one change of a launch. The call to the network is made outside any transaction under a key that belongs
 * to the item, so a repeat after a crash or a lost answer finds what was created and creates nothing twice.
 */
@Service
class ChangeRunner {
    private static final Logger LOG = LoggerFactory.getLogger(ChangeRunner.class);
    private static final int MOST_TRIES = 10;
    /** Those that were told to wait do not all come back at once. */
    private static final long SPREAD_MS = 3_000;

    private static final Duration LONGEST_WAIT = Duration.ofSeconds(30);

    private final LaunchMapper mapper;
    private final LiveKeeper live;
    private final ChangeJobs jobs;
    private final Networks networks;
    private final ClientMapper clients;
    private final Accounts accounts;
    private final MediaLibrary media;
    private final FormLibrary forms;
    private final SourceTerms sources;
    private final JsonMapper json;
    private final TransactionTemplate transaction;

    ChangeRunner(
            LaunchMapper mapper,
            LiveKeeper live,
            ChangeJobs jobs,
            Networks networks,
            ClientMapper clients,
            Accounts accounts,
            MediaLibrary media,
            FormLibrary forms,
            SourceTerms sources,
            JsonMapper json,
            TransactionTemplate transaction) {
        this.mapper = mapper;
        this.live = live;
        this.jobs = jobs;
        this.networks = networks;
        this.clients = clients;
        this.accounts = accounts;
        this.media = media;
        this.forms = forms;
        this.sources = sources;
        this.json = json;
        this.transaction = transaction;
    }

    /** @return how long to wait before trying again, or nothing when there is no more to do */
    Optional<Duration> carryOut(String clientId, String launchId, String changeId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow();
        StoredChange change = mapper.change(clientId, launchId, changeId).orElseThrow();
        boolean open = change.state().equals("WAITING") || change.state().equals("RETRYING");
        if (!open || !launch.state().equals("RUNNING")) {
            return Optional.empty();
        }
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
            transaction.executeWithoutResult(t -> failed(clientId, launchId, change, tries, refused.getMessage()));
            return Optional.empty();
        } catch (DuplicateKeyException taken) {
            LOG.warn("Change {} of launch {}: the network gave the id of something else", changeId, launchId);
            transaction.executeWithoutResult(t -> failed(
                    clientId, launchId, change, tries, "The network gave it the id of something else that is there."));
            return Optional.empty();
        }
    }

    private Optional<Duration> away(
            String clientId, String launchId, StoredChange change, int tries, NetworkAway away) {
        Duration asked = away.asksToWait();
        if (asked != null) {
            // It answers, and says when: that is no try gone by, however often.
            mapper.setState(
                    clientId, launchId, change.id(), "RETRYING", Math.max(1, change.tries()), away.getMessage());
            long spread = Math.min(SPREAD_MS, asked.toMillis()) + 1;
            return Optional.of(asked.plusMillis(Math.floorMod(change.id().hashCode(), spread)));
        }
        if (tries % MOST_TRIES == 0) {
            transaction.executeWithoutResult(t -> failed(
                    clientId, launchId, change, tries, "The network did not answer %d times.".formatted(MOST_TRIES)));
            return Optional.empty();
        }
        mapper.setState(clientId, launchId, change.id(), "RETRYING", tries, away.getMessage());
        Duration wait = Duration.ofSeconds(1L << (tries % MOST_TRIES - 1));
        return Optional.of(wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait);
    }

    private String send(String clientId, StoredLaunch launch, StoredChange change) {
        Account account = clients.account(clientId, launch.accountId()).orElseThrow();
        NetworkConnector connector = networks.connector(account.network());
        Level level = Level.valueOf(change.level());
        Action action = Action.valueOf(change.action());
        if (action == Action.CREATE) {
            return create(clientId, launch, change, connector, account);
        }
        String known = known(clientId, launch, change);
        switch (action) {
            case PAUSE, RESUME -> connector.pause(level, known, action == Action.PAUSE);
            case REMOVE -> connector.remove(level, known);
            default -> connector.change(known, order(clientId, launch, change, connector, account));
        }
        return known;
    }

    /** The network's id of the item, which this very launch may have created. */
    private String known(String clientId, StoredLaunch launch, StoredChange change) {
        String known = change.externalId();
        return known != null
                ? known
                : mapper.externalId(clientId, launch.campaignId(), change.itemKey())
                        .orElseThrow();
    }

    private String create(
            String clientId, StoredLaunch launch, StoredChange change, NetworkConnector connector, Account account) {
        Order order = order(clientId, launch, change, connector, account);
        int generation = mapper.generation(clientId, launch.campaignId(), change.itemKey())
                .orElse(0);
        String key = String.join("/", clientId, launch.campaignId(), change.itemKey())
                + (generation == 0 ? "" : "/" + generation);
        String externalId = connector.create(key, order);
        if (mapper.triedBefore(clientId, launch.campaignId(), change.itemKey(), launch.id())) {
            // An earlier launch may have created it with other content; make it what is wanted now.
            connector.change(externalId, order);
        }
        return externalId;
    }

    private Order order(
            String clientId, StoredLaunch launch, StoredChange change, NetworkConnector connector, Account account) {
        Order order = json.readValue(change.payload(), LaunchWishes.orderType(Level.valueOf(change.level())));
        if (order instanceof AdOrder ad) {
            order = new AdOrder(
                    ad.account(), ad.adGroupId(), ad.name(), there(clientId, ad.creative(), connector, account));
        }
        if (change.parentKey() == null) {
            return order;
        }
        String parentId = mapper.externalId(clientId, launch.campaignId(), change.parentKey())
                .orElseThrow();
        Order under = LaunchWishes.under(order, parentId);
        return under instanceof AdGroupOrder group ? group.to(sources.on(clientId, account, group.audience())) : under;
    }

    /** The creative with its media and form on the network. */
    private CreativeOrder there(String clientId, CreativeOrder c, NetworkConnector connector, Account account) {
        c.media().forEach(sha -> media.send(clientId, sha, account.network(), connector));
        FormRef form = c.form();
        if (form == null) {
            return c;
        }
        connector.openAccount(accounts.order(account));
        String externalId = forms.onAccount(clientId, form.id(), form.version(), account, connector);
        return new CreativeOrder(
                c.format(),
                c.brand(),
                c.media(),
                c.bodies(),
                c.headlines(),
                c.descriptions(),
                c.callsToAction(),
                c.link(),
                c.post(),
                c.cards(),
                new FormRef(form.id(), form.version(), externalId),
                c.chat(),
                c.message());
    }

    private void done(String clientId, StoredLaunch launch, StoredChange change, int tries, String externalId) {
        mapper.holdLaunch(clientId, launch.id());
        live.keep(clientId, launch, change, tries, externalId);
        mapper.waitingFor(clientId, launch.id(), change.id())
                .forEach(id -> jobs.schedule(clientId, launch.id(), id, Instant.now()));
        settle(clientId, launch.id());
    }

    private void failed(String clientId, String launchId, StoredChange change, int tries, String problem) {
        mapper.holdLaunch(clientId, launchId);
        mapper.setState(clientId, launchId, change.id(), "FAILED", tries, problem);
        settle(clientId, launchId);
    }

    /** Ends the launch when every change is done, has failed, or waits for one that failed. */
    private void settle(String clientId, String launchId) {
        Standing standing = mapper.standing(clientId, launchId);
        boolean running =
                mapper.launch(clientId, launchId).orElseThrow().state().equals("RUNNING");
        if (standing.open() == 0 && running) {
            mapper.setLaunchState(clientId, launchId, standing.failed() == 0 ? "DONE" : "INCOMPLETE");
        }
    }
}
