package app.tidewrack.server.plan;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.check.Place;
import app.tidewrack.core.check.Severity;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanDiff;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.PlanEdit.Applied;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.plan.PlanMapper.HistoryLine;
import app.tidewrack.server.plan.PlanMapper.JournalEntry;
import app.tidewrack.server.plan.PlanMapper.PlanHead;
import app.tidewrack.server.plan.PlanView.CampaignView;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.plan.edit.EditReader;
import app.tidewrack.server.plan.inspect.LiveStates;
import app.tidewrack.server.plan.inspect.LiveStates.LiveAd;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.plan.inspect.PlanInspector.Surroundings;
import app.tidewrack.server.plan.inspect.Silences;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The one door through which plans change. */
@Service
@RequiredArgsConstructor
public class PlanDesk {
    private final PlanMapper mapper;
    private final PlanStore store;
    private final EditReader reader;
    private final PlanInspector inspector;
    private final LiveStates live;
    private final Silences silences;
    private final ToldViews told;

    /** A plan with the version at which it was read. */
    public record Versioned(Plan plan, int version) {}

    public record PlanLine(String id, String name, int version) {}

    public List<PlanLine> plans(String clientId) {
        return mapper.plans(clientId).stream()
                .map(h -> new PlanLine(h.id(), h.name(), h.version()))
                .toList();
    }

    /**
     * A campaign that cannot be launched as it is.
     *
     * @param says the first blocker
     * @param place where that is mended
     */
    public record BlockedCampaign(
            String planId, String campaignId, String name, int blockers, String says, Place place) {}

    @Transactional(readOnly = true)
    public List<BlockedCampaign> blocked(String clientId) {
        List<BlockedCampaign> blocked = new ArrayList<>();
        for (PlanLine line : plans(clientId)) {
            Plan plan = plan(clientId, line.id()).plan();
            Surroundings around = inspector.surroundings(clientId, plan);
            for (Campaign campaign : plan.campaigns()) {
                List<Finding> blockers = inspector.inspect(clientId, plan, campaign, around).findings().stream()
                        .filter(f -> f.severity() == Severity.BLOCKER)
                        .toList();
                // One without rows or columns is only begun.
                if (!blockers.isEmpty() && campaign.ads() > 0) {
                    Finding first = blockers.get(0);
                    blocked.add(new BlockedCampaign(
                            plan.id(),
                            campaign.id(),
                            campaign.facts().name(),
                            blockers.size(),
                            first.says(),
                            first.place()));
                }
            }
        }
        return blocked;
    }

    /** @throws Refusal when the name is not legal or taken */
    @Transactional
    public PlanView add(String clientId, String name) {
        String checked = CampaignFacts.checkedName(name);
        if (mapper.plans(clientId).stream().anyMatch(p -> p.name().equalsIgnoreCase(checked))) {
            throw new Refusal("name", "Another plan is called “%s”.".formatted(checked), "Choose another name.");
        }
        String id = Ids.fresh();
        mapper.insertPlan(clientId, id, checked);
        return view(clientId, id);
    }

    @Transactional(readOnly = true)
    public Versioned plan(String clientId, String planId) {
        PlanHead head = mapper.head(clientId, planId).orElseThrow(() -> new NotFound("plan", planId));
        return new Versioned(store.load(clientId, head), head.version());
    }

    /** Holds the plan until the transaction ends, so that nobody edits it meanwhile. */
    public Versioned hold(String clientId, String planId) {
        PlanHead head = mapper.hold(clientId, planId).orElseThrow(() -> new NotFound("plan", planId));
        return new Versioned(store.load(clientId, head), head.version());
    }

    public List<HistoryLine> history(String clientId, String planId) {
        return mapper.history(clientId, planId);
    }

    @Transactional(readOnly = true)
    public PlanView view(String clientId, String planId) {
        Versioned versioned = plan(clientId, planId);
        return view(clientId, versioned.plan(), versioned.version());
    }

    /**
     * Applies an edit, once: the same {@code editId} again changes nothing and answers the plan as it is.
     *
     * @throws Conflict when the plan is no longer at {@code version}
     */
    @Transactional
    public PlanView edit(String clientId, String planId, String personId, String editId, int version, EditBody body) {
        return edit(clientId, planId, personId, editId, version, plan -> reader.read(clientId, plan, body));
    }

    /** Likewise, an edit that is made of the plan as it is held. */
    @Transactional
    public PlanView edit(
            String clientId,
            String planId,
            String personId,
            String editId,
            int version,
            Function<Plan, PlanEdit> made) {
        Versioned held = hold(clientId, planId);
        if (mapper.hasEdit(clientId, planId, editId)) {
            return view(clientId, held.plan(), held.version());
        }
        requireVersion(clientId, planId, held, version);
        PlanEdit edit = made.apply(held.plan());
        Applied applied = apply(clientId, held, edit);
        mapper.dropUndone(clientId, planId);
        mapper.journal(clientId, planId, editId, edit, applied.inverse(), applied.words(), personId);
        return view(clientId, applied.plan(), held.version() + 1);
    }

