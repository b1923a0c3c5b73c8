package app.tidewrack.server.person;

import app.tidewrack.core.refusal.Refusal;
import com.nulabinc.zxcvbn.Zxcvbn;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.web.ErrorResponseException;

/**
 * Passwords: which may be chosen, and what is kept of them. As NIST SP 800-63B-4 has it: fifteen signs at least where nothing else is
 * asked for, any signs, no rules on their kinds, and none that is on lists of the common or made of the person's own words.
 */
@Component
public class Passwords {
    public static final int LEAST = 15;
    public static final int MOST = 200;

    /** Zxcvbn's score of 0 to 4: fewer than 10⁸ guesses. */
    private static final int TOO_EASY = 2;

    /** Its time grows with the square of the length. */
    private static final int LOOKED_AT = 64;

    private static final int MOST_AT_ONCE = 4;
    private static final String KIND = "argon2";

    private final DelegatingPasswordEncoder encoder =
            new DelegatingPasswordEncoder(KIND, Map.of(KIND, Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8()));
    private final Semaphore looking = new Semaphore(MOST_AT_ONCE);
    private final Zxcvbn guesser = new Zxcvbn();
    private final String nobodys;

    Passwords() {
        // What was kept by earlier versions says no kind.
        encoder.setDefaultPasswordEncoderForMatches(new BCryptPasswordEncoder());
        nobodys = hash("nobody’s");
    }

    /**
     * @param own words that anybody would try first: names, addresses
     * @throws Refusal when it is too short, too long or easy to guess
     */
    public void require(String password, List<String> own) {
        int length = password.codePointCount(0, password.length());
        if (length < LEAST || length > MOST) {
            throw new Refusal(
                    "password",
                    "A password of %d signs is out of %d to %d.".formatted(length, LEAST, MOST),
                    "Take a few words that only you would put together.");
        }
        String looked = password.substring(0, Math.min(LOOKED_AT, password.length()));
        List<String> words = own.stream()
                .flatMap(o -> Stream.concat(Stream.of(o), Arrays.stream(o.split("[^\\p{L}\\p{N}]+"))))
                .filter(w -> w.length() > 2)
                .toList();
        if (guesser.measure(looked, words).getScore() <= TOO_EASY) {
            throw new Refusal(
                    "password",
                    "That password is among the first that would be guessed: a common one, a pattern, or words about you.",
                    "Take a few words that only you would put together.");
        }
    }

    /** What may be kept of it. */
    public String hash(String password) {
        return slowly(() -> Objects.requireNonNull(encoder.encode(password)));
    }

    /** Whether it is that one; takes the same time where nothing is kept. */
    boolean matches(String password, @Nullable String hash) {
        boolean same = slowly(() -> encoder.matches(password, hash == null ? nobodys : hash));
        return same && hash != null;
    }

    /** Whether it was kept in a way that is no longer the best. */
    boolean isOld(String hash) {
        return encoder.upgradeEncoding(hash);
    }

    /** A password takes a tenth of a second of a processor and 16 MB, on purpose; only so many are looked at at once. */
    private <T> T slowly(Supplier<T> look) {
        try {
            if (!looking.tryAcquire(1, TimeUnit.SECONDS)) {
                throw busy();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw busy();
        }
        try {
            return look.get();
        } finally {
            looking.release();
        }
    }

    private static ErrorResponseException busy() {
        ErrorResponseException busy = new ErrorResponseException(HttpStatus.TOO_MANY_REQUESTS);
        busy.setDetail("Too many sign in at this moment. Try again in a moment.");
        busy.getHeaders().set(HttpHeaders.RETRY_AFTER, "2");
        return busy;
    }
}
