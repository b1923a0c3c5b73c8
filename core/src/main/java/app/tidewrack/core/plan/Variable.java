package app.tidewrack.core.plan;

/** What rows of a split differ in. */
public enum Variable {
    AGE("age"),
    GENDER("gender"),
    PLACE("place"),
    PLACEMENT("placement"),
    DEVICE("device"),
    SYSTEM("device’s system"),
    CONNECTION("connection"),
    INTEREST("interest"),
    LOOKALIKE("lookalike band"),
    RECENCY("recency window"),
    LANGUAGE("language");

    private final String words;

    Variable(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