    @Transactional
    public PlanView undo(String clientId, String planId, int version) {
        Versioned held = hold(clientId, planId);
        requireVersion(clientId, planId, held, version);
        JournalEntry last = mapper.lastDone(clientId, planId)
                .orElseThrow(() -> new Refusal("undo", "There is nothing to undo.", "Make a change first."));
        Applied applied = apply(clientId, held, last.inverse());
        mapper.setState(clientId, planId, last.number(), "UNDONE");
        return view(clientId, applied.plan(), held.version() + 1);
    }

    @Transactional
    public PlanView redo(String clientId, String planId, int version) {
        Versioned held = hold(clientId, planId);
        requireVersion(clientId, planId, held, version);
        JournalEntry next = mapper.firstUndone(clientId, planId)
                .orElseThrow(() -> new Refusal("redo", "There is nothing to redo.", "Undo a change first."));
        Applied applied = apply(clientId, held, next.edit());
        mapper.setState(clientId, planId, next.number(), "DONE");
        return view(clientId, applied.plan(), held.version() + 1);
    }

    /** Silences a warning or hint for a reason, or lets it be told again. */
    @Transactional
    public PlanView silence(
            String clientId,
            String planId,
            String campaignId,
            String rule,
            @Nullable String rowId,
            @Nullable String columnId,
            @Nullable String why,
            String personId) {
        Versioned held = hold(clientId, planId);
        Campaign campaign = held.plan().campaign(campaignId);
        Surroundings around = inspector.surroundings(clientId, held.plan());
        List<Finding> findings =
                inspector.inspect(clientId, held.plan(), campaign, around).findings();
        silences.set(clientId, campaignId, findings, rule, rowId, columnId, why, personId);
        return view(clientId, held.plan(), held.version());
    }

    private void requireVersion(String clientId, String planId, Versioned held, int version) {
        if (held.version() != version) {
            String last = mapper.history(clientId, planId).stream()
                    .findFirst()
                    .map(h -> " The last change, “%s”, was by %s.".formatted(h.words(), h.person()))
                    .orElse("");
            throw new Conflict(
                    "The plan was changed meanwhile: it is at version %d, the edit was made on %d.%s Look at it and repeat the edit."
                            .formatted(held.version(), version, last));
        }
    }

    private Applied apply(String clientId, Versioned held, PlanEdit edit) {
        Applied applied = edit.applyTo(held.plan());
        PlanDiff diff = PlanDiff.between(held.plan(), applied.plan());
        diff.removedCampaigns()
                .forEach(id -> requireNotRunning(clientId, held.plan().campaign(id)));
        store.keep(clientId, held.plan().id(), diff);
        if (mapper.nextVersion(clientId, held.plan().id(), held.version()) == 0) {
            throw new Conflict("The plan was changed meanwhile. Look at it and repeat the edit.");
        }
        store.remember(clientId, applied.plan(), held.version() + 1);
        return applied;
    }

    private void requireNotRunning(String clientId, Campaign campaign) {
        if (live.launching(clientId, campaign.id())) {
            throw new Refusal(
                    "campaignId",
                    "A launch of %s is under way.".formatted(campaign.facts().name()),
                    "Wait for it, or stop it, then remove the campaign.");
        }
        long running = live.runningAds(clientId, campaign.id());
        if (running > 0) {
            throw new Refusal(
                    "campaignId",
                    "%s has %d ads on the network.".formatted(campaign.facts().name(), running),
                    "Switch them off and launch that, then remove the campaign.");
        }
    }

    private PlanView view(String clientId, Plan plan, int version) {
        Surroundings around = inspector.surroundings(clientId, plan);
        Map<String, List<LiveAd>> ads =
                live.ads(clientId, plan.id()).stream().collect(Collectors.groupingBy(LiveAd::campaignId));
        List<CampaignView> campaigns = plan.campaigns().stream()
                .map(c -> PlanView.of(
                        inspector.inspect(clientId, plan, c, around),
                        around.live(c),
                        ads.getOrDefault(c.id(), List.of())))
                .toList();
        return told.remember(new PlanView(
                plan.id(),
                plan.name(),
                version,
                "%d.%08x".formatted(version, campaigns.hashCode()),
                mapper.lastDone(clientId, plan.id()).map(JournalEntry::words).orElse(null),
                mapper.firstUndone(clientId, plan.id()).map(JournalEntry::words).orElse(null),
                campaigns));
    }
}
