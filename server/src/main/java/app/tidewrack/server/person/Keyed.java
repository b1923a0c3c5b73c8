package app.tidewrack.server.person;

import static java.nio.charset.StandardCharsets.UTF_8;

import app.tidewrack.core.source.Hmac;
import java.util.HexFormat;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Knows people again without keeping by what: HMAC-SHA-256 with a key that is not in the database, so that whoever has the database alone
 * cannot try addresses and numbers out.
 */
@Component
public class Keyed {
    private final byte[] key;

    Keyed(@Value("${tidewrack.key}") String key) {
        this.key = Hmac.of(key.getBytes(UTF_8), "people".getBytes(UTF_8));
    }

    /** @return 64 hexadecimal digits, which are others with another client */
    public String of(String clientId, String mark) {
        return HexFormat.of().formatHex(Hmac.of(key, (clientId + "/" + mark).getBytes(UTF_8)));
    }
}
