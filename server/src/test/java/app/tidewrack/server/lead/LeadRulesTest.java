package app.tidewrack.server.lead;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.lead.OutwardAddress.NotPublic;
import app.tidewrack.server.web.TextCell;
import java.net.URI;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LeadRulesTest {
    /**
     * Private hosts however they are written: hosts of the WHATWG URL Standard's own tests that a browser would take for 127.0.0.1 or
     * an address like it (from memory), and names. Which ranges are private is told with {@code PublicAddress}.
     */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "127.0.0.1/x",
                "localhost:8470/api",
                "LOCALHOST/",
                "127.1/",
                "2130706433/",
                "0x7f.1/",
                "0x7f000001/",
                "017700000001/",
                "0177.0.0.1/",
                "127.0.0.1./",
                "%31%32%37.0.0.1/",
                "①②⑦.0.0.1/",
                "192.168.0.257/",
                "0/",
                "[::1]/",
                "[::127.0.0.1]/",
                "[::ffff:127.0.0.1]/",
                "[::ffff:7f00:1]/",
                "[64:ff9b::7f00:1]/",
                "[2002:7f00:1::]/",
                "[fe80::1%25eth0]/",
                "169.254.169.254/latest",
                "198.18.0.1",
                "240.0.0.1",
                "example.com@127.0.0.1/",
                "crm.example\\@127.0.0.1/",
            })
    void leadsAreNotSentToPrivateAddresses(String rest) {
        OutwardAddress addresses = new OutwardAddress(List.of("127.0.0.1:9000"));
        assertThatThrownBy(() -> addresses.require("https://" + rest))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.field()).isEqualTo("url"))
                .hasMessageMatching("(?s).*(private address|no host|no address|not sent to port).*");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "ftp://crm.example",
                "crm.example/leads",
                "http://",
                "https://",
                "https://a:b@crm.example",
                "https://crm.example:0/",
                "https://crm.example:65536/",
                "https://[::127.0.0.1]:99999/",
                "https://crm.example:-1/",
                "https://crm .example/",
                "file:///etc/passwd",
                "javascript:alert(1)"
            })
    void whatIsNoWebAddressIsRefused(String url) {
        assertThatThrownBy(() -> new OutwardAddress(List.of()).require(url))
                .hasMessageContaining("no address to send leads to");
    }

    @Test
    void anAllowedHostIsAllowedWithItsPortAloneAndEvenWithoutSecrecy() {
        OutwardAddress addresses = new OutwardAddress(List.of(" 127.0.0.1:9000 "));
        assertThat(addresses.require("http://127.0.0.1:9000/in")).hasPath("/in");
        assertThatThrownBy(() -> addresses.require("https://127.0.0.1:9001/in"))
                .hasMessageContaining("allow 127.0.0.1:9001");
        assertThatThrownBy(() -> addresses.require("http://203.0.114.9/in"))
                .hasMessageContaining("begins with https://");
    }

    /** A name is looked up when it is connected to: what it means by then counts, not what it meant when it was set. */
    @Test
    void whatANameMeansIsLookedAtAsItIsConnectedTo() {
        OutwardAddress addresses = new OutwardAddress(List.of());
        assertThat(addresses.allowed("https://localhost/in")).hasHost("localhost");
        assertThatThrownBy(() -> new LeadPost(addresses).post(URI.create("https://localhost/in"), Map.of(), "{}"))
                .isInstanceOf(NotPublic.class);
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
