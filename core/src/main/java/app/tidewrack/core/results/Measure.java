package app.tidewrack.core.results;

import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/** What networks and the lead desk count. All of it adds up; reach does not, and is none of these. */
public enum Measure {
    IMPRESSIONS("impressions"),
    CLICKS("clicks"),
    /** In minor units of the account's currency. */
    SPEND("spend", Unit.MONEY),
    /** Videos watched for three seconds. */
    VIEWS("views of 3 seconds"),
    WATCHED_25("views to a quarter"),
    WATCHED_50("views to the half"),
    WATCHED_75("views to three quarters"),
    /** Watched to the end, or nearly. */
    FINISHED("views to the end"),
    ENGAGEMENTS("engagements"),
    VISITS("visits"),
    BASKETS("baskets"),
    SITE_LEADS("leads on the site"),
    PURCHASES("sales after a click"),
    /** Sales without a click, after an impression. */
    VIEW_PURCHASES("sales after a view"),
    INSTALLS("app installs"),
    /** Worth of all sales, in minor units of the account's currency. */
    VALUE("value of sales", Unit.MONEY),
    FORM_OPENS("forms opened"),
    FORM_SENDS("forms sent"),
    CHATS("chats begun"),
    /** Leads that the lead desk won. */
    QUALIFIED("qualified leads"),
    /** What the ad group seeks: each has its own, so only like is added to like. */
    RESULTS("results");

    /** Those that networks report. */
    public static final List<Measure> REPORTED = List.of(values()).subList(0, QUALIFIED.ordinal());

    private final String words;
    private final Unit unit;

    Measure(String words) {
        this(words, Unit.COUNT);
    }

    Measure(String words, Unit unit) {
        this.words = words;
        this.unit = unit;
    }

    /** What is counted as the result of an ad group with a goal. */
    public static Measure sought(GoalRule goal) {
        return switch (goal.action()) {
            case IMPRESSION -> IMPRESSIONS;
            case CLICK -> CLICKS;
            case VIEW -> VIEWS;
            case ENGAGEMENT -> ENGAGEMENTS;
            case FORM_SEND -> FORM_SENDS;
            case MESSAGE -> CHATS;
            case SITE_EVENT -> ofSite(Objects.requireNonNullElse(goal.siteEvent(), ""));
        };
    }

    private static Measure ofSite(String event) {
        return switch (event) {
            case "view" -> VISITS;
            case "basket" -> BASKETS;
            case "lead" -> SITE_LEADS;
            case "install" -> INSTALLS;
            default -> PURCHASES;
        };
    }

    /** As formulas name it: {@code form_sends}. */
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    public String words() {
        return words;
    }

    public Unit unit() {
        return unit;
    }
}
