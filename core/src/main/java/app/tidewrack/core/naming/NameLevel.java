package app.tidewrack.core.naming;

/** What a pattern is for. A deeper level knows every token of those above it. */
public enum NameLevel {
    CAMPAIGN("campaign"),
    AD_GROUP("ad group"),
    AD("ad"),
    LINK("link");

    private final String words;

    NameLevel(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
