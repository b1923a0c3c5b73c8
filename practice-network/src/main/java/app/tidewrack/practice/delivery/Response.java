package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.network.ObjectiveRule.Action;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.practice.creative.CreativeOrder;
import app.tidewrack.practice.creative.Medium;
import app.tidewrack.practice.engagement.SiteEvent;
import app.tidewrack.practice.engagement.Tie;
import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.report.Measure;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import lombok.RequiredArgsConstructor;

/**
 * How one person responds to one impression. Rates are the market's, moved by how the creative and the client take that
 * person, by how fresh the ad is to them, and by whether they have a tie to the client already.
 */
@RequiredArgsConstructor
final class Response {
    /** The network shows ads to those likelier to respond, which lifts the mean; taken out of the base rates again. */
    private static final double CHOSEN = 1.22;

    /** Those who were chosen and clicked want it more than others do, which lifts the mean; taken out of the base rates again. */
    private static final double CAME = 1.8;

    private static final double WARM_CLICKS = 1.7;
    private static final double WARM_WANTS = 1.6;
    private static final double OPENS_MESSAGE = 0.45;
    private static final double INSTALLS = 0.04;
    private static final double WITHOUT_CLICK = 0.05;

    /** e to the minus this times the share: about one in ten who start a video watch 95 % of it (common practice). */
    private static final double LEAVING = 2.4;

    private static final double BUYS_AT_ONCE = 0.55;
    private static final double MEAN_DELAY_HOURS = 34;
    private static final double ORDER_SPREAD = 0.5;

    private final Market market;
    private final SplittableRandom random;
    private final double minorPerEuro;

    /**
     * The impression at hand.
     *
     * @param attention of its slot
     * @param appeal of the parts shown
     * @param draw how much likelier than average this person is to act, wants likewise to buy
     * @param ties notes what the person did
     */
    record Seen(
            AdRun ad,
            GoalRule goal,
            Market.Place place,
            double attention,
            double appeal,
            double draw,
            double wants,
            double freshness,
            boolean warm,
            boolean mayEngage,
            boolean hasTag,
            Consumer<TieTo> ties) {}

    /** A tie without its scope, which whoever notes it knows. */
    record TieTo(String kind, String subject) {
        Tie in(String scope) {
            return new Tie(scope, kind, subject);
        }
    }

    /** Lets the person respond; true when they did what the goal seeks. */
    boolean respond(Seen seen, Outcome outcome) {
        Optional<Medium> video = seen.ad().video();
        boolean viewed = video.isPresent() && watch(seen, video.get(), outcome);
        double click = clickRate(seen);
        boolean engaged = seen.mayEngage() && happens(click * market.actions().engage());
        if (engaged) {
            outcome.now(Measure.ENGAGEMENTS, 1);
            CreativeOrder order = seen.ad().creative().order();
            seen.ties().accept(new TieTo("engaged", order.profile() == null ? "" : order.profile()));
        }
        boolean message = seen.ad().creative().needs() == Need.MESSAGE;
        boolean opened = message && happens(OPENS_MESSAGE * Math.min(2, seen.draw()));
        if (opened) {
            outcome.now(Measure.CHATS, 1);
        }
        boolean clicked = message ? opened && happens(0.12 * seen.draw()) : happens(click);
        boolean acted = clicked ? afterClick(seen, outcome) : withoutClick(seen, click, outcome);
        return switch (seen.goal().action()) {
            case IMPRESSION -> true;
            case CLICK -> clicked;
            case VIEW -> viewed;
            case ENGAGEMENT -> engaged;
            case MESSAGE -> message ? opened : acted;
            case FORM_SEND, SITE_EVENT -> acted;
        };
    }

    private double clickRate(Seen seen) {
        return Taste.capped(seen.place().clickRate()
                / CHOSEN
                * seen.attention()
                * seen.appeal()
                * seen.draw()
                * seen.freshness()
                * (seen.warm() ? WARM_CLICKS : 1));
    }

    private boolean watch(Seen seen, Medium video, Outcome outcome) {
        Taste taste = seen.ad().taste();
        if (!happens(Taste.capped(seen.place().viewStart() * taste.hook() * Math.min(1, seen.freshness() + 0.2)))) {
            return false;
        }
        outcome.now(Measure.VIEWS, 1);
        seen.ties().accept(new TieTo("watched-0", video.sha256()));
        double leaving = LEAVING * Math.pow(Math.max(5, video.seconds()) / 20, 0.25) / taste.hold();
        double watched = -Math.log(1 - random.nextDouble()) / leaving;
        Measure[] marks = {Measure.WATCHED_25, Measure.WATCHED_50, Measure.WATCHED_75, Measure.FINISHED};
        int[] shares = {25, 50, 75, 95};
        for (int i = 0; i < shares.length && watched >= shares[i] / 100.0; i++) {
            outcome.now(marks[i], 1);
            seen.ties().accept(new TieTo("watched-" + shares[i], video.sha256()));
        }
        return true;
    }

