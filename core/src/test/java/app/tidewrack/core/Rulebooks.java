package app.tidewrack.core;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.Presence;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.AudienceOffer.LookalikeRule;
import app.tidewrack.core.network.AudienceOffer.RadiusRule;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.ChatRule;
import app.tidewrack.core.network.FormRule;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.CardRule;
import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.network.MessageRule;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.ObjectiveRule.Action;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.network.PlacementRule.VideoRule;
import app.tidewrack.core.network.ReportRule;
import app.tidewrack.core.network.ReviewRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.CallRule;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.network.ScheduleRule;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.network.SpendingRule.Level;
import app.tidewrack.core.network.SubjectRule;
import java.time.Duration;
import java.util.Currency;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A small rulebook that tests share. */
public final class Rulebooks {
    private Rulebooks() {}

    /**
     * Hearthside in small: two placements, of which its formats show in the first; money a day of ad groups.
     *
     * @param hours whether hours of the day can be chosen
     */
    public static Rulebook small(boolean hours) {
        return small(hours, false);
    }

    /** @param anyMoney lifetime money and money shared by a campaign are taken too */
    public static Rulebook small(boolean hours, boolean anyMoney) {
        return new Rulebook(
                "HS",
                "Hearthside",
                "people and groups",
                false,
                1,
                List.of(
                        objective("traffic", "Traffic", null),
                        objective("conversions", "Conversions", "purchase"),
                        new ObjectiveRule(
                                "visits",
                                "Visits",
                                List.of(
                                        new GoalRule("clicks", "Clicks", Action.CLICK, List.of(Charge.CLICK), null),
                                        new GoalRule(
                                                "seen",
                                                "Pages seen",
                                                Action.SITE_EVENT,
                                                List.of(Charge.CLICK),
                                                "view")),
                                List.of("single-picture"))),
                List.of(
                        format("single-picture", "Single picture", Need.NOTHING, null),
                        format("carousel", "Carousel", Need.NOTHING, new CardRule(0, 10, false, null)),
                        format("existing-post", "Existing post", Need.POST, null),
                        format("lead-form", "Lead form ad", Need.FORM, null),
                        format("direct-message", "Direct message", Need.MESSAGE, null),
                        new FormatRule(
                                "single-video",
                                "Single video",
                                List.of("home-feed"),
                                false,
                                true,
                                1,
                                1,
                                Need.NOTHING,
                                null,
                                null)),
                List.of(placement("home-feed", "Home feed"), placement("stories", "Stories")),
                new AudienceOffer(
                        List.of(new Choice("GB", "Great Britain")),
                        14,
                        80,
                        List.of(),
                        true,
                        new RadiusRule(2, 100),
                        List.of(Presence.LIVING),
                        10,
                        10,
                        List.of(new TermOffer(TermKind.INTEREST, "Interests", 10, List.of())),
                        List.of(),
                        new LookalikeRule(100, 10),
                        2000,
                        1000),
                new SpendingRule(
                        anyMoney ? List.of(Level.CAMPAIGN, Level.AD_GROUP) : List.of(Level.AD_GROUP),
                        anyMoney,
                        List.of(BidStrategy.AUTOMATIC, BidStrategy.MAXIMUM),
                        0),
                List.of(new MoneyRule(Currency.getInstance("GBP"), 500, 5, 300, 900)),
                new ScheduleRule(List.of(Pace.EVEN), hours, 90),
                List.of(new Choice("shop", "Shop")),
                new FormRule(List.of(new Choice("email", "E-mail")), 3, 1, 40, 40, 0.4, 0.1),
                null,
                new MessageRule(60, 500, 20, 30),
                new ChatRule(100, 3, 20),
                List.of(new Choice("comments", "Comments")),
                new ReviewRule(
                        Duration.ofMinutes(15),
                        Duration.ofHours(18),
                        List.of(
                                new ReviewRule.Reason("promise", "It promises: “%s”.", List.of("miracle")),
                                new ReviewRule.Reason(ReviewRule.AGE, "It says an age: “%s”.", List.of()))),
                new ReportRule(Duration.ofHours(3), List.of(), List.of(7), List.of(1)),
                List.of(new SubjectRule("jobs", "Jobs", false, false, 25, List.of(TermKind.INTEREST))),
                new CallRule(600, 100),
                80,
                60,
                List.of(new Choice("(ad-number)", "the ad’s number")));
    }

    /** The same in Great Britain alone with fixed ages, and places no finer than its radius allows. */
    public static Rulebook reaching(Rulebook of, List<AgeRange> bands, @Nullable RadiusRule radius) {
        AudienceOffer a = of.audience();
        int youngest = bands.isEmpty() ? a.youngest() : bands.get(0).from();
        int oldest = bands.isEmpty() ? a.oldest() : bands.get(bands.size() - 1).to();
        AudienceOffer offer = new AudienceOffer(
                a.countries(),
                youngest,
                oldest,
                bands,
                radius != null,
                radius,
                a.presences(),
                a.mostPlaces(),
                a.mostTerms(),
                a.terms(),
                a.sources(),
                a.lookalike(),
                a.leastPeople(),
                a.privacyFloor());
        return new Rulebook(
                of.code(),
                of.name(),
                of.kind(),
                of.byHand(),
                of.version(),
                of.objectives(),
                of.formats(),
                of.placements(),
                offer,
                of.spending(),
                of.money(),
                of.schedule(),
                of.callsToAction(),
                of.form(),
                of.mix(),
                of.message(),
                of.chat(),
                of.switches(),
                of.review(),
                of.reports(),
                of.subjects(),
                of.calls(),
                of.nameLimit(),
                of.linkLimit(),
                of.linkMacros());
    }

    private static PlacementRule placement(String code, String words) {
        return new PlacementRule(
                code,
                words,
                List.of("phone"),
                new TextRule(50, 20),
                new TextRule(30, 25),
                new TextRule(40, 40),
                new TextRule(20, 20),
                new PictureRule(600, 600, List.of(new Ratio(1, 1)), 0.03, 1_000_000, List.of("JPEG", "PNG")),
                new VideoRule(600, 600, List.of(new Ratio(1, 1)), 0.03, 1_000_000, List.of("MP4"), 3, 60, true),
                null);
    }

    private static FormatRule format(String code, String words, Need need, @Nullable CardRule cards) {
        return new FormatRule(
                code, words, List.of("home-feed"), true, false, cards == null ? 1 : 2, 3, need, null, cards);
    }

    private static ObjectiveRule objective(String code, String words, @Nullable String siteEvent) {
        GoalRule goal = new GoalRule("most", "Most", Action.CLICK, List.of(Charge.IMPRESSION), siteEvent);
        return new ObjectiveRule(
                code,
                words,
                List.of(goal),
                List.of("single-picture", "carousel", "lead-form", "direct-message", "single-video"));
    }
}
