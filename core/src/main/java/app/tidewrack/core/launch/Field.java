package app.tidewrack.core.launch;

/**
 * What can differ of an item, in the order in which it is told. Stored by name, so a name once given stays; what people read is
 * {@link #words}.
 */
public enum Field {
    NAME("name"),
    OBJECTIVE("objective"),
    FIRST_DAY("first day"),
    LAST_DAY("last day"),
    SUBJECT("regulated subject"),
    /** Whether ad groups are held apart for a split test. */
    APART("ad groups"),
    MONEY_A_DAY("money a day"),
    MONEY_FOR_FLIGHT("money for the flight"),
    AUDIENCE("audience"),
    PLACEMENTS("placements"),
    GOAL("goal"),
    CHARGE("charged by"),
    BID("bid"),
    PACE("pace"),
    HOURS("hours"),
    SWITCHES("switches"),
    FORMAT("format"),
    HEADLINES("headline"),
    BODIES("body"),
    DESCRIPTIONS("description"),
    CALLS_TO_ACTION("call to action"),
    BRAND("brand"),
    POST("post"),
    MEDIA("media"),
    POSTERS("poster"),
    CARDS("cards"),
    LINK("link"),
    FORM("lead form"),
    CHAT("chat"),
    MESSAGE("message"),
    /** Whether it stands still; no part of what is wanted, but of how it was left. */
    STATE("state"),
    /** Whether it is there at all; likewise. */
    PRESENCE("on the network");

    private final String words;

    Field(String words) {
        this.words = words;
    }

    /** What people call it, in lower case. */
    public String words() {
        return words;
    }

    /** Whether it is one of the two ways in which money is given. */
    public boolean isMoney() {
        return this == MONEY_A_DAY || this == MONEY_FOR_FLIGHT;
    }
}
