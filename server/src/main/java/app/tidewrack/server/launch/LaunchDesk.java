package app.tidewrack.server.launch;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.check.Severity;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.Wanted;
import app.tidewrack.core.launch.WantedItem;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.launch.ChangesView.ChangeTold;
import app.tidewrack.server.launch.ChangesView.DriftTold;
import app.tidewrack.server.launch.drift.Drifts;
import app.tidewrack.server.launch.kept.LaunchMapper;
import app.tidewrack.server.launch.kept.LaunchMapper.ChangeProgress;
import app.tidewrack.server.launch.kept.LaunchMapper.NewLaunch;
import app.tidewrack.server.launch.kept.LaunchMapper.Standing;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.StoredLive;
import app.tidewrack.server.launch.sending.ChangeJobs;
import app.tidewrack.server.launch.words.Wording;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.plan.inspect.PlanInspector.Inspected;
import app.tidewrack.server.plan.inspect.PlanInspector.Surroundings;
import app.tidewrack.server.signoff.kept.Coverages;
import app.tidewrack.server.splittest.TestsAtStake;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Says what a launch would do, and starts it. */
@Service
@RequiredArgsConstructor
public class LaunchDesk {
    /** Changes that are kept in one statement. */
    private static final int AT_ONCE = 200;

    private final LaunchMapper mapper;
    private final LiveMapper live;
    private final Networks networks;
    private final Accounts accounts;
    private final Wording wording;
    private final PlanDesk plans;
    private final PlanInspector inspector;
    private final ChangeJobs jobs;
    private final Drifts drifts;
    private final TestsAtStake tests;
    private final Coverages coverages;

    public record LaunchView(
            String id,
            String campaignId,
            LaunchState state,
            Instant startedAt,
            String person,
            List<ChangeProgress> changes) {}

    /** A campaign as it is planned beside what is on the network. */
    public record Comparison(
            Versioned plan, Inspected inspected, List<WantedItem> wanted, List<LiveItem> live, ChangeList changes) {}

    @Transactional(readOnly = true)
    ChangesView changes(String clientId, String planId, String campaignId) {
        Comparison c = compare(clientId, plans.plan(clientId, planId), campaignId);
        Campaign campaign = c.inspected().campaign();
        Currency currency = campaign.facts().moneyPerRow().currency();
        Optional<StoredLaunch> newest = mapper.newest(clientId, campaignId);
        ItemWords words = wording.of(
                clientId, accounts.account(clientId, campaign.accountId()).network());
        return new ChangesView(
                c.plan().version(),
                coverages.of(clientId, planId, campaignId, c.changes()).stream()
                        .map(covered -> ChangeTold.of(covered, words))
                        .toList(),
                coverages.demanded(clientId),
                c.inspected().findings(),
                currency.getCurrencyCode(),
                LiveItem.daily(c.live(), currency).minor(),
                c.inspected().totals().daily().minor(),
                newest.map(StoredLaunch::id).orElse(null),
                newest.filter(l -> l.state().underWay()).isPresent(),
                newest.map(StoredLaunch::byHand).orElse(false),
                drifts.of(clientId, campaign).stream()
                        .map(d -> DriftTold.of(d, campaign, words))
                        .toList(),
                tests.of(clientId, campaignId, c.changes().changes(), words).orElse(null));
    }

    /**
     * Accepts the change list as it is for this version of the plan and starts carrying it out.
     *
     * @throws Conflict when the plan changed meanwhile or a launch is running
     * @throws Refusal when blockers are left, nothing would change, or the client demands a sign-off that is not there
     */
    @Transactional
    public LaunchView launch(
            String clientId, String planId, String campaignId, int version, Choice choice, String personId) {
        Versioned held = plans.hold(clientId, planId);
        if (held.version() != version) {
            throw new Conflict(
                    "The plan was changed since this list was made: it is at version %d, the list was made on %d. Look at the new list."
                            .formatted(held.version(), version));
        }
        Comparison comparison = compare(clientId, held, campaignId);
        requireLaunchable(clientId, campaignId, comparison);
        ChangeList list = comparison.changes();
        ChangeList chosen = choice.keys() == null ? list : list.chosen(choice.keys());
        coverages.require(clientId, planId, campaignId, chosen);
        String accountId = comparison.inspected().campaign().accountId();
        boolean byHand = choice.byHand()
                || networks.byHand(accounts.account(clientId, accountId).network());
        String launchId = Ids.fresh();
        mapper.insertLaunch(
                clientId,
                new NewLaunch(
                        launchId,
                        planId,
                        campaignId,
                        accountId,
                        personId,
                        byHand ? LaunchState.BY_HAND : LaunchState.RUNNING));
        List<StoredChange> stored = Dispatch.of(chosen, choice.paused());
        for (int from = 0; from < stored.size(); from += AT_ONCE) {
            mapper.insertChanges(clientId, launchId, stored.subList(from, Math.min(stored.size(), from + AT_ONCE)));
        }
        if (!byHand) {
            stored.stream()
                    .filter(c -> c.waitsFor() == null)
                    .forEach(c -> jobs.schedule(clientId, launchId, c.id(), c.action()));
        }
        return view(clientId, launchId);
    }

