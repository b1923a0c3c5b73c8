package app.tidewrack.core.naming;

import java.util.Map;

/** What a name can be put together from. Tokens with a dictionary write a short code for each of their values. */
public enum Token {
    TEMPERATURE(Map.of("cold", "COLD", "warm", "WARM", "retargeting", "RETG")),
    PURPOSE(Map.of("testing", "TEST", "scaling", "SCALE")),
    OBJECTIVE(Map.of(
            "awareness", "AWAR",
            "reach", "REACH",
            "traffic", "TRAF",
            "engagement", "ENG",
            "video-views", "VIEW",
            "messages", "MSG",
            "leads", "LEAD",
            "conversions", "CONV",
            "app-installs", "INST")),
    PLACE(Map.of()),
    NETWORK(Map.of()),
    CAMPAIGN(Map.of()),
    AUDIENCE(Map.of()),
    FORMAT(Map.ofEntries(
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
    CREATIVE(Map.of()),
    VERSION(Map.of());

    private final Map<String, String> codes;

    Token(Map<String, String> codes) {
        this.codes = codes;
    }

    /** Value to short code; empty for free text. */
    public Map<String, String> codes() {
        return codes;
    }
}
