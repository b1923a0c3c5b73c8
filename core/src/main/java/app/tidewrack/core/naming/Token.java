package app.tidewrack.core.naming;

import java.util.Map;

/** What a name or a link's parameter can be put together from. */
public enum Token {
    CLIENT(NameLevel.CAMPAIGN, "client"),
    PLAN(NameLevel.CAMPAIGN, "plan"),
    TEMPERATURE(NameLevel.CAMPAIGN, "temperature", Map.of("cold", "COLD", "warm", "WARM", "retargeting", "RETG")),
    PURPOSE(NameLevel.CAMPAIGN, "purpose", Map.of("testing", "TEST", "scaling", "SCALE")),
    OBJECTIVE(
            NameLevel.CAMPAIGN,
            "objective",
            Map.of(
                    "awareness", "AWAR",
                    "reach", "REACH",
                    "traffic", "TRAF",
                    "engagement", "ENG",
                    "video-views", "VIEW",
                    "messages", "MSG",
                    "leads", "LEAD",
                    "conversions", "CONV",
                    "app-installs", "INST")),
    NETWORK(NameLevel.CAMPAIGN, "network"),
    NETWORK_NAME(NameLevel.CAMPAIGN, "network in full"),
    ACCOUNT(NameLevel.CAMPAIGN, "account"),
    CAMPAIGN(NameLevel.CAMPAIGN, "campaign"),
    START(NameLevel.CAMPAIGN, "first day"),
    PLACE(NameLevel.AD_GROUP, "place"),
    CITY(NameLevel.AD_GROUP, "city or region"),
    ROW(NameLevel.AD_GROUP, "row"),
    AUDIENCE(NameLevel.AD_GROUP, "audience"),
    AGE(NameLevel.AD_GROUP, "age"),
    GENDER(NameLevel.AD_GROUP, "gender", Map.of("women", "F", "men", "M")),
    LANGUAGE(NameLevel.AD_GROUP, "language"),
    INTEREST(NameLevel.AD_GROUP, "interest"),
    DEVICE(NameLevel.AD_GROUP, "device"),
    SYSTEM(NameLevel.AD_GROUP, "device’s system"),
    CONNECTION(NameLevel.AD_GROUP, "connection"),
    PLACEMENT(NameLevel.AD_GROUP, "placement"),
    BAND(NameLevel.AD_GROUP, "lookalike band"),
    WINDOW(NameLevel.AD_GROUP, "recency window"),
    GOAL(NameLevel.AD_GROUP, "goal"),
    ROW_NUMBER(NameLevel.AD_GROUP, "row’s number"),
    FORMAT(
            NameLevel.AD,
            "format",
            Map.ofEntries(
                    Map.entry("single-picture", "PIC"),
                    Map.entry("single-video", "VID"),
                    Map.entry("carousel", "CAR"),
                    Map.entry("mix", "MIX"),
                    Map.entry("cover", "COVER"),
                    Map.entry("existing-post", "POST"),
                    Map.entry("existing-answer", "ANSW"),
                    Map.entry("text", "TEXT"),
                    Map.entry("chat", "CHAT"),
                    Map.entry("lead-form", "FORM"),
                    Map.entry("direct-message", "LETTER"))),
    CREATIVE(NameLevel.AD, "creative"),
    VERSION(NameLevel.AD, "version"),
    CALL_TO_ACTION(NameLevel.AD, "call to action"),
    BODY(NameLevel.AD, "body’s code"),
    HEADLINE(NameLevel.AD, "headline’s code"),
    DESCRIPTION(NameLevel.AD, "description’s code"),
    COLUMN_NUMBER(NameLevel.AD, "column’s number"),
    CAMPAIGN_NAME(NameLevel.LINK, "name of the campaign"),
    AD_GROUP_NAME(NameLevel.LINK, "name of the ad group"),
    AD_NAME(NameLevel.LINK, "name of the ad");

    private final NameLevel level;
    private final String words;
    private final Map<String, String> codes;

    Token(NameLevel level, String words) {
        this(level, words, Map.of());
    }

    Token(NameLevel level, String words, Map<String, String> codes) {
        this.level = level;
        this.words = words;
        this.codes = codes;
    }

    /** The highest level at which its value is known. */
    public NameLevel level() {
        return level;
    }

    public String words() {
        return words;
    }

    /** Usual short codes by value, where the token has a fixed list of values; empty for free text. */
    public Map<String, String> codes() {
        return codes;
    }

    /** Every value has a short code, and nothing else is one of its values. */
    public boolean fixed() {
        return !codes.isEmpty();
    }

    /** A counter, written with leading zeros. */
    public boolean counts() {
        return this == ROW_NUMBER || this == COLUMN_NUMBER;
    }

    /** A whole name, written as it is. */
    boolean whole() {
        return level == NameLevel.LINK;
    }
}
