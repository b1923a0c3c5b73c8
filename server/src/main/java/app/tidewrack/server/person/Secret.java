package app.tidewrack.server.person;

import java.security.SecureRandom;
import java.util.Base64;

/** Words that nobody guesses: 256 random bits, as they may stand in an address. */
public final class Secret {
    private static final int BYTES = 32;
    private static final SecureRandom RANDOM = new SecureRandom();

    private Secret() {}

    public static String fresh() {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes(BYTES));
    }

    static byte[] bytes(int count) {
        byte[] bytes = new byte[count];
        RANDOM.nextBytes(bytes);
        return bytes;
    }
}
