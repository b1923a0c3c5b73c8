package app.tidewrack.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.text.LandingLink;
import app.tidewrack.core.tracking.LinkPattern.Same;
import app.tidewrack.core.tracking.LinkTail.Pair;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import okhttp3.HttpUrl;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LinkTailTest {
    private static final Set<String> MACROS = Set.of("(ad-number)");
    private static final String ODD = "Kits & co. = 50 % æ\uD83D\uDC4D/?#+(ad)";

    private static List<String> addresses() throws IOException {
        try (var in = Objects.requireNonNull(LinkTailTest.class.getResourceAsStream("/whatwg/addresses.txt"));
                var lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return lines.lines().toList();
        }
    }

    /** What the WHATWG URL cases parse is a link. */
    @Test
    void everyAddressThatBrowsersReadIsTaken() throws IOException {
        assertThat(addresses())
                .allSatisfy(address -> assertThat(LandingLink.fault(address)).isEmpty());
    }

    /** Addresses of the WHATWG URL cases, read before and after by OkHttp 4.12. */
    @Test
    void everythingElseOfALinkStaysAsItWas() throws IOException {
        LinkTail tail =
                new LinkTail(List.of(new Pair("utm_source", "hearthside"), new Pair("utm_content", ODD)), Same.REPLACE);
        int read = 0;
        for (String address : addresses()) {
            HttpUrl before = HttpUrl.parse(address);
            if (before == null) {
                continue; // Hosts that OkHttp does not take, such as some with escapes.
            }
            String tracked = tail.on(address, MACROS);
            assertThat(tracked.length()).isLessThanOrEqualTo(address.length() + tail.most());
            HttpUrl after = Objects.requireNonNull(HttpUrl.parse(tracked), tracked);
            assertThat(after.newBuilder().query(null).build())
                    .isEqualTo(before.newBuilder().query(null).build());
            assertThat(after.queryParameter("utm_source")).as(tracked).isEqualTo("hearthside");
            assertThat(after.queryParameterValues("utm_content")).as(tracked).containsExactly(ODD);
            String query = Objects.requireNonNullElse(before.query(), "").replaceAll("&+$", "");
            assertThat(Objects.requireNonNull(after.query())).startsWith(query);
            assertThat(tail.on(tracked, MACROS)).as("putting it on twice").isEqualTo(tracked);
            read++;
        }
        assertThat(read).isGreaterThan(100);
    }

    /** Forms of RFC 3986, section 3, and percent-encoding by its sections 2.1 and 2.3. */
    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
                    https://a.example/kits => https://a.example/kits?k=a%20b
                    https://a.example => https://a.example?k=a%20b
                    https://a.example/kits? => https://a.example/kits?k=a%20b
                    https://a.example/kits?x=1& => https://a.example/kits?x=1&k=a%20b
                    https://a.example/kits?x=1#find?me => https://a.example/kits?x=1&k=a%20b#find?me
                    https://a.example/kits?%6B=mine&x => https://a.example/kits?%6B=mine&x
                    https://a.example/kits?x=%20+%C3%A6 => https://a.example/kits?x=%20+%C3%A6&k=a%20b
                    """)
    void parametersGoAtTheEndOfTheQuery(String link, String expected) {
        assertThat(new LinkTail(List.of(new Pair("k", "a b")), Same.KEEP).on(link, MACROS))
                .isEqualTo(expected);
    }

    @Test
    void sameNamedParametersAreReplacedOrKeptAndMacrosLeftAlone() {
        List<Pair> pairs = List.of(new Pair("ad", "no (ad-number) (x)"), new Pair("b", "2"));
        String link = "https://a.example/?ad=1&x=(ad-number)&ad=3";
        assertThat(new LinkTail(pairs, Same.REPLACE).on(link, MACROS))
                .isEqualTo("https://a.example/?x=(ad-number)&ad=no%20(ad-number)%20%28x%29&b=2");
        assertThat(new LinkTail(pairs, Same.KEEP).on(link, MACROS)).isEqualTo(link + "&b=2");
        assertThat(LinkTail.NONE.on(link, MACROS)).isEqualTo(link);
        assertThat(new LinkTail(pairs, Same.KEEP).on("", MACROS)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", nullValues = "-", textBlock = """
                    https://a.example/kits => -
                    https://a.example/kits?x=1 => -
                    https://a.example/kits?k=a%20b&x=1 => -
                    https://a.example/kits?k=mine&x=1#k=3 => k=mine
                    https://a.example/kits?%6B=mine&k => %6B=mine k
                    """)
    void itIsToldWhatOfALinkWinsOverThePattern(String link, @Nullable String own) {
        List<Pair> pairs = List.of(new Pair("k", "a b"));
        assertThat(String.join(" ", new LinkTail(pairs, Same.KEEP).wonOver(link, MACROS)))
                .isEqualTo(own == null ? "" : own);
        assertThat(new LinkTail(pairs, Same.REPLACE).wonOver(link, MACROS)).isEmpty();
    }
}