    /** @return whether what the goal seeks came of the click */
    private boolean afterClick(Seen seen, Outcome outcome) {
        outcome.now(Measure.CLICKS, 1);
        CreativeOrder order = seen.ad().creative().order();
        Need needs = seen.ad().creative().needs();
        if (needs == Need.FORM) {
            return form(seen, order, outcome);
        }
        if (needs == Need.CHAT) {
            boolean begun = happens(market.actions().chat());
            if (begun) {
                outcome.now(Measure.CHATS, 1);
                outcome.chat();
            }
            return begun;
        }
        return happens(market.actions().visit()) && visit(seen, outcome);
    }

    private boolean form(Seen seen, CreativeOrder order, Outcome outcome) {
        String form = order.form() == null ? "" : order.form();
        if (!happens(market.actions().formOpen())) {
            return false;
        }
        outcome.now(Measure.FORM_OPENS, 1);
        seen.ties().accept(new TieTo("form-open", form));
        double send = market.actions().formSend() * seen.ad().creative().ease();
        if (!happens(Taste.capped(send * Math.min(1.4, seen.wants())))) {
            return false;
        }
        outcome.now(Measure.FORM_SENDS, 1);
        seen.ties().accept(new TieTo("form-send", form));
        outcome.lead();
        return true;
    }

    private boolean visit(Seen seen, Outcome outcome) {
        outcome.now(Measure.VISITS, 1);
        if (!seen.hasTag()) {
            return false;
        }
        site(seen, SiteEvent.VIEW);
        double wants = seen.wants() / CAME * (seen.warm() ? WARM_WANTS : 1);
        Market.Actions rates = market.actions();
        boolean basket = happens(Taste.capped(rates.basket() * wants));
        boolean lead = happens(Taste.capped(rates.lead() * wants));
        boolean install = seen.goal().action() == Action.SITE_EVENT
                && "install".equals(seen.goal().siteEvent())
                && happens(Taste.capped(INSTALLS * wants));
        boolean purchase = happens(Taste.capped(rates.purchase() * wants));
        count(seen, basket || purchase, SiteEvent.BASKET, Measure.BASKETS, outcome);
        count(seen, lead, SiteEvent.LEAD, Measure.SITE_LEADS, outcome);
        count(seen, install, SiteEvent.INSTALL, Measure.INSTALLS, outcome);
        if (purchase) {
            outcome.later(Measure.PURCHASES, order(), delay());
        }
        return switch (seen.goal().siteEvent() == null ? "view" : seen.goal().siteEvent()) {
            case "basket" -> basket || purchase;
            case "lead" -> lead;
            case "purchase" -> purchase;
            case "install" -> install;
            default -> true;
        };
    }

    private void count(Seen seen, boolean happened, SiteEvent event, Measure measure, Outcome outcome) {
        if (happened) {
            outcome.now(measure, 1);
            site(seen, event);
        }
    }

    private static void site(Seen seen, SiteEvent event) {
        seen.ties().accept(new TieTo("site-" + event.code(), ""));
    }

    /** Some who saw it buy by themselves, within a day or so. */
    private boolean withoutClick(Seen seen, double click, Outcome outcome) {
        if (seen.hasTag()
                && happens(click
                        * market.actions().visit()
                        * market.actions().purchase()
                        * WITHOUT_CLICK
                        * seen.wants()
                        / CAME)) {
            outcome.later(Measure.VIEW_PURCHASES, order(), delay());
        }
        return false;
    }

    private double delay() {
        return random.nextDouble() < BUYS_AT_ONCE ? 0 : -MEAN_DELAY_HOURS * Math.log(1 - random.nextDouble());
    }

    /** Worth of an order in minor units, lognormal around the market's middle. */
    private long order() {
        double u = Math.max(1e-9, random.nextDouble());
        double normal = Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random.nextDouble());
        return Math.max(1, Math.round(market.actions().orderEur() * Math.exp(ORDER_SPREAD * normal) * minorPerEuro));
    }

    private boolean happens(double chance) {
        return random.nextDouble() < chance;
    }
}
