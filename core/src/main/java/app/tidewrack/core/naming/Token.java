package app.tidewrack.core.naming;

import java.util.Map;

/** What a name can be put together from. Tokens with a dictionary write a short code for each of their values. */
public enum Token {
    TEMPERATURE(Map.of("cold", "COLD", "warm", "WARM", "retargeting", "RETG")),
    PURPOSE(Map.of("testing", "TEST", "scaling", "SCALE")),
    OBJECTIVE(Map.of("traffic", "TRAF", "conversions", "CONV")),
    PLACE(Map.of()),
    NETWORK(Map.of()),
    CAMPAIGN(Map.of()),
    AUDIENCE(Map.of()),
    FORMAT(Map.of("picture", "PIC")),
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