    private void requireLaunchable(String clientId, String campaignId, Comparison comparison) {
        List<Finding> blockers = comparison.inspected().findings().stream()
                .filter(f -> f.severity() == Severity.BLOCKER)
                .toList();
        if (!blockers.isEmpty()) {
            throw new Refusal(
                    "findings",
                    "%d blockers are left, the first: %s"
                            .formatted(blockers.size(), blockers.get(0).says()),
                    blockers.get(0).mend());
        }
        if (comparison.changes().changes().isEmpty()) {
            throw new Refusal("changes", "The network already has all of this.", "Change something first.");
        }
        mapper.newest(clientId, campaignId).filter(l -> l.state().underWay()).ifPresent(l -> {
            throw new Conflict(
                    l.state() == LaunchState.RUNNING
                            ? "%s has launched this campaign, and it is under way. Wait for it, or stop it."
                                    .formatted(l.person())
                            : "%s has handed this campaign over to be entered by hand. Read the ids back, or stop it."
                                    .formatted(l.person()));
        });
    }

    @Transactional(readOnly = true)
    public Comparison compare(String clientId, Versioned versioned, String campaignId) {
        Plan plan = versioned.plan();
        Campaign campaign = plan.campaign(campaignId);
        Surroundings around = inspector.surroundings(clientId, plan);
        Inspected inspected = inspector.inspect(clientId, plan, campaign, around);
        Account account = Objects.requireNonNull(around.accounts().get(campaign.accountId()));
        Wanted wanted = new Wanted(
                networks.rulebook(account.network()),
                id -> Objects.requireNonNull(around.audiences().get(id)).definition(),
                around.creatives()::get,
                around.clientName());
        List<LiveItem> there =
                live.live(clientId, campaignId).stream().map(StoredLive::item).toList();
        List<WantedItem> items = wanted.of(campaign, inspected.names(), around.tested(campaign));
        return new Comparison(versioned, inspected, items, there, ChangeList.between(campaign, items, there));
    }

    @Transactional(readOnly = true)
    public LaunchView view(String clientId, String launchId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        return new LaunchView(
                launch.id(),
                launch.campaignId(),
                launch.state(),
                launch.startedAt(),
                launch.person(),
                mapper.progress(clientId, launchId));
    }

    /** How far a launch is, in numbers. */
    public record LaunchStanding(LaunchState state, int all, int done, int failed) {}

    @Transactional(readOnly = true)
    public LaunchStanding standing(String clientId, String launchId) {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        Standing standing = mapper.standing(clientId, launchId);
        return new LaunchStanding(launch.state(), standing.all(), standing.done(), standing.failed());
    }

    /** Lets no further change begin; one that is under way ends. */
    @Transactional
    public LaunchView stop(String clientId, String launchId) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        if (launch.state().underWay()) {
            mapper.setLaunchState(clientId, launchId, LaunchState.STOPPED);
        }
        return view(clientId, launchId);
    }

    /**
     * Sends what failed or was stopped once more, and nothing else; what was handed over waits for its ids again.
     *
     * @throws Refusal when a newer launch has taken over
     */
    @Transactional
    public LaunchView sendAgain(String clientId, String launchId) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        boolean newest = mapper.newest(clientId, launch.campaignId())
                .filter(l -> l.id().equals(launchId))
                .isPresent();
        if (!newest || launch.state().underWay() || launch.state() == LaunchState.DONE) {
            throw new Refusal(
                    "launch", "Nothing of this launch is left to send.", "Look at the change list and launch that.");
        }
        mapper.setLaunchState(clientId, launchId, launch.byHand() ? LaunchState.BY_HAND : LaunchState.RUNNING);
        if (launch.byHand()) {
            return view(clientId, launchId);
        }
        List<StoredChange> changes = mapper.changes(clientId, launchId);
        Map<String, ChangeState> states =
                changes.stream().collect(Collectors.toMap(StoredChange::id, StoredChange::state));
        for (StoredChange c : changes) {
            if (c.state() == ChangeState.DONE) {
                continue;
            }
            mapper.setState(clientId, launchId, c.id(), ChangeState.WAITING, c.tries(), null);
            if (c.waitsFor() == null || states.get(c.waitsFor()) == ChangeState.DONE) {
                jobs.schedule(clientId, launchId, c.id(), c.action());
            }
        }
        return view(clientId, launchId);
    }
}
