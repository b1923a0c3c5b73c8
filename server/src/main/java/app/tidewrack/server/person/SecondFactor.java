package app.tidewrack.server.person;

import app.tidewrack.core.source.Contact;
import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import javax.crypto.spec.SecretKeySpec;
import lombok.RequiredArgsConstructor;
import org.apache.commons.codec.binary.Base32;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * A code from a device beside the password: six digits that change every 30 seconds (TOTP, RFC 6238), or one of ten codes on paper, each
 * of which is good once.
 */
@Component
@RequiredArgsConstructor
class SecondFactor {
    static final int RECOVERY_CODES = 10;
    /** Bits of a SHA-1 key (RFC 4226, 4: at least 128, better 160). */
    private static final int SECRET_BYTES = 20;

    private static final int RECOVERY_BYTES = 10;
    private static final Duration STEP = TimeBasedOneTimePasswordGenerator.DEFAULT_TIME_STEP;
    private static final Base32 BASE32 = new Base32();

    private final SecondFactorMapper mapper;
    private final Sealed sealed;

    /**
     * What a device is to keep.
     *
     * @param secret in base 32, as a person would type it
     * @param address as a picture of squares has it
     */
    record Offer(String secret, String address) {}

    Offer offer(String agency, String email) {
        String secret = BASE32.encodeToString(Secret.bytes(SECRET_BYTES));
        String issuer = encoded(agency);
        return new Offer(
                secret, "otpauth://totp/%s:%s?secret=%s&issuer=%s".formatted(issuer, encoded(email), secret, issuer));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    /** Whether a code is that of a secret now, or half a minute before or after. */
    boolean fits(String secret, String code, Instant now) {
        byte[] bytes = BASE32.decode(secret);
        return bytes.length == SECRET_BYTES && stepOf(bytes, code, now, Long.MIN_VALUE) != null;
    }

    /** From now on the codes of a secret are asked for. Gives the codes on paper, which are told once. */
    @Transactional
    public List<String> turnOn(String personId, String secret) {
        mapper.set(personId, sealed.seal(BASE32.decode(secret)));
        return newRecoveryCodes(personId);
    }

    @Transactional
    public List<String> newRecoveryCodes(String personId) {
        mapper.forgetCodes(personId);
        List<String> codes = Stream.generate(SecondFactor::recoveryCode)
                .limit(RECOVERY_CODES)
                .toList();
        codes.forEach(c -> mapper.addCode(personId, Contact.hash(plain(c))));
        return codes;
    }

    /** Four groups of four, so that a person can read it from paper. */
    private static String recoveryCode() {
        String code = BASE32.encodeToString(Secret.bytes(RECOVERY_BYTES)).toLowerCase(Locale.ROOT);
        return String.join("-", code.split("(?<=\\G.{4})"));
    }

    private static String plain(String code) {
        return code.toLowerCase(Locale.ROOT).replaceAll("[^a-z2-7]", "");
    }

    @Transactional
    public void turnOff(String personId) {
        mapper.set(personId, null);
        mapper.forgetCodes(personId);
    }

    int recoveryCodes(String personId) {
        return mapper.codes(personId);
    }

    /** Whether a code lets the person in; it does so once. */
    @Transactional
    public boolean take(String personId, String code, Instant now) {
        SecondFactorMapper.Kept kept = mapper.hold(personId);
        if (kept == null || kept.secret() == null) {
            return false;
        }
        Long last = kept.lastStep();
        Long step = stepOf(sealed.open(kept.secret()), code.strip(), now, last == null ? Long.MIN_VALUE : last);
        if (step != null) {
            mapper.used(personId, step);
            return true;
        }
        return mapper.takeCode(personId, Contact.hash(plain(code))) > 0;
    }

    /** The time step whose code it is, after one that was used; null for none. */
    private static @Nullable Long stepOf(byte[] secret, String code, Instant now, long after) {
        var generator = new TimeBasedOneTimePasswordGenerator();
        var key = new SecretKeySpec(secret, generator.getAlgorithm());
        long current = now.getEpochSecond() / STEP.toSeconds();
        return LongStream.rangeClosed(current - 1, current + 1)
                .filter(step -> step > after && same(code, codeAt(generator, key, step)))
                .boxed()
                .findFirst()
                .orElse(null);
    }

    private static boolean same(String typed, String code) {
        return MessageDigest.isEqual(typed.getBytes(StandardCharsets.UTF_8), code.getBytes(StandardCharsets.UTF_8));
    }

    private static String codeAt(TimeBasedOneTimePasswordGenerator generator, SecretKeySpec key, long step) {
        try {
            return generator.generateOneTimePasswordString(key, Instant.ofEpochSecond(step * STEP.toSeconds()));
        } catch (InvalidKeyException e) {
            throw new IllegalStateException("A key of %d bytes cannot be wrong".formatted(SECRET_BYTES), e);
        }
    }
}
