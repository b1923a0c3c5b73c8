package app.tidewrack.server.lead;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** HMAC-SHA-256 (RFC 2104 and FIPS 180-4) by which a receiver knows that a lead came from here and when. */
final class LeadSignature {
    private LeadSignature() {}

    /**
     * What stands in the header: the code of time, a line end and the body.
     *
     * @param seconds since 1970, as the time header says
     */
    static String of(String secret, long seconds, String body) {
        return HexFormat.of()
                .formatHex(code(
                        secret.getBytes(StandardCharsets.UTF_8),
                        (seconds + "\n" + body).getBytes(StandardCharsets.UTF_8)));
    }

    static byte[] code(byte[] key, byte[] content) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return mac.doFinal(content);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java platform has HmacSHA256", e);
        }
    }
}
