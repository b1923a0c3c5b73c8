package app.tidewrack.connector.practice;

import app.tidewrack.connector.Orders.Under;
import app.tidewrack.connector.Reviews.ItemTold;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.form.LeadForm.FormQuestion;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Budget;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.CreativeSettings.ChatSettings;
import app.tidewrack.core.launch.CreativeSettings.FormSettings;
import app.tidewrack.core.launch.CreativeSettings.MessageSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.launch.Told.AdTold;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Orders as the practice network takes and tells them. */
final class OrderBodies {
    private OrderBodies() {}

    record CampaignBody(
            String account,
            String name,
            String objective,
            LocalDate startsOn,
            LocalDate endsOn,
            @Nullable BudgetBody budget,
            @Nullable String subject,
            boolean splitTest) {}

    record BidBody(BidStrategy strategy, @Nullable Long minor) {}

    record AdGroupBody(
            String campaignId,
            String name,
            @Nullable String goal,
            @Nullable Charge charge,
            List<String> placements,
            AudienceDefinition audience,
            @Nullable BudgetBody budget,
            BidBody bid,
            Pace pace,
            @Nullable String hours,
            Map<String, Boolean> switches) {}

    record CreativeBody(
            String account,
            String name,
            String format,
            List<String> media,
            List<String> posters,
            List<String> bodies,
            List<String> headlines,
            List<String> descriptions,
            List<String> callsToAction,
            @Nullable String link,
            @Nullable String brand,
            @Nullable String form,
            @Nullable String post,
            @Nullable MessageSettings message,
            @Nullable ChatSettings chat,
            List<CardBody> cards) {}

    record CardBody(
            String text, @Nullable String price, @Nullable String link) {}

    record AdBody(String adGroupId, String creativeId, String name) {}

    /**
     * Money in minor units.
     *
     * @param lifetime for the whole flight; otherwise a day
     */
    record BudgetBody(boolean lifetime, long minor) {
        static @Nullable BudgetBody of(@Nullable Budget budget) {
            return budget == null
                    ? null
                    : new BudgetBody(
                            budget.basis() == Basis.LIFETIME, budget.money().minor());
        }

        static @Nullable Budget told(@Nullable BudgetBody body, String currency) {
            return body == null
                    ? null
                    : new Budget(body.lifetime() ? Basis.LIFETIME : Basis.DAILY, Money.ofMinor(body.minor(), currency));
        }
    }

    static Object body(Under under, Settings wanted) {
        if (wanted instanceof CampaignSettings c) {
            return new CampaignBody(
                    under.account(),
                    c.name(),
                    c.objective(),
                    c.firstDay(),
                    c.lastDay().plusDays(1),
                    BudgetBody.of(c.budget()),
                    c.subject(),
                    c.apart());
        }
        GroupSettings g = (GroupSettings) wanted;
        Money bid = g.bid().amount();
        return new AdGroupBody(
                under.parent(),
                g.name(),
                g.goal(),
                g.charge(),
                g.placements(),
                g.audience(),
                BudgetBody.of(g.budget()),
                new BidBody(g.bid().strategy(), bid == null ? null : bid.minor()),
                g.pace(),
                g.hours().all() ? null : g.hours().week(),
                g.switches());
    }

    static CreativeBody creative(Under under, AdSettings ad) {
        CreativeSettings c = ad.creative();
        FormSettings form = c.form();
        return new CreativeBody(
                under.account(),
                ad.name(),
                c.format(),
                c.media(),
                c.posters(),
                c.bodies(),
                c.headlines(),
                c.descriptions(),
                c.callsToAction(),
                orNull(c.link()),
                orNull(c.brand()),
                form == null ? null : form.id(),
                orNull(c.post()),
                c.message(),
                c.chat(),
                c.cards().stream()
                        .map(k -> new CardBody(k.text(), orNull(k.price()), orNull(k.link())))
                        .toList());
    }

    static AdBody ad(Under under, AdSettings ad, String creativeId) {
        return new AdBody(under.parent(), creativeId, ad.name());
    }

    record AdOnNetwork(AdBody order) {}

    record CampaignFacts(String id, CampaignBody order, boolean paused, boolean removed) {}

    record AdGroupFacts(String id, AdGroupBody order, boolean paused, boolean removed) {}

    record AdFacts(String id, AdBody order, boolean paused, boolean removed) {}

    record AdWhole(AdFacts ad, CreativeBody creative) {}

    record CampaignWhole(CampaignFacts campaign, List<AdGroupFacts> adGroups, List<AdWhole> ads) {}

    static List<ItemTold> items(CampaignWhole whole, String currency) {
        List<ItemTold> items = new ArrayList<>();
        CampaignFacts c = whole.campaign();
        items.add(new ItemTold(c.id(), c.paused(), c.removed(), told(c.order(), currency)));
        for (AdGroupFacts g : whole.adGroups()) {
            items.add(new ItemTold(g.id(), g.paused(), g.removed(), told(g.order(), currency)));
        }
        for (AdWhole a : whole.ads()) {
            CreativeBody shown = a.creative();
            AdTold told = new AdTold(
                    a.ad().order().name(),
                    shown.bodies(),
                    shown.headlines(),
                    Objects.requireNonNullElse(shown.link(), ""));
            items.add(new ItemTold(a.ad().id(), a.ad().paused(), a.ad().removed(), told));
        }
        return items;
    }

    private static CampaignSettings told(CampaignBody c, String currency) {
        return new CampaignSettings(
                c.name(),
                c.objective(),
                c.startsOn(),
                c.endsOn().minusDays(1),
                BudgetBody.told(c.budget(), currency),
                c.subject(),
                c.splitTest());
    }

    private static GroupSettings told(AdGroupBody g, String currency) {
        Long bid = g.bid().minor();
        return new GroupSettings(
                g.name(),
                BudgetBody.told(g.budget(), currency),
                g.audience(),
                g.placements(),
                g.goal(),
                g.charge(),
                new Bid(g.bid().strategy(), bid == null ? null : Money.ofMinor(bid, currency)),
                g.pace(),
                g.hours() == null ? Hours.ALL : new Hours(g.hours()),
                g.switches());
    }

    record OwnQuestion(String text, List<String> choices) {}

    record OnceSent(
            String text, @Nullable String button, @Nullable String link) {}

    record FormBody(
            String account,
            String name,
            String headline,
            @Nullable String opening,
            List<String> fields,
            List<OwnQuestion> questions,
            String privacyLink,
            @Nullable String consent,
            @Nullable OnceSent completion,
            List<String> optional) {}

    static FormBody form(String account, LeadForm form) {
        LeadForm.FormContent content = form.content();
        List<FormQuestion> questions = content.questions();
        return new FormBody(
                account,
                form.name(),
                content.headline(),
                orNull(content.opening()),
                questions.stream()
                        .filter(q -> !q.own())
                        .map(FormQuestion::field)
                        .toList(),
                questions.stream()
                        .filter(FormQuestion::own)
                        .map(q -> new OwnQuestion(q.text(), q.choices()))
                        .toList(),
                content.privacyLink(),
                orNull(content.consent()),
                content.completion().text().isBlank()
                        ? null
                        : new OnceSent(
                                content.completion().text(),
                                orNull(content.completion().button()),
                                orNull(content.completion().link())),
                questions.stream()
                        .filter(q -> !q.required())
                        .map(FormQuestion::key)
                        .toList());
    }

    private static @Nullable String orNull(String text) {
        return text.isBlank() ? null : text;
    }
}
