package app.tidewrack.server.lead;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.server.web.TextCell;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LeadRulesTest {
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
        assertThat(hex.formatHex(LeadSignature.code(hex.parseHex(key), hex.parseHex(content))))
                .isEqualTo(code);
    }

    /** RFC 4231, test case 6: a key longer than a block. */
    @Test
    void aLongKeyIsHashedFirst() {
        byte[] key = HexFormat.of().parseHex("aa".repeat(131));
        byte[] content = "Test Using Larger Than Block-Size Key - Hash Key First".getBytes(StandardCharsets.US_ASCII);
        assertThat(HexFormat.of().formatHex(LeadSignature.code(key, content)))
                .isEqualTo("60e431591ee0b67f0d8a26aacbf5b77f8e0bc6213728c5140546040f0ee37f54");
    }

    /** Private ranges of RFC 1918, RFC 4193, RFC 6598 and the loopback of RFC 5735, however they are written. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "http://127.0.0.1/x",
                "http://localhost:8470/api",
                "http://10.1.2.3",
                "https://172.16.0.9",
                "http://192.168.1.1",
                "http://169.254.169.254/latest",
                "http://100.64.0.1",
                "http://0.0.0.0",
                "http://[::1]/",
                "http://[fd00::1]/",
                "http://[::ffff:127.0.0.1]/",
                "http://2130706433/",
            })
    void leadsAreNotSentToPrivateAddresses(String url) {
        OutwardAddress addresses = new OutwardAddress(List.of("127.0.0.1:9000"));
        assertThatThrownBy(() -> addresses.require(url))
                .hasMessageMatching("(?s).*(private address|no host|no address).*");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "ftp://crm.example",
                "crm.example/leads",
                "http://",
                "https://a:b@crm.example",
                "file:///etc/passwd"
            })
    void whatIsNoWebAddressIsRefused(String url) {
        assertThatThrownBy(() -> new OutwardAddress(List.of()).require(url))
                .hasMessageContaining("no address to send leads to");
    }

    @Test
    void anAllowedHostIsAllowedWithItsPortAlone() {
        OutwardAddress addresses = new OutwardAddress(List.of(" 127.0.0.1:9000 "));
        assertThat(addresses.require("http://127.0.0.1:9000/in")).hasPath("/in");
        assertThatThrownBy(() -> addresses.require("http://127.0.0.1:9001/in"))
                .hasMessageContaining("allow 127.0.0.1:9001");
    }

    /** Common practice: a cell that starts with one of these is a formula to a spreadsheet. */
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {"=1+1, '=1+1", "+44 1603, '+44 1603", "-2, '-2", "@x, '@x", "a=b, a=b", "\"\", \"\""})
    void formulasAreKeptTexts(String cell, String safe) {
        assertThat(TextCell.safe(cell)).isEqualTo(safe);
    }
}
