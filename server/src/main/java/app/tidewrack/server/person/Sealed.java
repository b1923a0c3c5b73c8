package app.tidewrack.server.person;

import app.tidewrack.core.source.Contact;
import java.util.HexFormat;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.crypto.encrypt.AesGcmBytesEncryptor;
import org.springframework.security.crypto.encrypt.BytesEncryptor;
import org.springframework.stereotype.Component;

/** Seals what the database keeps and must not tell: AES-256 in GCM, with a key that is not in the database. */
@Component
public class Sealed {
    private static final int SHORTEST_KEY = 24;
    private final BytesEncryptor encryptor;

    Sealed(@Value("${tidewrack.key}") String key) {
        if (key.length() < SHORTEST_KEY) {
            throw new IllegalStateException(
                    "TIDEWRACK_KEY is shorter than %d signs. Set the one that this database was begun with."
                            .formatted(SHORTEST_KEY));
        }
        byte[] random = HexFormat.of().parseHex(Contact.hash("sealed " + key));
        encryptor = AesGcmBytesEncryptor.withSecretKey(new SecretKeySpec(random, "AES"))
                .build();
    }

    public byte[] seal(byte[] secret) {
        return encryptor.encrypt(secret);
    }

    public byte[] open(byte[] sealed) {
        return encryptor.decrypt(sealed);
    }
}
