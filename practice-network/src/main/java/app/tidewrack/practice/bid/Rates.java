package app.tidewrack.practice.bid;

import app.tidewrack.core.network.ObjectiveRule.Action;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.practice.network.Market;
import org.jspecify.annotations.Nullable;

/** How often an average impression brings what is sought or charged. */
public final class Rates {
    /** Share of its chances that an ad wins at the bid that is suggested, and that delivery does not bid under by itself. */
    public static final double USUALLY_WON = 0.12;

    /** No automatic bid goes beyond what wins so many of the chances; money that asks for more is not spent. */
    public static final double MOST_WON = 0.75;

    private static final double INSTALL = 0.04;

    private Rates() {}

    /** Expected number of what a goal seeks, an impression. */
    public static double action(Market market, Market.Place place, GoalRule goal) {
        Market.Actions rates = market.actions();
        double click = place.clickRate();
        return switch (goal.action()) {
            case IMPRESSION -> 1;
            case CLICK -> click;
            case VIEW -> place.viewStart();
            case ENGAGEMENT -> click * rates.engage();
            case FORM_SEND -> click * rates.formOpen() * rates.formSend();
            case MESSAGE -> click * rates.chat();
            case SITE_EVENT -> click * rates.visit() * siteEvent(rates, goal.siteEvent());
        };
    }

    private static double siteEvent(Market.Actions rates, @Nullable String event) {
        return switch (event == null ? "view" : event) {
            case "basket" -> rates.basket();
            case "purchase" -> rates.purchase();
            case "lead" -> rates.lead();
            case "install" -> INSTALL;
            default -> 1;
        };
    }

    /**
     * Expected number of what a bid is for, an impression: what is charged, or where impressions are charged what the goal
     * seeks; a thousandth where that is impressions too, because bids for impressions are for a thousand.
     */
    public static double bidUnit(Market market, Market.Place place, GoalRule goal, Charge charge) {
        return switch (charge) {
            case CLICK -> place.clickRate();
            case VIEW -> place.viewStart();
            case SEND -> 1;
            case IMPRESSION -> goal.action() == Action.IMPRESSION ? 1e-3 : action(market, place, goal);
        };
    }
}
