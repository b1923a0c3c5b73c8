package app.tidewrack.server.playbook;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.playbook.Advice;
import app.tidewrack.core.playbook.Move;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.plan.edit.EditBody.BidOffer;
import app.tidewrack.server.plan.edit.EditBody.CellBody;
import app.tidewrack.server.plan.edit.EditBody.FactsBody;
import app.tidewrack.server.playbook.RunningCampaigns.Running;
import app.tidewrack.server.web.Ids;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Makes the edits of an advice, one after the other, on a plan that is held. */
final class AdviceEdits {
    private static final String SCALING = " scaling";

    private final PlanDesk plans;
    private final String clientId;
    private final Running running;
    private final String personId;
    private int version;

    AdviceEdits(PlanDesk plans, String clientId, Running running, String personId) {
        this.plans = plans;
        this.clientId = clientId;
        this.running = running;
        this.personId = personId;
        version = plans.hold(clientId, running.plan().id()).version();
    }

    private Plan edit(EditBody body) {
        plans.edit(clientId, running.plan().id(), personId, Ids.fresh(), version, body);
        PlanDesk.Versioned now = plans.plan(clientId, running.plan().id());
        version = now.version();
        return now.plan();
    }

    /** Gives the campaign whose change list is to be looked at. */
    String make(Move move, Advice advice, double amount, Playbook playbook) {
        Campaign campaign = running.campaign();
        String id = campaign.id();
        List<String> row = List.of(advice.rowId());
        switch (move) {
            case RAISE -> {
                if (!(amount > 0 && amount <= Playbook.MOST_RAISE)) {
                    throw new Refusal(
                            "amount",
                            "A raise by %s %% is over the most of one step, %d %%."
                                    .formatted(plain(amount), Playbook.MOST_RAISE),
                            "Raise it less, and again in some days.");
                }
                edit(new EditBody.RowMoney(id, row, "+%s %%".formatted(plain(amount))));
            }
            case SIDEWAYS -> {
                int times = move == advice.move() ? (int) amount : playbook.copies();
                edit(new EditBody.RowCopy(id, row, times));
            }
            case DOUBLE -> {
                Set<String> before = ids(campaign);
                Campaign after = edit(new EditBody.RowCopy(id, row, 1)).campaign(id);
                edit(new EditBody.RowMoney(id, fresh(after, before), "×2"));
            }
            case STOP, STOP_WITHOUT_RESULTS ->
                edit(new EditBody.CellSwitch(
                        id,
                        campaign.onColumns(advice.rowId()).stream()
                                .map(c -> new CellBody(advice.rowId(), c.id()))
                                .toList(),
                        false,
                        "stopped on the playbook’s advice"));
            case RAISE_BID -> {
                Row of = campaign.row(advice.rowId());
                BidStrategy strategy = of.delivery().bid().strategy();
                edit(new EditBody.RowDelivery(
                        id,
                        row,
                        null,
                        new BidOffer(strategy, typed(Objects.requireNonNull(advice.money()))),
                        null,
                        null,
                        null));
            }
            case SHIFT -> {
                Row to = campaign.row(Objects.requireNonNull(advice.toRowId()));
                Money part = Money.ofMinor(
                        Math.round(to.money().minor() * amount / 100),
                        to.money().currency().getCurrencyCode());
                edit(new EditBody.RowMoney(id, row, "-" + typed(part)));
                edit(new EditBody.RowMoney(id, List.of(to.id()), "+" + typed(part)));
            }
            case TO_SCALING -> {
                return toScaling(campaign, row, amount);
            }
            case REFRESH, LEAVE_ALONE -> {
                // Nothing of the plan changes: a fresh creative is made first.
            }
        }
        return id;
    }

    /** Copies in a scaling campaign of the account, with more money; the test stays as it was. */
    private String toScaling(Campaign campaign, List<String> row, double percent) {
        Plan plan = plans.plan(clientId, running.plan().id()).plan();
        Optional<Campaign> there = plan.campaigns().stream()
                .filter(c -> c.accountId().equals(campaign.accountId())
                        && c.facts().purpose() == Purpose.SCALING
                        && c.facts().objective().equals(campaign.facts().objective())
                        && c.facts().flight().end().isAfter(running.scene().today()))
                .findFirst();
        Campaign to = there.orElseGet(() -> {
            Plan after = edit(new EditBody.NewCampaign(campaign.accountId(), scalingFacts(campaign), null, null, null));
            return after.campaigns().get(after.campaigns().size() - 1);
        });
        Set<String> before = ids(to);
        Campaign after =
                edit(new EditBody.RowsInto(campaign.id(), row, to.id())).campaign(to.id());
        if (after.facts().budgeting().shared() == null) {
            edit(new EditBody.RowMoney(to.id(), fresh(after, before), "+%s %%".formatted(plain(percent))));
        }
        return to.id();
    }

    private FactsBody scalingFacts(Campaign campaign) {
        CampaignFacts f = campaign.facts();
        String name = f.name();
        int room = CampaignFacts.LONGEST_NAME - SCALING.length();
        LocalDate today = running.scene().today();
        return new FactsBody(
                (name.length() > room ? name.substring(0, room) : name) + SCALING,
                f.objective(),
                f.temperature(),
                Purpose.SCALING,
                today.isAfter(f.flight().start()) ? today : f.flight().start(),
                f.flight().lastDay(),
                f.budgeting().basis(),
                false,
                f.subject(),
                typed(f.moneyPerRow()));
    }

    private static Set<String> ids(Campaign campaign) {
        return campaign.rows().stream().map(Row::id).collect(Collectors.toSet());
    }

    private static List<String> fresh(Campaign campaign, Set<String> before) {
        return campaign.rows().stream()
                .map(Row::id)
                .filter(id -> !before.contains(id))
                .toList();
    }

    private static String plain(double value) {
        return BigDecimal.valueOf(Math.round(value * 100), 2)
                .stripTrailingZeros()
                .toPlainString();
    }

    static String typed(Money money) {
        return BigDecimal.valueOf(money.minor(), Math.max(0, money.currency().getDefaultFractionDigits()))
                .toPlainString();
    }
}
