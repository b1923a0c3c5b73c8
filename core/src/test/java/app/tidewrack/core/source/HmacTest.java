package app.tidewrack.core.source;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HmacTest {
    /** RFC 4231, test cases 1 to 3. */
    @ParameterizedTest
    @CsvSource({
        "0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b, 4869205468657265,"
                + " b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7",
        "4a656665, 7768617420646f2079612077616e7420666f72206e6f7468696e673f,"
                + " 5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843",
        "aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa,"
                + " dddddddddddddddddddddddddddddddddddddddddddddddddddddddddddddddddddd"
                + "dddddddddddddddddddddddddddddddd,"
                + " 773ea91e36800e46854db8ebd09181a72959098b3ef8c122d9635514ced565fe",
    })
    void codesAsTheStandardHasThem(String key, String content, String code) {
        HexFormat hex = HexFormat.of();
        assertThat(hex.formatHex(Hmac.of(hex.parseHex(key), hex.parseHex(content))))
                .isEqualTo(code);
    }

    /** RFC 4231, test case 6: a key longer than a block. */
    @Test
    void aLongKeyIsHashedFirst() {
        byte[] key = HexFormat.of().parseHex("aa".repeat(131));
        byte[] content = "Test Using Larger Than Block-Size Key - Hash Key First".getBytes(StandardCharsets.US_ASCII);
        assertThat(HexFormat.of().formatHex(Hmac.of(key, content)))
                .isEqualTo("60e431591ee0b67f0d8a26aacbf5b77f8e0bc6213728c5140546040f0ee37f54");
    }
}
