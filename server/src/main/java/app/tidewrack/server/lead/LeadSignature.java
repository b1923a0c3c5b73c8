package app.tidewrack.server.lead;

import app.tidewrack.core.source.Hmac;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;

/** The code by which a receiver knows that a lead came from here and when. */
final class LeadSignature {
    private LeadSignature() {}

    /**
     * What stands in the header: the code of time, a line end and the body.
     *
     * @param seconds since 1970, as the time header says
     */
    static String of(String secret, long seconds, String body) {
        return HexFormat.of()
                .formatHex(Hmac.of(
                        secret.getBytes(StandardCharsets.UTF_8),
                        (seconds + "\n" + body).getBytes(StandardCharsets.UTF_8)));
    }
}
