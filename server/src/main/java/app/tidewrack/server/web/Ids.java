package app.tidewrack.server.web;

import java.util.UUID;

/** New ids of things people make. */
public final class Ids {
    private Ids() {}

    /** Sixteen hexadecimal digits, random enough within one client. */
    public static String fresh() {
        return UUID.randomUUID().toString().replace("-", "").substring(0, 16);
    }
}
