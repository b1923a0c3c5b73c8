package app.tidewrack.server.person;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.tidewrack.server.person.SecondFactorMapper.Kept;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SecondFactorTest {
    /** The key of RFC 6238, appendix B, for SHA-1. */
    private static final String RFC_KEY =
            new Base32().encodeToString("12345678901234567890".getBytes(StandardCharsets.US_ASCII));

    private final SecondFactorMapper mapper = mock(SecondFactorMapper.class);
    private final Sealed sealed = new Sealed("a key that is long enough to be one");
    private final SecondFactor factor = new SecondFactor(mapper, sealed);
    private final AtomicReference<Kept> kept = new AtomicReference<>();
    private final Set<String> codes = new HashSet<>();

    @BeforeEach
    void keeps() {
        when(mapper.hold("ines")).thenAnswer(c -> kept.get());
        doAnswer(c -> {
                    kept.set(new Kept(c.getArgument(1), null));
                    return null;
                })
                .when(mapper)
                .set(eq("ines"), any());
        doAnswer(c -> {
                    kept.set(new Kept(kept.get().secret(), c.getArgument(1)));
                    return null;
                })
                .when(mapper)
                .used(eq("ines"), anyLong());
        doAnswer(c -> codes.add(c.getArgument(1))).when(mapper).addCode(eq("ines"), any());
        when(mapper.takeCode(eq("ines"), any())).thenAnswer(c -> codes.remove(c.<String>getArgument(1)) ? 1 : 0);
    }

    /** RFC 6238, appendix B: the eight-digit codes there, whose last six digits are those of six. */
    @ParameterizedTest
    @CsvSource({
        "59, 94287082",
        "1111111109, 07081804",
        "1111111111, 14050471",
        "1234567890, 89005924",
        "2000000000, 69279037",
        "20000000000, 65353130"
    })
    void codesAreThoseOfTheStandard(long second, String code) {
        Instant now = Instant.ofEpochSecond(second);

        assertThat(factor.fits(RFC_KEY, code.substring(2), now)).isTrue();
        assertThat(factor.fits(RFC_KEY, code.substring(2), now.plusSeconds(30))).isTrue();
        assertThat(factor.fits(RFC_KEY, code.substring(2), now.plusSeconds(61))).isFalse();
        assertThat(factor.fits(RFC_KEY, "x" + code.substring(3), now)).isFalse();
    }

    @Test
    void aCodeIsGoodOnceAndSoIsOneOnPaper() {
        List<String> paper = factor.turnOn("ines", RFC_KEY);
        Instant now = Instant.ofEpochSecond(1_111_111_109);

        assertThat(factor.take("ines", "081804", now)).isTrue();
        assertThat(factor.take("ines", "081804", now)).isFalse();
        assertThat(factor.take("ines", "050471", now.plusSeconds(2))).isTrue();
        assertThat(paper).hasSize(SecondFactor.RECOVERY_CODES).doesNotHaveDuplicates();
        assertThat(paper).allMatch(c -> c.matches("([a-z2-7]{4}-){3}[a-z2-7]{4}"));
        assertThat(factor.take("ines", paper.get(3).toUpperCase(Locale.ROOT), now))
                .isTrue();
        assertThat(factor.take("ines", paper.get(3), now)).isFalse();
        assertThat(factor.take("ines", "", now)).isFalse();
    }

    @Test
    void theDatabaseNeverHoldsTheSecret() {
        factor.turnOn("ines", RFC_KEY);
        byte[] secret = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);

        assertThat(new String(kept.get().secret(), StandardCharsets.ISO_8859_1)).doesNotContain("1234567890");
        assertThat(sealed.open(kept.get().secret())).isEqualTo(secret);
        assertThatThrownBy(() -> new Sealed("")).hasMessageContaining("TIDEWRACK_KEY is shorter than 24");
        // Sealed anew it looks otherwise, so that two equal secrets cannot be told.
        assertThat(sealed.seal(secret)).isNotEqualTo(sealed.seal(secret));
        assertThat(codes).allMatch(c -> c.length() == 64);
    }
}
