package app.tidewrack.core.source;

import java.security.GeneralSecurityException;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** HMAC-SHA-256 (RFC 2104 and FIPS 180-4): by it one who has the key knows something again, or knows whom it is from. */
public final class Hmac {
    private static final String SHA_256 = "HmacSHA256";

    private Hmac() {}

    /** @return 32 bytes */
    public static byte[] of(byte[] key, byte[] content) {
        try {
            Mac mac = Mac.getInstance(SHA_256);
            mac.init(new SecretKeySpec(key, SHA_256));
            return mac.doFinal(content);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java platform has HmacSHA256", e);
        }
    }
}
