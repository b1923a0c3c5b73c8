package app.tidewrack.practice.bid;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.World;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Suggests bids. */
@RestController
@RequestMapping("/networks/{network}/accounts/{account}/bids")
@RequiredArgsConstructor
class BidController {
    /** Shares of chances won at the low end, the suggestion and the high end. */
    private static final double[] WON = {0.02, Rates.USUALLY_WON, 0.45};

    private final Networks networks;
    private final AccountDesk accounts;
    private final Matcher matcher;
    private final Fields fields;
    private final World world;

    /** @param goal null for the objective's usual one; likewise the charge; no placements means all */
    record BidQuestion(
            String objective,
            @Nullable String goal,
            @Nullable Charge charge,
            @Nullable List<String> placements,
            AudienceDefinition audience) {}

    /**
     * In minor units of the account's currency, for one of what is bid for.
     *
     * @param perThousand true when a bid is for a thousand impressions
     */
    record BidAnswer(long lowestMinor, long fromMinor, long suggestedMinor, long toMinor, boolean perThousand) {}

    @PostMapping
    BidAnswer suggest(@PathVariable String network, @PathVariable String account, @RequestBody BidQuestion question) {
        Network of = networks.network(network);
        Account by = accounts.account(network, account);
        GoalRule goal = goal(of, question);
        Charge asked = question.charge();
        Charge charge = asked == null ? goal.charged().get(0) : asked;
        MoneyRule money = of.rulebook().money(by.currency()).orElseThrow();
        double dear = PersonPrice.mean(
                world, matcher.crowd(of, by, question.audience()).whole());
        long[] bids = new long[WON.length];
        for (int i = 0; i < WON.length; i++) {
            bids[i] = Math.max(money.lowestBidMinor(), bid(of, by.currency(), question, goal, charge, WON[i], dear));
        }
        boolean perThousand = charge == Charge.IMPRESSION && goal.action() == ObjectiveRule.Action.IMPRESSION;
        return new BidAnswer(money.lowestBidMinor(), bids[0], bids[1], bids[2], perThousand);
    }

    private static GoalRule goal(Network network, BidQuestion question) {
        return network.rulebook()
                .objective(question.objective())
                .orElseThrow(() -> new Refusal(
                        "objective", "“%s” is not offered.".formatted(question.objective()), "See the rulebook."))
                .goal(question.goal());
    }

    /** The cheapest bid over the placements that wins a share of the chances. */
    private long bid(
            Network network,
            Currency currency,
            BidQuestion question,
            GoalRule goal,
            Charge charge,
            double won,
            double dear) {
        Market market = network.market();
        List<String> wanted = question.placements();
        double cheapest = market.placements().keySet().stream()
                .filter(p -> wanted == null || wanted.isEmpty() || wanted.contains(p))
                .mapToDouble(p -> fields.field(network, p).winning(won)
                        / Rates.bidUnit(
                                market,
                                Objects.requireNonNull(market.placements().get(p)),
                                goal,
                                charge))
                .min()
                .orElseThrow(() -> new Refusal("placements", "None of these is a placement.", "See the rulebook."));
        double euros = cheapest * dear * market.thousandEur() / 1000;
        return Math.round(euros / world.inEuros(currency) * Math.pow(10, currency.getDefaultFractionDigits()));
    }
}
